import { describe, expect, it } from "vitest";
import type { AnswerPart, BriefPart, SavedBrief } from "./brief-schema";
import { takenOver, withSeen } from "./routine-edits";

const part = (id: string, more: Partial<AnswerPart> = {}): AnswerPart => ({
  ...{ type: "answer", id, study: "breadth", params: {}, market: "", href: "/breadth", name: "Breadth", show: "reading" },
  ...more,
});
const brief = (...parts: readonly BriefPart[]): SavedBrief => ({
  ...{ version: 1, id: "briefofone", market: "ALDANE", purpose: "Weekly review", title: "", asOf: 20_000 },
  parts,
});
const seen = {
  ...part("x"),
  params: { average: "sma" },
  market: "ALDANE",
  href: "/breadth?average=sma",
  name: "What the screen is called",
};
const { type: _type, id: _id, ...pinned } = seen;
const told = { seen: pinned, freshId: () => "freshpart" };

describe("what is seen on the screens of a routine", () => {
  it("is noted of the parts of the stop alone", () => {
    const next = withSeen(brief(part("a"), part("b"), { type: "heading", id: "h", text: "a" }), ["a", "h"]);
    expect(next.parts.map((one) => "isSeen" in one)).toEqual([true, false, false]);
  });
  it("becomes what all its parts of the same study are asked by, whatever they show; they keep their names", () => {
    const frozen = { asOf: 19_000, reading: [["old"]] };
    const own = [part("a", { frozen }), part("b", { show: "picture", at: "shares" }), part("c")];
    const next = takenOver(brief(...own), ["a", "b"], told);
    expect(next.parts.slice(0, 2)).toEqual([
      { ...part("a"), params: { average: "sma" }, market: "ALDANE", href: "/breadth?average=sma", isSeen: true },
      { ...own[1], params: { average: "sma" }, market: "ALDANE", href: "/breadth?average=sma", isSeen: true },
    ]);
    expect(next.parts[2]).toEqual(part("c"));
  });
  it("keeps parts of other studies at the same stop", () => {
    const next = takenOver(brief(part("a"), part("b", { study: "members" })), ["a", "b"], told);
    expect(next.parts[1]).toEqual(part("b", { study: "members", href: "/breadth?average=sma" }));
  });
  it("comes behind the stop where no part of it is of its study, at the end where the stop is gone", () => {
    const of = (ids: readonly string[]) =>
      takenOver(brief(part("a", { study: "members" }), part("b")), ids, told).parts.map((one) => one.id);
    expect(of(["a"])).toEqual(["a", "freshpart", "b"]);
    expect(of(["gone"])).toEqual(["a", "b", "freshpart"]);
  });
});
