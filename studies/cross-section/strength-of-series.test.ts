import { describe, expect, it } from "vitest";
import { seeded } from "@core/testing";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { strengthOfSeries, type StrengthSeries } from "./strength-of-series";

/* Strength of a set against the same worked out from its closes, one member and one session at a time (method 5). */

const N = 260;
const random = seeded(41);
const MEMBERS = [
  [0, N - 1],
  [0, 255],
  [0, 254],
  [240, N - 1],
  [0, N - 1],
  [0, N - 1],
  [0, 200],
  [253, N - 1],
] as const;
const closes = MEMBERS.map(() => {
  let price = 40;
  return Array.from({ length: N }, () => (price *= 1 + 0.04 * (random() - 0.49)));
});
const data = handMadeMarket(closes.map((own, k) => ({ ticker: `S${k}`, closes: own, sector: "Fish", industry: "Nets" })));
const market = new Market(data, N - 1);
const series: StrengthSeries[] = closes.map((own, k) => ({
  part: market,
  levels: Float64Array.from(own),
  belongsAt: (s) => MEMBERS[k]![0] <= s && s <= MEMBERS[k]![1],
}));
const belongs = (k: number, s: number) => MEMBERS[k]![0] <= s && s <= MEMBERS[k]![1];
const change = (k: number, s: number, n: number) => closes[k]![s]! / closes[k]![s - n]! - 1;
const combined = (k: number, s: number) => 0.5 * change(k, s, 63) + 0.5 * change(k, s, 126);
const present = (s: number) => closes.map((_, k) => k).filter((k) => belongs(k, s));
const rank = (k: number, s: number) => 1 + present(s).filter((o) => combined(o, s) > combined(k, s)).length;
/** Share of the set below, and half of itself. */
const percentile = (k: number, s: number) => {
  const set = present(s);
  return (100 * (set.filter((o) => combined(o, s) < combined(k, s)).length + 0.5)) / set.length;
};

describe("strength of a set", () => {
  it("has a row for each that belongs now, and none for the others", () => {
    const rows = strengthOfSeries(market, series);
    expect(rows.map((row) => row !== undefined)).toEqual([true, false, false, true, true, true, false, true]);
  });

  it.each([N - 1, N - 2, N - 4, 230])("ranks at session %i and five before it among those that belonged then", (t) => {
    const at = new Market(data, t);
    const rows = strengthOfSeries(
      at,
      series.map((one) => ({ ...one, part: at, levels: one.levels.subarray(0, t + 1) })),
    );
    for (const k of present(t)) {
      const row = rows[k]!;
      expect(row.rank, `rank of ${k}`).toBe(rank(k, t));
      expect(row.r1).toBeCloseTo(change(k, t, 1), 12);
      // Its place then, whether or not it belonged itself.
      expect(row.rankBefore, `rank of ${k} before`).toBe(rank(k, t - 5));
    }
  });

  it("stays by the mean of its percentile at the last ten weeks' ends", () => {
    const ends = Array.from({ length: N }, (_, s) => s)
      .filter((s) => s % 5 === 4)
      .slice(-10);
    const rows = strengthOfSeries(market, series);
    for (const k of [0, 4, 5]) {
      const mean = ends.reduce((sum, s) => sum + percentile(k, s), 0) / ends.length;
      expect(rows[k]!.staying).toBeCloseTo(mean, 9);
    }
  });
});
