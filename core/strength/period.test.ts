import { describe, expect, it } from "vitest";
import { ema } from "../indicators/ema";
import { randomBars, withGaps } from "../testing";
import { heldAbove, periodReturn, volumeRise } from "./period";

describe("a period", () => {
  const { bars } = withGaps(randomBars(7, 300), 3, 0.1);
  const { close, volume } = bars;
  it("goes from the last close on or before its start to the last on or before its end", () => {
    for (let a = 20; a < 250; a += 7) {
      const b = a + 30;
      const known = (to: number) => close.findLastIndex((c, s) => s <= to && !Number.isNaN(c));
      const { change, ended } = periodReturn(close, a, b);
      expect(change).toBeCloseTo(close[known(b)]! / close[known(a)]! - 1, 12);
      expect(ended).toBe(Number.isNaN(close[b]));
    }
  });
  it("does not begin with a close more than five sessions old, and ends with the last close of one that left", () => {
    const gap = Float64Array.of(5, NaN, NaN, NaN, NaN, NaN, NaN, 7, 8, NaN, NaN);
    expect(periodReturn(gap, 5, 8).change).toBeCloseTo(8 / 5 - 1, 12);
    expect(periodReturn(gap, 6, 8).change).toBeNaN();
    expect(periodReturn(gap, 7, 10)).toEqual({ change: (8 - 7) / 7, ended: true });
    expect(periodReturn(gap, 7, 7)).toEqual({ change: 0, ended: false });
  });
  it("is held above an average when every bar of it is", () => {
    const average = ema(close, 10);
    for (let a = 15; a < 280; a++) {
      const rows = [a, a + 1, a + 2, a + 3].filter((s) => !Number.isNaN(close[s]));
      expect(heldAbove(close, average, a, a + 3)).toBe(
        rows.length > 0 && rows.every((s) => close[s]! > average[s]! * (1 + 1e-9)),
      );
    }
    expect(heldAbove(close, average, 0, 20)).toBe(false);
    expect(heldAbove(new Float64Array(5).fill(NaN), new Float64Array(5).fill(1), 0, 4)).toBe(false);
  });
  it("compares its volume with the bars before it", () => {
    const [a, b] = [150, 170];
    const before = Array.from(volume.subarray(0, a + 1))
      .filter((v) => !Number.isNaN(v))
      .slice(-50);
    const inside = Array.from(volume.subarray(a + 1, b + 1)).filter((v) => !Number.isNaN(v));
    const average = (xs: readonly number[]) => xs.reduce((x, y) => x + y, 0) / xs.length;
    expect(volumeRise(volume, a, b)).toBeCloseTo(average(inside) / average(before) - 1, 12);
    expect(volumeRise(volume, 20, b)).toBeNaN();
    expect(volumeRise(volume, a, a)).toBeNaN();
  });
});
