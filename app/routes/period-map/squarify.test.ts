import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { squarify } from "./squarify";

const within = { x: 10, y: 20, width: 300, height: 120 };

describe("squarify", () => {
  it("fills the rectangle in proportion, without overlap", () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.1, max: 1000, noNaN: true }), { minLength: 1, maxLength: 60 }), (raw) => {
        const values = [...raw].sort((a, b) => b - a);
        const areas = squarify(values, within);
        const total = values.reduce((sum, v) => sum + v, 0);
        areas.forEach((area, k) => {
          expect(area.width * area.height).toBeCloseTo((values[k]! / total) * 300 * 120, 4);
          expect(area.x >= within.x - 1e-6 && area.x + area.width <= within.x + within.width + 1e-6).toBe(true);
          expect(area.y >= within.y - 1e-6 && area.y + area.height <= within.y + within.height + 1e-6).toBe(true);
        });
        for (let a = 0; a < areas.length; a++)
          for (let b = a + 1; b < areas.length; b++) {
            const [p, q] = [areas[a]!, areas[b]!];
            const wide = Math.min(p.x + p.width, q.x + q.width) - Math.max(p.x, q.x);
            const high = Math.min(p.y + p.height, q.y + q.height) - Math.max(p.y, q.y);
            expect(wide < 1e-6 || high < 1e-6).toBe(true);
          }
      }),
      { numRuns: 60 },
    );
  });
  it("keeps equal values near to squares, and gives nothing where there is nothing", () => {
    for (const { width, height } of squarify(new Array<number>(12).fill(1), within))
      expect(Math.max(width / height, height / width)).toBeLessThan(2);
    expect(squarify([0, 0], within).every((a) => a.width === 0)).toBe(true);
    expect(squarify([], within)).toEqual([]);
  });
});
