import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { priceDecimals } from "..";

describe("decimals of a price", () => {
  it.each([
    [10, 2],
    [9.99, 3],
    [1.01, 3],
    [1, 4],
    [0.99, 4],
    [0.1, 5],
    [0.034, 5],
    [0.0001, 8],
    [1e-20, 12],
    [5_000, 2],
    [0, 2],
    [-3, 2],
    [NaN, 2],
    [Infinity, 2],
  ])("of %f are %i", (close, decimals) => {
    expect(priceDecimals(close)).toBe(decimals);
  });
  it("never make a step larger than a thousandth below ten, nor need more than it", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 9.999, noNaN: true }), (close) => {
        const tick = 10 ** -priceDecimals(close);
        expect(tick).toBeGreaterThanOrEqual(0.0001 * close * (1 - 1e-9));
        expect(tick).toBeLessThan(0.001 * close * (1 + 1e-9) + 1e-15);
      }),
    );
  });
});
