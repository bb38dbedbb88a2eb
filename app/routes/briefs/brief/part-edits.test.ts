import { describe, expect, it } from "vitest";
import type { BriefPart } from "@studies/briefs/brief-schema";
import { freshHeading, freshText, movedPart, neighbourOf, withoutPart, withPart, withPartAfter } from "./part-edits";

const heading = (id: string): BriefPart => ({ type: "heading", id, text: id });
const parts = ["a", "b", "c", "d"].map(heading);
const ids = (all: readonly BriefPart[]) => all.map((part) => part.id).join("");

describe("parts of a brief", () => {
  it("move by so many places, no further than the ends, and stay as they are where they cannot", () => {
    expect(ids(movedPart(parts, "b", 1))).toBe("acbd");
    expect(ids(movedPart(parts, "b", -1))).toBe("bacd");
    expect(ids(movedPart(parts, "a", 9))).toBe("bcda");
    expect(movedPart(parts, "a", -1)).toBe(parts);
    expect(movedPart(parts, "x", 1)).toBe(parts);
  });
  it("are added behind one, or at the end, and taken out", () => {
    expect(ids(withPartAfter(parts, "b", heading("n")))).toBe("abncd");
    expect(ids(withPartAfter(parts, undefined, heading("n")))).toBe("abcdn");
    expect(ids(withoutPart(parts, "c"))).toBe("abd");
    expect(withPart(parts, { type: "heading", id: "c", text: "new" })[2]).toMatchObject({ text: "new" });
    expect(ids(parts)).toBe("abcd");
  });
  it("leave the keyboard at the next one, or the last", () => {
    expect(neighbourOf(parts, "b")).toBe("c");
    expect(neighbourOf(parts, "d")).toBe("c");
    expect(neighbourOf([heading("a")], "a")).toBeUndefined();
  });
  it("have ids of their own", () => {
    expect(new Set([freshText().id, freshHeading().id, freshText().id]).size).toBe(3);
    expect(freshText().id).toMatch(/^[a-z0-9]{8,40}$/);
  });
});
