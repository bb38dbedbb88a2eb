import { describe, expect, it } from "vitest";
import { stance, trailingStop, trendScores, type TrendParts } from "..";
import { randomBars, seeded, withGaps } from "../testing";

describe("Trend score", () => {
  const random = seeded(9);
  const parts = Array.from({ length: 30 }, (): TrendParts => [random(), random(), random(), random()]);
  const member = parts.map((_, i) => i % 5 !== 0);
  const same = (x: number, y: number) => Math.abs(x - y) < 1e-9;
  const rank = (x: number, set: readonly number[]) =>
    (100 * (set.filter((y) => y < x && !same(x, y)).length + set.filter((y) => same(x, y)).length / 2)) / set.length;
  it("ranks the mean of ranks among members, others against them", () => {
    const inside = parts.filter((_, i) => member[i]);
    const meanOfRanks = (p: TrendParts) =>
      [0, 1, 2, 3].reduce(
        (s, k) =>
          s +
          rank(
            p[k]!,
            inside.map((q) => q[k]!),
          ) /
            4,
        0,
      );
    const means = inside.map(meanOfRanks);
    const scores = trendScores(parts, member);
    parts.forEach((p, i) => {
      expect(scores[i]).toBeCloseTo(rank(meanOfRanks(p), means), 6);
    });
  });
  it("is NaN where a part is, and the set is those that have the part", () => {
    const scores = trendScores(
      [
        [NaN, 1, 1, 1],
        [0, 0, 0, 0],
        [1, 1, 1, 1],
      ],
      [true, true, true],
    );
    expect(Array.from(scores)).toEqual([NaN, 25, 75]);
  });
});

describe("trailing stop", () => {
  const bars = randomBars(31, 700);
  /** By the definition, with every window formed anew. */
  function slow({ high, low, close }: typeof bars) {
    const out: { stop: number; side: number }[] = [];
    let atr = NaN;
    const ranges: number[] = [];
    for (let t = 0; t < close.length; t++) {
      if (t > 0) {
        ranges.push(Math.max(high[t]!, close[t - 1]!) - Math.min(low[t]!, close[t - 1]!));
        if (ranges.length === 22) atr = ranges.reduce((a, b) => a + b, 0) / 22;
        else if (ranges.length > 22) atr += (ranges[ranges.length - 1]! - atr) / 22;
      }
      if (Number.isNaN(atr)) {
        out.push({ stop: NaN, side: NaN });
        continue;
      }
      const window = Array.from(close.slice(t - 21, t + 1));
      const upper = Math.max(...window) - 3 * atr;
      const lower = Math.min(...window) + 3 * atr;
      const before = out[t - 1]!;
      if (Number.isNaN(before.stop)) out.push({ stop: upper, side: 1 });
      else if (before.side > 0)
        out.push(close[t]! < before.stop ? { stop: lower, side: -1 } : { stop: Math.max(upper, before.stop), side: 1 });
      else out.push(close[t]! > before.stop ? { stop: upper, side: 1 } : { stop: Math.min(lower, before.stop), side: -1 });
    }
    return out;
  }
  it("equals the definition, and turns both ways", () => {
    const { stop, side } = trailingStop(bars);
    const expected = slow(bars);
    expect(Array.from(side)).toEqual(expected.map((e) => e.side));
    expect(new Set(side)).toEqual(new Set([NaN, 1, -1]));
    expected.forEach((e, t) => {
      if (!Number.isNaN(e.stop)) expect(stop[t]).toBeCloseTo(e.stop, 8);
    });
    expect(stop.findIndex((x) => !Number.isNaN(x))).toBe(22);
  });
  it("keeps its state over sessions without a bar", () => {
    const { bars: gapped, kept } = withGaps(bars, 8, 0.05);
    const pick = (column: Float64Array) => Float64Array.from(kept, (k) => column[k]!);
    const alone = trailingStop({ high: pick(bars.high), low: pick(bars.low), close: pick(bars.close) });
    const withRows = trailingStop(gapped);
    // Carried on from any session, it comes out the same bit for bit.
    for (const start of [5, 30, 400, 699]) {
      const into = { stop: withRows.stop.slice(), side: withRows.side.slice(), range: withRows.range.slice() };
      for (const column of Object.values(into)) column.fill(7, start);
      expect(trailingStop(gapped, into, start)).toEqual(withRows);
    }
    expect(kept.map((k) => withRows.stop[k])).toEqual(Array.from(alone.stop));
  });
});

describe("stance", () => {
  it.each([
    [1, 60, 50, "Favour"],
    [1, 59.9, 90, "Hold"],
    [1, 90, 49.9, "Hold"],
    [1, 90, NaN, "Hold"],
    [-1, 39.9, 90, "Avoid"],
    [-1, 70, 29.9, "Avoid"],
    [-1, 40, NaN, "Hold"],
    [-1, 40, 30, "Hold"],
    [NaN, 70, 70, undefined],
    [1, NaN, 70, undefined],
  ] as const)("side %f, Trend %f, industry %f: %s", (side, trend, industryStrength, expected) => {
    expect(stance({ side, trend, industryStrength })).toBe(expected);
  });
});
