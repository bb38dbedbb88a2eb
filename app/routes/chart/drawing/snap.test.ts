import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dayOf, movedAlong, movedUp, snapped, snapsOf, type SnapBars } from "./snap";

const bars: SnapBars = {
  days: Int32Array.of(100, 101, 102),
  open: Float64Array.of(10, 12, NaN),
  high: Float64Array.of(14, 12, 20),
  low: Float64Array.of(8, 11, 16),
  close: Float64Array.of(12, 12, 18),
};
const within = (reach: number, of: number) => (price: number) => Math.abs(price - of) <= reach;

describe("the prices of a bar", () => {
  it("stand from the lowest up, each once, without those that it has not", () => {
    expect(snapsOf(bars, 0).map((s) => s.name)).toEqual(["low", "open", "close", "high"]);
    // Open, high and close are one price: the first by name.
    expect(snapsOf(bars, 1)).toEqual([
      { name: "low", price: 11 },
      { name: "open", price: 12 },
    ]);
    expect(snapsOf(bars, 2).map((s) => s.name)).toEqual(["low", "close", "high"]);
    expect(snapsOf(bars, 9)).toEqual([]);
  });
});

describe("a point that is placed", () => {
  it("goes to the nearest price of its bar that is near enough", () => {
    expect(snapped(bars, { sample: 0, price: 9.1 }, within(2, 9.1))).toEqual({ sample: 0, price: 10, snap: "open" });
    expect(snapped(bars, { sample: 0, price: 8.9 }, within(2, 8.9))).toEqual({ sample: 0, price: 8, snap: "low" });
  });

  it("stays where it is, on the tick, where none is near", () => {
    expect(snapped(bars, { sample: 0, price: 25.12345 }, () => false)).toEqual({ sample: 0, price: 25.12, snap: undefined });
  });

  it("is never below the least price, nor outside the bars", () => {
    expect(snapped(bars, { sample: -4, price: -3 }, () => false)).toMatchObject({ sample: 0 });
    expect(snapped(bars, { sample: -4, price: -3 }, () => false).price).toBeGreaterThan(0);
    expect(snapped(bars, { sample: 44, price: 5 }, () => false).sample).toBe(2);
  });
});

describe("a point that is moved by keys", () => {
  it("along the bars stays at the same price of them, and loses it where a bar has none", () => {
    const high = snapped(bars, { sample: 0, price: 14 }, within(0.1, 14));
    expect(movedAlong(bars, high, 2)).toEqual({ sample: 2, price: 20, snap: "high" });
    const open = snapped(bars, { sample: 0, price: 10 }, within(0.1, 10));
    expect(movedAlong(bars, open, 2)).toEqual({ sample: 2, price: 10, snap: undefined });
    expect(movedAlong(bars, { sample: 1, price: 5, snap: undefined }, 1)).toEqual({ sample: 2, price: 5, snap: undefined });
    expect([movedAlong(bars, high, -5).sample, movedAlong(bars, high, 5).sample]).toEqual([0, 2]);
  });

  it("up and down takes every price of the bar on its way, and goes on by steps past the last", () => {
    let at = snapped(bars, { sample: 0, price: 7 }, () => false);
    const seen: (string | undefined)[] = [];
    for (let k = 0; k < 8; k++) {
      at = movedUp(bars, at, 1, 1.5);
      if (at.snap) seen.push(at.snap);
    }
    expect(seen).toEqual(["low", "open", "close", "high"]);
    for (let k = 0; k < 8; k++) {
      at = movedUp(bars, at, -1, 1.5);
      if (at.snap) seen.push(at.snap);
    }
    expect(seen.slice(4)).toEqual(["high", "close", "open", "low"]);
  });

  it("always moves the way it is told, by a step at most", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 2 }),
        fc.integer({ min: 500, max: 3000 }),
        fc.constantFrom(1, -1),
        (sample, cents, way) => {
          const before = { sample, price: cents / 100, snap: undefined };
          const after = movedUp(bars, before, way, 0.5);
          expect(way * (after.price - before.price)).toBeGreaterThan(0);
          expect(Math.abs(after.price - before.price)).toBeLessThanOrEqual(0.5 + 1e-9);
        },
      ),
    );
  });
});

describe("the day of a point", () => {
  const extremeDays = { open: Int32Array.of(96, 101, 102), high: Int32Array.of(97, 101, 102), low: Int32Array.of(98, 101, 102) };

  it("in weeks is the day that had the price; of a close and of any other price the last", () => {
    const weeks = { ...bars, extremeDays };
    const day = (snap: "open" | "high" | "low" | "close" | undefined) => dayOf(weeks, { sample: 0, price: 1, snap });
    expect([day("open"), day("high"), day("low"), day("close"), day(undefined)]).toEqual([96, 97, 98, 100, 100]);
  });

  it("in days is the day", () => {
    expect(dayOf(bars, { sample: 1, price: 12, snap: "high" })).toBe(101);
  });
});
