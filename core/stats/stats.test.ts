import fc from "fast-check";
import * as reference from "simple-statistics";
import { describe, expect, it } from "vitest";
import {
  mean,
  median,
  medianInPlace,
  percentileRankAmong,
  percentileRankAt,
  percentileRanks,
  sampleSd,
  trailingSd,
  trailingZ,
  zScores,
} from "..";
import { randomBars, seeded } from "../testing";

const lists = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 2, maxLength: 60 });

describe("moments against another library", () => {
  it("mean, sample sd and median", () => {
    fc.assert(
      fc.property(lists, (x) => {
        const size = Math.max(1, ...x.map(Math.abs));
        expect(Math.abs(mean(x) - reference.mean(x)) / size).toBeLessThan(1e-12);
        expect(Math.abs(sampleSd(x) - reference.sampleStandardDeviation(x)) / size).toBeLessThan(1e-9);
        expect(median(x)).toBeCloseTo(reference.median(x), 9);
      }),
    );
  });
  it("keeps its digits far from zero", () => {
    expect(sampleSd([1e9 + 1, 1e9 + 2, 1e9 + 3])).toBeCloseTo(1, 12);
  });
  it("NaN is passed over, and too little is NaN", () => {
    expect(mean([NaN, 2, 4])).toBe(3);
    expect(mean([])).toBeNaN();
    expect(sampleSd([NaN, 2])).toBeNaN();
    expect(median([NaN])).toBeNaN();
    expect(sampleSd([0.1, 0.1, 0.1])).toBe(0);
    expect(Array.from(zScores([5, 5, 5]))).toEqual([NaN, NaN, NaN]);
  });
});

describe("trailing z", () => {
  const { close } = randomBars(2, 400);
  const x = close.map((c, i) => (i % 37 === 5 ? NaN : c));
  it("equals the z of each window by another library", () => {
    const z = trailingZ(x, 100, { least: 60 });
    for (const t of [80, 150, 399]) {
      const window = Array.from(x.slice(Math.max(0, t - 99), t + 1)).filter((v) => !Number.isNaN(v));
      expect(z[t]).toBeCloseTo((x[t]! - reference.mean(window)) / reference.sampleStandardDeviation(window), 9);
    }
    expect(z[50]).toBeNaN();
    expect(z[42]).toBeNaN();
  });
  it("carried on from any row comes out the same, bit for bit; a flat stretch has none", () => {
    const flat = x.map((v, i) => (i > 150 && i < 290 ? 7 : v));
    const whole = trailingZ(flat, 100, { least: 60 });
    for (const start of [1, 127, 128, 200, 260, 399]) {
      expect(trailingZ(flat, 100, { least: 60, into: whole.slice().fill(9, start), start })).toEqual(whole);
    }
    expect(whole[280]).toBeNaN();
  });
});

describe("percentile ranks", () => {
  const slow = (x: number, set: readonly number[]) =>
    (100 * (set.filter((y) => y < x).length + set.filter((y) => y === x).length / 2)) / set.length;
  const ties = fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 1, maxLength: 40 });
  it("equal the counts below and half the ties", () => {
    fc.assert(
      fc.property(ties, (set) => {
        expect(Array.from(percentileRanks(set))).toEqual(set.map((x) => slow(x, set)));
      }),
    );
  });
  it("of one value alone are the same", () => {
    fc.assert(
      fc.property(ties, fc.nat(), (set, i) => {
        const values = set.map((x, k) => (k % 7 === 3 ? NaN : x * 1.1 + (k % 2) * 1e-12));
        const at = i % set.length;
        expect(percentileRankAt(values, at)).toEqual(percentileRanks(values)[at]);
      }),
    );
  });
  it("from outside, without being counted", () => {
    fc.assert(
      fc.property(ties, fc.integer({ min: -1, max: 13 }), (set, x) => {
        expect(percentileRankAmong(x, set)).toBe(slow(x, set));
      }),
    );
  });
  it("neighbours within a billionth are one value, NaN is none", () => {
    expect(Array.from(percentileRanks([1, 1 + 1e-12, NaN, 2]))).toEqual([100 / 3, 100 / 3, NaN, 250 / 3]);
    expect(percentileRankAmong(NaN, [1, 2])).toBeNaN();
    expect(percentileRankAmong(1, [NaN])).toBeNaN();
  });
  it("do not change when all values are scaled", () => {
    fc.assert(
      fc.property(ties, (set) => {
        expect(Array.from(percentileRanks(set.map((x) => 3.7 * x)))).toEqual(Array.from(percentileRanks(set)));
      }),
    );
  });
});

describe("medianInPlace", () => {
  it("is the median of the first values, in any order and with ties", () => {
    const random = seeded(5);
    for (let n = 1; n < 60; n++) {
      const values = Float64Array.from({ length: n + 3 }, () => Math.floor(20 * random()) / 4);
      const expected = median(values.subarray(0, n));
      expect(medianInPlace(values.slice(), n)).toBe(expected);
    }
    expect(medianInPlace(new Float64Array(0), 0)).toBeNaN();
  });
});

describe("trailingSd", () => {
  it("is the sample deviation of each window, also far from zero and after a wild stretch", () => {
    const random = seeded(8);
    const values = Float64Array.from({ length: 500 }, (_, t) => 1e6 + (t > 200 && t < 240 ? 1e4 : 1) * random());
    values[77] = NaN;
    const sd = trailingSd(values, 30);
    const own = Array.from(values).filter((x) => !Number.isNaN(x));
    for (let t = 100; t < 500; t++)
      expect(Math.abs(sd[t]! / reference.sampleStandardDeviation(own.slice(t - 30, t)) - 1)).toBeLessThan(1e-7);
    expect(sd[77]).toBeNaN();
    expect(trailingSd(new Float64Array(10).fill(0.1), 4)[9]).toBe(0);
  });
});
