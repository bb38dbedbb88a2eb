import { describe, expect, it } from "vitest";
import { earningsStability, maxDrawdown, valueRatio } from "..";
import { randomBars, withGaps } from "../testing";

describe("what a share would be worth", () => {
  it("is earnings times 8.5 and twice the growth, of which 0 to 20 count", () => {
    expect(valueRatio(2, 10, 57)).toBeCloseTo(1, 12);
    expect(valueRatio(2, 35, 97)).toBeCloseTo(1, 12);
    expect(valueRatio(2, -5, 17)).toBeCloseTo(1, 12);
  });
  it("is lowest without earnings, and unknown where they, or their growth, are", () => {
    expect(valueRatio(0, NaN, 10)).toBe(-1);
    expect(valueRatio(-3, 20, 10)).toBe(-1);
    expect(valueRatio(NaN, 10, 10)).toBeNaN();
    expect(valueRatio(2, NaN, 10)).toBeNaN();
  });
});

describe("the deepest fall", () => {
  it("is that of any two closes of the window, in their order", () => {
    const { bars, kept } = withGaps(randomBars(3, 400), 9, 0.1);
    const found = maxDrawdown(bars.close, 30);
    const own = kept.map((k) => bars.close[k]!);
    kept.forEach((s, k) => {
      if (k < 29) {
        expect(found[s]).toBeNaN();
        return;
      }
      let deepest = 0;
      for (let i = k - 29; i <= k; i++) for (let j = i; j <= k; j++) deepest = Math.max(deepest, 1 - own[j]! / own[i]!);
      expect(found[s]).toBeCloseTo(deepest, 12);
    });
  });
  it("is none of closes that only rise", () => {
    expect(maxDrawdown(Float64Array.of(1, 2, 3), 3)[2]).toBe(0);
  });
});

describe("earnings stability", () => {
  it("is less the sd of yearly growths", () => {
    // Growths 1 and -0.5: mean 0.25, sd 0.75 sqrt(2).
    expect(earningsStability([1, 2, 1])).toBeCloseTo(-0.75 * Math.SQRT2, 12);
  });
  it("needs two growths of neighbouring years, none from zero", () => {
    expect(earningsStability([1, 2])).toBeNaN();
    expect(earningsStability([1, 2, NaN, 3, 4])).toBeCloseTo(-Math.abs(1 - 1 / 3) / Math.SQRT2, 12);
    expect(earningsStability([0, 2, 3, 4.5])).toBeCloseTo(0, 12);
    expect(earningsStability([-1, 1, 1])).toBeCloseTo(-Math.SQRT2, 12);
    expect(earningsStability([])).toBeNaN();
  });
});
