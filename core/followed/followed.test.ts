import { describe, expect, it } from "vitest";
import { definedRows, sameDecile, similarReadings, thinned, whatFollowed, wilsonInterval } from "..";
import { seeded } from "../testing";

const random = seeded(77);
const close = Float64Array.from({ length: 400 }, () => 50 + 50 * random());
const readings = Float64Array.from({ length: 400 }, (_, s) => (s < 10 ? NaN : 100 * random()));

describe("similar readings", () => {
  it("lie within five points, ends included, or in the same zone", () => {
    expect(similarReadings(Float64Array.of(45, 44.99, 55, 55.01, NaN, 50))).toEqual([0, 2, 5]);
    expect(similarReadings(Float64Array.of(70, 69, 100, 8, 76), { high: 70, low: 10 })).toEqual([0, 2, 4]);
    expect(similarReadings(Float64Array.of(10, 11, 0, 3), { high: 70, low: 10 })).toEqual([0, 2, 3]);
    expect(similarReadings(Float64Array.of(10, NaN))).toEqual([]);
  });
  it("of a scale without points share a tenth of all readings", () => {
    const sorted = Array.from(readings.slice(10)).sort((a, b) => a - b);
    const tenth = (x: number) => Math.min(9, Math.floor((10 * (sorted.indexOf(x) + 0.5)) / sorted.length));
    const now = tenth(readings[399]!);
    expect(sameDecile(readings)).toEqual(definedRows(readings).filter((s) => tenth(readings[s]!) === now));
  });
});

describe("what followed", () => {
  it("equals a plain calculation, thinned per horizon, with an unthinned base", () => {
    const gappy = close.slice();
    gappy[120] = NaN;
    const alike = similarReadings(readings);
    for (const { horizon: h, after, base, sessions, returns } of whatFollowed(gappy, alike, definedRows(readings))) {
      const ok = (s: number) => s + h < 400 && gappy[s]! > 0 && gappy[s + h]! > 0;
      const kept: number[] = [];
      for (const s of alike) if (ok(s) && (kept.length === 0 || s >= kept[kept.length - 1]! + h)) kept.push(s);
      const own = kept.map((s) => gappy[s + h]! / gappy[s]! - 1);
      expect(sessions).toEqual(kept);
      expect(returns).toEqual(own);
      expect(after.n).toBe(own.length);
      expect(after.mean).toBeCloseTo(own.reduce((a, b) => a + b, 0) / own.length, 12);
      expect(after.worst).toBe(Math.min(...own));
      expect(after.positive).toBe(own.filter((r) => r > 1e-9).length / own.length);
      const all = definedRows(readings)
        .filter(ok)
        .map((s) => gappy[s + h]! / gappy[s]! - 1);
      expect(base.n).toBe(all.length);
      expect(base.positive).toBeCloseTo(all.filter((r) => r > 0).length / all.length, 12);
    }
  });
  it("of nothing is nothing", () => {
    const [first] = whatFollowed(close, [], []);
    expect(first!.after).toMatchObject({ n: 0, mean: NaN, worst: NaN, positive: NaN, interval: [NaN, NaN] });
    expect(thinned([], 5)).toEqual([]);
  });
  it("has intervals that contain the truth of a known process at their nominal rate", () => {
    // A fair-odds process: after a marked session the next close is higher with probability 0.6, independently. Over many
    // histories, the interval of the share positive should contain 0.6 about 95 times in 100.
    const chance = seeded(2026);
    const trials = 600;
    let contained = 0;
    for (let trial = 0; trial < trials; trial++) {
      const path = new Float64Array(300);
      const marked: number[] = [];
      path[0] = 100;
      for (let s = 1; s < 300; s++) {
        const mark = chance() < 0.3;
        if (mark) marked.push(s - 1);
        path[s] = path[s - 1]! * (chance() < (mark ? 0.6 : 0.5) ? 1.01 : 0.99);
      }
      const [next] = whatFollowed(path, marked, [], [1]);
      const [low, high] = next!.after.interval;
      if (low <= 0.6 && 0.6 <= high) contained++;
    }
    expect(contained / trials).toBeGreaterThan(0.925);
    expect(contained / trials).toBeLessThan(0.975);
  });
  it("has Wilson's interval, checked against his published form", () => {
    // 81 of 263: Newcombe (1998), table I, score method without continuity correction: 0.2553 to 0.3662.
    const [low, high] = wilsonInterval(81, 263);
    expect(low).toBeCloseTo(0.2553, 4);
    expect(high).toBeCloseTo(0.3662, 4);
    expect(wilsonInterval(15, 148).map((x) => Math.round(1e4 * x) / 1e4)).toEqual([0.0624, 0.1605]);
  });
});
