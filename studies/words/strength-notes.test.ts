import { describe, expect, it } from "vitest";
import { standing, strengthFlags } from "@core";
import { notesOf, STRENGTH_NOTES } from "./strength-notes";

describe("notes on strength", () => {
  it("explain every standing and every flag there is", () => {
    const scale = [-2, -1, -0.6, 0, 0.6, 1, 2];
    const flags = scale.flatMap((b) => scale.flatMap((w) => scale.flatMap((m) => strengthFlags(b, w, m))));
    const ranks = [0, 50, 64, 65, 80, 100];
    const standings = ranks.flatMap((a) => ranks.flatMap((b) => standing(a, b) ?? []));
    expect([...new Set([...flags, ...standings])].sort()).toEqual(Object.keys(STRENGTH_NOTES).sort());
  });
  it("of a member stand together, its standing first", () => {
    expect(notesOf({ standing: "established", flags: ["renewed", "unknown"] })).toEqual(["established", "renewed"]);
    expect(notesOf({ standing: "", flags: [] })).toEqual([]);
  });
});
