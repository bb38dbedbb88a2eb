import { median } from "simple-statistics";
import { SMA } from "technicalindicators";
import { describe, expect, it } from "vitest";
import { align, definedRows, stateStatistics, volatilitySlope } from "..";
import { randomBars, seeded } from "../testing";

describe("state statistics", () => {
  it("of a history drawn by hand", () => {
    const states = Int8Array.of(-1, 0, 0, 1, 1, 1, 0, 0, 0, 0, 1, 0);
    const close = Float64Array.from(states, (_, s) => 100 * 1.1 ** s);
    const [zero, one, two] = stateStatistics(states, 3, close, 2);
    expect(zero).toMatchObject({
      sessions: 7,
      share: 7 / 11,
      runs: 1,
      medianRun: 4,
      returns: 6,
      returnRuns: 2,
      positive: 1,
      next: [0, 1, 0],
    });
    expect(zero!.mean).toBeCloseTo(0.21, 12);
    expect(one).toMatchObject({ sessions: 4, runs: 2, medianRun: 2, next: [1, 0, 0] });
    expect(two).toMatchObject({ sessions: 0, share: 0, medianRun: NaN, mean: NaN, next: [NaN, NaN, NaN] });
  });
  it("against a slow count", () => {
    const random = seeded(4);
    let state = 0;
    const states = Int8Array.from({ length: 800 }, (_, s) =>
      s < 20 ? -1 : (state = random() < 0.05 ? Math.floor(3 * random()) : state),
    );
    const { close } = randomBars(6, 800);
    const text = Array.from(states.slice(20)).join("");
    const runs = [...text.matchAll(/(\d)\1*/g)].map((m) => ({ state: Number(m[1]), length: m[0].length }));
    stateStatistics(states, 3, close).forEach((row, k) => {
      const own = runs.slice(0, -1).flatMap((r, i) => (r.state === k ? [{ ...r, i }] : []));
      expect(row.medianRun).toBe(median(own.filter((r) => r.i > 0).map((r) => r.length)));
      row.next.forEach((p, to) => {
        expect(p).toBeCloseTo(own.filter((r) => runs[r.i + 1]!.state === to).length / own.length, 12);
      });
      const returns = Array.from(states.keys())
        .filter((s) => states[s] === k && s + 21 < 800)
        .map((s) => close[s + 21]! / close[s]! - 1);
      expect(row.returns).toBe(returns.length);
      const starts = runs.map((_, i) => 20 + runs.slice(0, i).reduce((sum, r) => sum + r.length, 0));
      expect(row.returnRuns).toBe(runs.filter((r, i) => r.state === k && starts[i]! + 21 < 800).length);
      expect(row.worst).toBe(Math.min(...returns));
    });
  });
});

describe("volatility slope", () => {
  it("is the short average over the long", () => {
    const { close } = randomBars(3, 700);
    const { slope, z } = volatilitySlope(close);
    const values = Array.from(close);
    const long = SMA.calculate({ period: 42, values });
    const short = SMA.calculate({ period: 10, values }).slice(32);
    expect(slope[41]).toBeCloseTo(short[0]! / long[0]! - 1, 12);
    expect(slope[699]).toBeCloseTo(short.at(-1)! / long.at(-1)! - 1, 12);
    expect(definedRows(z)[0]).toBe(41 + 251);
    const own = Array.from(slope.slice(41));
    const centre = own.reduce((a, b) => a + b, 0) / own.length;
    const sd = Math.sqrt(own.reduce((s, x) => s + (x - centre) ** 2, 0) / (own.length - 1));
    expect(z[699]).toBeCloseTo((slope[699]! - centre) / sd, 9);
  });
});

describe("alignment of calendars", () => {
  const days = Int32Array.of(10, 11, 14, 30);
  const values = Float64Array.of(1, 2, 3, 4);
  it("carries the last value over days without a session there, at most five sessions", () => {
    const onto = Int32Array.of(9, 10, 12, 13, 14, 15, 16, 17, 18, 19, 20, 30);
    expect(Array.from(align(values, days, onto))).toEqual([NaN, 1, 2, 2, 3, 3, 3, 3, 3, 3, NaN, 4]);
  });
  it("does not go back behind a session without a value", () => {
    expect(Array.from(align(Float64Array.of(1, NaN), Int32Array.of(10, 11), Int32Array.of(10, 11, 12)))).toEqual([1, NaN, NaN]);
  });
  it("counts the age in one's own sessions also when the value came on a day of rest", () => {
    expect(Array.from(align(Float64Array.of(7), Int32Array.of(11), Int32Array.of(10, 12, 13), 1))).toEqual([NaN, 7, NaN]);
  });
});
