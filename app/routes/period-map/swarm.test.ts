import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fittingSwarms, radiusAt, stacked, type Dot } from "./swarm";

const dots = fc.array(
  fc.record({ x: fc.double({ min: 0, max: 200, noNaN: true }), radius: fc.double({ min: 1, max: 6, noNaN: true }) }),
  {
    maxLength: 60,
  },
);
const apart = (row: readonly Dot[], places: readonly number[], size = (radius: number) => radius) =>
  row.every((a, i) =>
    row.every((b, k) => i >= k || Math.hypot(a.x - b.x, places[i]! - places[k]!) >= size(a.radius) + size(b.radius) - 1e-6),
  );

describe("stacked dots", () => {
  it("never lie on each other", () => {
    fc.assert(
      fc.property(dots, (row) => {
        expect(apart(row, stacked(row))).toBe(true);
      }),
      { numRuns: 100 },
    );
  });
  it("stand on the middle line where there is room, and close to it where there is not", () => {
    expect(
      stacked([
        { x: 0, radius: 3 },
        { x: 10, radius: 3 },
      ]),
    ).toEqual([0, 0]);
    const three = stacked([
      { x: 5, radius: 3 },
      { x: 5, radius: 2 },
      { x: 5, radius: 2 },
    ]);
    expect(three[0]).toBe(0);
    expect(three.slice(1).map(Math.abs)).toEqual([expect.closeTo(5.6, 9), expect.closeTo(5.6, 9)]);
    expect(three[1]).toBe(-three[2]!);
    expect(stacked([])).toEqual([]);
    // Nearly touching is touching.
    const [one, other] = stacked([
      { x: 0, radius: 3 },
      { x: 5.8, radius: 3 },
    ]);
    expect(Math.hypot(5.8, one! - other!)).toBeGreaterThanOrEqual(6.6 - 1e-9);
  });
  it("shrink together until each row fits its height", () => {
    const crowd = Array.from({ length: 40 }, () => ({ x: 50, radius: 4 }));
    const { share, places } = fittingSwarms([crowd, [{ x: 1, radius: 4 }]], 75, 2);
    expect(share).toBeLessThan(1);
    expect(apart(crowd, places[0]!, (r) => radiusAt(share, 2, r))).toBe(true);
    expect(places[0]!.every((y) => Math.abs(y) + radiusAt(share, 2, 4) <= 75)).toBe(true);
    expect(fittingSwarms([[{ x: 1, radius: 4 }]], 10, 2)).toEqual({ share: 1, places: [[0]] });
    // The smallest keep their size until the spread is half gone.
    expect([radiusAt(1, 2, 4), radiusAt(0.5, 2, 4), radiusAt(0.25, 2, 4)]).toEqual([4, 3, 1.5]);
    // Too many for any radius: those without room lie on the middle line.
    const tooMany = fittingSwarms([Array.from({ length: 300 }, () => ({ x: 0, radius: 4 }))], 5, 2);
    expect(tooMany.share).toBe(0.15);
    expect(tooMany.places[0]!.filter((y) => y !== 0)).toHaveLength(2);
  });
});
