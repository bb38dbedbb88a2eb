import fc from "fast-check";
import * as reference from "simple-statistics";
import { describe, expect, it } from "vitest";
import { stayingPower, standing, strengthFlags, strengthTable, weeklySamples, type StrengthReturns } from "..";
import { seeded } from "../testing";

const random = seeded(4);
const members = Array.from({ length: 17 }, (): StrengthReturns => [
  random() - 0.5,
  random() - 0.5,
  random() - 0.5,
  random() - 0.5,
]);

describe("strength of a peer set", () => {
  const table = strengthTable(members);
  it("has the z of each return by another library", () => {
    for (const k of [0, 1, 2, 3] as const) {
      const column = members.map((m) => m[k]);
      table.forEach((row, i) => {
        expect(row.z[k]).toBeCloseTo(
          reference.zScore(members[i]![k], reference.mean(column), reference.sampleStandardDeviation(column)),
          9,
        );
      });
    }
  });
  it("ranks by the combined, 1 the strongest, and Strength is the percentile rank", () => {
    const all = members.map((m) => 0.5 * m[2] + 0.5 * m[3]);
    table.forEach((row, i) => {
      expect(row.combined).toBeCloseTo(all[i]!, 12);
      expect(row.rank).toBe(1 + all.filter((b) => b > all[i]!).length);
      expect(row.strength).toBeCloseTo((100 * (all.filter((b) => b < all[i]!).length + 0.5)) / 17, 9);
    });
  });
  it("weighs three and six months as asked", () => {
    expect(strengthTable(members, { w3: 1, w6: 0 })[3]!.combined).toBe(members[3]![2]);
  });
  it("is not changed by a return that all members have more of", () => {
    fc.assert(
      fc.property(fc.double({ min: -0.3, max: 0.3, noNaN: true }), (more) => {
        const shifted = strengthTable(members.map((m) => m.map((r) => r + more) as unknown as StrengthReturns));
        expect(shifted.map((r) => r.rank)).toEqual(table.map((r) => r.rank));
      }),
    );
  });
  it("leaves out what has no combined, and ties share the better rank", () => {
    const rows = strengthTable([
      [0, 0, 0.2, 0.2],
      [0, 0, 0.2, 0.2],
      [0, 0, NaN, 0.9],
      [0, 0, 0, 0],
    ]);
    expect(rows.map((r) => r.rank)).toEqual([1, 1, NaN, 3]);
    expect(rows[2]!.strength).toBeNaN();
  });
  it("of nobody, and of one alone", () => {
    expect(strengthTable([])).toEqual([]);
    const [alone] = strengthTable([[0.1, 0.1, 0.1, 0.1]]);
    expect([alone!.rank, alone!.strength]).toEqual([1, 50]);
    expect(alone!.combinedZ).toBeNaN();
  });
});

describe("flags", () => {
  it.each([
    [1.0, -1.0, -0.9, ["dip in a leader"]],
    [1.0, -1.0, -1.0, ["cracking"]],
    [1.2, 1.0, 0, ["renewed"]],
    [-0.5, 0, 1, ["turning up"]],
    [0.9, -3, -3, []],
    [NaN, 1, 1, []],
  ])("combined z %f, z5 %f, z21 %f: %j", (combinedZ, z5, z21, flags) => {
    expect(strengthFlags(combinedZ, z5, z21)).toEqual(flags);
  });
});

describe("staying power", () => {
  it("samples the last session of each week, the present one in progress", () => {
    // Thursday 2026-10-15 back: the week before ends on Thursday as Friday has no session.
    const days = Int32Array.from([-9, -8, -7, -6, -5, -2, -1, 0].map((d) => 20_741 + d).filter((d) => d !== 20_735));
    expect(weeklySamples(days, days.length - 1, 3).map((s) => days[s]! - 20_741)).toEqual([0, -7]);
  });
  it("needs eight of ten", () => {
    expect(stayingPower([...Array<number>(8).fill(70), NaN, NaN])).toBe(70);
    expect(stayingPower([...Array<number>(7).fill(70), NaN, NaN, NaN])).toBeNaN();
  });
  it("and Strength together name the standing", () => {
    expect([standing(80, 64), standing(80, 65), standing(85, 80), standing(64, 80), standing(65, 80), standing(NaN, 90)]).toEqual(
      ["new arrival", undefined, "established", "fading", undefined, undefined],
    );
  });
});
