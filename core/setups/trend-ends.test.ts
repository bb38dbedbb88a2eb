import { describe, expect, it } from "vitest";
import { atr, groupClimaxes, relativeTurnover, trendEndDistance, trendEnds } from "..";
import { randomBars, seeded } from "../testing";

describe("the distance from the end of a long trend", () => {
  it("is that of the regression of the logs over 252 own bars, formed anew on each session", () => {
    const bars = randomBars(3, 700);
    const distance = trendEndDistance(bars);
    const rows = Array.from(bars.close.keys()).filter((s) => !Number.isNaN(bars.close[s]));
    const range = atr(bars, 14);
    let seen = 0;
    for (const [i, t] of rows.entries()) {
      if (i < 251) {
        expect(distance[t]).toBeNaN();
        continue;
      }
      const y = rows.slice(i - 251, i + 1).map((s) => Math.log(bars.close[s]!));
      const [mx, my] = [125.5, y.reduce((a, v) => a + v, 0) / 252];
      const slope = y.reduce((a, v, k) => a + (k - mx) * (v - my), 0) / y.reduce((a, _, k) => a + (k - mx) * (k - mx), 0);
      expect(distance[t]).toBeCloseTo((bars.close[t]! - Math.exp(my + slope * (251 - mx))) / range[t]!, 8);
      seen++;
    }
    expect(seen).toBeGreaterThan(300);
    expect(distance.filter((x, s) => Number.isNaN(bars.close[s]) && x === x)).toHaveLength(0);
  });
});

describe("the members at either end", () => {
  it("are ten each, of fewer than twenty half of them each, ties by their place", () => {
    const random = seeded(2);
    const distances = Array.from({ length: 41 }, (_, k) => (k % 9 === 0 ? NaN : Math.round(20 * random())));
    const { value, leader } = trendEnds(distances);
    const known = distances.flatMap((x, k) => (Number.isNaN(x) ? [] : [{ x, k }]));
    expect(value).toEqual(
      [...known]
        .sort((a, b) => a.x - b.x || a.k - b.k)
        .slice(0, 10)
        .map((o) => o.k),
    );
    expect(leader).toEqual(
      [...known]
        .sort((a, b) => b.x - a.x || a.k - b.k)
        .slice(0, 10)
        .map((o) => o.k),
    );
    expect(trendEnds([5, 1, 1 + 1e-12, 9, 7])).toEqual({ value: [1, 2], leader: [3, 4] });
    expect(trendEnds([2, 1 + 5e-13, 1, NaN])).toEqual({ value: [1], leader: [0] });
    expect(trendEnds([3])).toEqual({ value: [], leader: [] });
    expect(trendEnds(Array.from({ length: 20 }, (_, k) => k)).value).toHaveLength(10);
    expect(trendEnds(Array.from({ length: 19 }, (_, k) => k)).value).toHaveLength(9);
  });
});

describe("volume climaxes of a group", () => {
  it("are sessions of twice the usual turnover at a closing low or high of twenty", () => {
    const random = seeded(11);
    const n = 900;
    let x = 1000;
    const level = Float64Array.from({ length: n }, () => (random() < 0.03 ? NaN : (x *= 1 + 0.02 * (random() - 0.5))));
    const turnover = Float64Array.from({ length: n }, (_, t) =>
      level[t] !== level[t] || random() < 0.02 ? NaN : Math.floor(100 * (1 + 5 * random() ** 5)),
    );
    const { low, high } = groupClimaxes(level, turnover);
    const relative = relativeTurnover(turnover);
    const expected = { low: [] as number[], high: [] as number[] };
    const rows = Array.from(level.keys()).filter((t) => !Number.isNaN(level[t]));
    for (const [i, t] of rows.entries()) {
      const sums = Array.from({ length: t + 1 }, (_, s) => turnover[s]!)
        .filter((v) => !Number.isNaN(v))
        .slice(-50);
      if (i < 19 || Number.isNaN(turnover[t]) || sums.length < 50) continue;
      const average = sums.reduce((a, v) => a + v, 0) / 50;
      expect(relative[t]).toBeCloseTo(turnover[t]! / average, 10);
      if (turnover[t]! < 2 * average) continue;
      const before = rows.slice(i - 19, i).map((s) => level[s]!);
      if (level[t]! < Math.min(...before)) expected.low.push(t);
      if (level[t]! > Math.max(...before)) expected.high.push(t);
    }
    expect({ low, high }).toEqual(expected);
    expect(Math.min(low.length, high.length)).toBeGreaterThan(2);
  });
  it("count a turnover that is twice the average exactly", () => {
    const level = Float64Array.from({ length: 60 }, (_, t) => 1000 - t);
    const turnover = new Float64Array(60).fill(48);
    // With its own 98 the average is 49.
    turnover[59] = 98;
    expect(groupClimaxes(level, turnover)).toEqual({ low: [59], high: [] });
    turnover[59] = 97;
    expect(groupClimaxes(level, turnover)).toEqual({ low: [], high: [] });
  });
});
