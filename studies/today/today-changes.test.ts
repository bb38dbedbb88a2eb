import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import type { GroupStrength } from "@studies/cross-section/strength-of-groups";
import { groupChanges, stanceChanges } from "./today-changes";

/* Figures and words that a person reads, each against a value worked out by hand. */

describe("what changed among groups and stocks", () => {
  const group = (name: string, rank: number, rankBefore: number) =>
    ({ name, rank, rankBefore, returns: [0.021, 0, 0, 0] }) as unknown as GroupStrength;
  it("are the two that moved farthest, from two ranks for sectors and six for industries", () => {
    const sectors = [group("A", 1, 2), group("B", 5, 3), group("C", 2, 6), group("D", 9, 4)];
    const industries = [group("X", 10, 5), group("Y", 4, 10)];
    expect(groupChanges(sectors, industries).map((c) => said(c.sentence))).toEqual([
      "D fell from rank 4 to 9 of 4 sectors in a week (+2.1%).",
      "C climbed from rank 6 to 2 of 4 sectors in a week (+2.1%).",
      "Y climbed from rank 10 to 4 of 2 industries in a week (+2.1%).",
    ]);
    expect(groupChanges([group("A", 1, 3)], [group("X", 1, 6)]).map((c) => said(c.sentence))).toHaveLength(1);
  });
  it("are those that arrived at a stance, three by name", () => {
    const at = (favour: string[], avoid: string[]) => ({ favour, avoid, stocks: 9 });
    expect(stanceChanges(at(["A", "B", "C", "D"], ["E"]), at(["A"], [])).map((c) => said(c.sentence))).toEqual([
      "3 stocks arrived at Favour: B, C and D.",
      "1 stock arrived at Avoid: E.",
    ]);
    expect(said(stanceChanges(at(["A", "B", "C", "D"], []), at([], []))[0]!.sentence)).toBe(
      "4 stocks arrived at Favour: A, B, C and 1 more.",
    );
    expect(stanceChanges(at(["A"], ["B"]), at(["A", "C"], ["B"]))).toEqual([]);
  });
});
