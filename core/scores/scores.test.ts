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
  /** By the definition, with every window formed anew: closes since the latest turn, at most 22. */
  function slow({ high, low, close }: typeof bars) {
    const out: { stop: number; side: number }[] = [];
    const ranges: number[] = [];
    const closes: number[] = [];
    let atr = NaN;
    let since = 0;
    let before = { stop: NaN, side: NaN };
    for (let t = 0; t < close.length; t++) {
      if (Number.isNaN(close[t])) {
        out.push({ stop: NaN, side: NaN });
        continue;
      }
      closes.push(close[t]!);
      const previous = closes[closes.length - 2] ?? NaN;
      const range = Math.max(high[t]!, previous) - Math.min(low[t]!, previous);
      if (!Number.isNaN(range)) {
        ranges.push(range);
        if (ranges.length === 22) atr = ranges.reduce((a, b) => a + b, 0) / 22;
        else if (ranges.length > 22) atr += (range - atr) / 22;
      }
      if (Number.isNaN(atr) || Number.isNaN(range)) {
        out.push({ stop: NaN, side: NaN });
        continue;
      }
      const turned = before.side > 0 ? close[t]! < before.stop : close[t]! > before.stop;
      if (turned) since = closes.length - 1;
      const window = closes.slice(Math.max(since, closes.length - 22));
      const side = Number.isNaN(before.side) ? 1 : turned ? -before.side : before.side;
      const level = side > 0 ? Math.max(...window) - 3 * atr : Math.min(...window) + 3 * atr;
      const fresh = turned || Number.isNaN(before.stop);
      const stop = fresh ? level : side > 0 ? Math.max(level, before.stop) : Math.min(level, before.stop);
      out.push((before = { stop, side }));
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
  it("starts three ranges from the close of a turn, and seldom turns back at once", () => {
    let turns = 0;
    let back = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const own = randomBars(seed, 600);
      const { stop, side, range } = trailingStop(own);
      for (let t = 24; t < 599; t++) {
        if (side[t] === side[t - 1]) continue;
        turns++;
        expect(stop[t]).toBeCloseTo(own.close[t]! - side[t]! * 3 * range[t]!, 9);
        if (side[t + 1] !== side[t]) back++;
      }
    }
    expect(turns).toBeGreaterThan(300);
    expect(back / turns).toBeLessThan(0.01);
  });
  it("goes on after a bar without a high or a low, which has no stop itself", () => {
    const broken = { high: bars.high.slice(), low: bars.low.slice(), close: bars.close.slice() };
    for (const t of [5, 100, 101, 333, 699]) broken.high[t] = NaN;
    for (const t of [222, 600]) broken.low[t] = NaN;
    const found = trailingStop(broken);
    const expected = slow({ ...bars, ...broken });
    expect(Array.from(found.side)).toEqual(expected.map((e) => e.side));
    expected.forEach((e, t) => {
      if (!Number.isNaN(e.stop)) expect(found.stop[t]).toBeCloseTo(e.stop, 8);
    });
    expect([found.side[333], found.stop[600]]).toEqual([NaN, NaN]);
    expect(Math.abs(found.side[334]!)).toBe(1);
    for (let start = 1; start < 700; start++) {
      const into = { stop: found.stop.slice(), side: found.side.slice(), range: found.range.slice() };
      for (const column of Object.values(into)) column.fill(7, start);
      expect(trailingStop(broken, into, start)).toEqual(found);
    }
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
