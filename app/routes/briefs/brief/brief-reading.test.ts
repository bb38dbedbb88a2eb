import { describe, expect, it } from "vitest";
import type { AnsweredPart } from "@server/briefs/answered-part.server";
import type { BriefPart, SavedBrief } from "@studies/briefs/brief-schema";
import type { CallRow } from "@studies/calls/call-row";
import { saidAll } from "@studies/testing/said";
import { briefReading } from "./brief-reading";

const part = (id: string, href: string, isSeen?: true): BriefPart => ({
  ...{ type: "answer", id, study: "breadth", params: {}, market: "", href, name: "Breadth", show: "reading" },
  ...(isSeen && { isSeen }),
});
const brief = (parts: readonly BriefPart[]): SavedBrief => ({
  ...{ version: 1, id: "briefofone", market: "ALDANE", purpose: "Weekly review", title: "", asOf: 20_000 },
  parts,
});
const changes = (isChanged: boolean): AnsweredPart["changes"] => ({ since: 19_993, states: [], figures: [], isChanged });
const due = (day: number, isRight: boolean) => ({ state: "scored", due: day, isRight }) as CallRow;
const read = (parts: readonly BriefPart[], more: Partial<Parameters<typeof briefReading>[0]> = {}) =>
  saidAll(briefReading({ brief: brief(parts), answers: new Map(), calls: [], before: 19_993, ...more }));

describe("the reading of a brief", () => {
  it("says how many screens were seen, counting parts of one screen once", () => {
    const parts = [part("a", "/regime", true), part("b", "/regime"), part("c", "/breadth", true), part("d", "/timing")];
    expect(read(parts)).toContain("1 of 3 screens was seen as of");
    expect(read(parts.map((one) => ({ ...one, isSeen: true }) as BriefPart))).toContain("All 3 screens were seen");
    expect(read([])).toContain("Nothing of the screens");
    expect(read([part("a", "/regime")])).toContain("Its screen was not seen yet as of");
  });
  it("says how many of those that can be compared differ", () => {
    const answers = new Map<string, AnsweredPart>([
      ["a", { id: "a", changes: changes(true) }],
      ["b", { id: "b", changes: changes(false) }],
      ["c", { id: "c" }],
    ]);
    const parts = ["a", "b", "c"].map((id) => part(id, `/${id}`));
    expect(read(parts, { answers })).toContain("1 of 2 parts differs from");
    expect(read(parts, { answers, before: undefined })).not.toContain("differ");
    // One that is still being asked might differ.
    answers.delete("c");
    expect(read(parts, { answers })).not.toContain("differ");
  });
  it("tells of the calls that fell due since the one before, and of no others", () => {
    const parts = [part("a", "/regime")];
    const calls = [due(19_993, true), due(19_995, true), due(20_000, false), due(20_001, true)];
    expect(read(parts, { calls })).toContain("Of 2 calls that fell due since, 1 was right.");
    expect(read(parts, { calls: [due(20_000, false)] })).toContain("The call that fell due since was wrong.");
    expect(read(parts, { calls: [due(20_001, false)] })).not.toContain("fell due");
    expect(read(parts, { calls, before: undefined })).not.toContain("fell due");
  });
});
