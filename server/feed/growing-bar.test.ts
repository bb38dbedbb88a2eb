import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { ReserveBar } from "@core/columns/dataset";
import { growingBar } from "./growing-bar";

describe("a growing bar", () => {
  it("walks to the low first when it closes up, to the high first when it closes down", () => {
    // 10 to 9 to 13 to 12: six points of way.
    const up: ReserveBar = ["A", 10, 13, 9, 12, 600];
    expect(growingBar(up, 1 / 12)).toEqual(["A", 10, 10, 9.5, 9.5, 50]);
    expect(growingBar(up, 0.5)).toEqual(["A", 10, 11, 9, 11, 300]);
    expect(growingBar(up, 5.5 / 6)).toEqual(["A", 10, 13, 9, 12.5, 550]);
    expect(growingBar(up, 1)).toBe(up);
    const down: ReserveBar = ["A", 10, 11, 8, 9, 500];
    expect(growingBar(down, 0.2)).toEqual(["A", 10, 11, 10, 11, 100]);
  });
  it("stays within its finished self, and its own high and low hold its open and close", () => {
    const price = fc.integer({ min: 100, max: 99_999 }).map((c) => c / 100);
    fc.assert(
      fc.property(price, price, price, price, fc.double({ min: 0.01, max: 1, noNaN: true }), (a, b, c, d, share) => {
        const [low, x, y, high] = [a, b, c, d].sort((p, q) => p - q) as [number, number, number, number];
        const [, open, top, bottom, close] = growingBar(["A", x, high, low, y, 1000], share);
        expect(open).toBe(x);
        expect(top <= high && bottom >= low && top >= Math.max(open, close) && bottom <= Math.min(open, close)).toBe(true);
      }),
    );
  });
});
