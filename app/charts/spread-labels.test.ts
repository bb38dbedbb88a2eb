import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { spreadLabels } from "./spread-labels";

describe("labels along a line", () => {
  it("stay where they belong while there is room", () => {
    expect(spreadLabels([40, 10, 70], 10, 0, 100)).toEqual([40, 10, 70]);
    expect(spreadLabels([], 10, 0, 100)).toEqual([]);
  });
  it("are moved apart about their middle, and not over the ends", () => {
    expect(spreadLabels([10, 12, 40], 6, 0, 50)).toEqual([8, 14, 40]);
    expect(spreadLabels([1, 1, 1], 6, 0, 50)).toEqual([3, 9, 15]);
    expect(spreadLabels([49, 48], 6, 0, 50)).toEqual([47, 41]);
  });
  it("never lie on each other, keep their order, and go no farther than they must", () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 300, noNaN: true }), { maxLength: 20 }), (wanted) => {
        const placed = spreadLabels(wanted, 12, 0, 300);
        const order = [...wanted.keys()].sort((a, b) => wanted[a]! - wanted[b]! || a - b);
        order.forEach((i, k) => {
          if (k > 0) expect(placed[i]! - placed[order[k - 1]!]!).toBeGreaterThan(12 - 1e-6);
          expect(placed[i]).toBeGreaterThan(6 - 1e-6);
          if (wanted.length * 12 <= 300) expect(placed[i]).toBeLessThan(294 + 1e-6);
        });
        // One that is alone within reach of none has not moved.
        wanted.forEach((y, i) => {
          const near = wanted.some((other, j) => j !== i && Math.abs(other - y) < 12 * wanted.length);
          if (!near && y > 6 && y < 294) expect(placed[i]).toBeCloseTo(y, 9);
        });
      }),
    );
  });
});
