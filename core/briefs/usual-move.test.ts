import { describe, expect, it } from "vitest";
import { usualMove } from "..";
import { seeded } from "../testing";

describe("how far a figure usually moves", () => {
  it("is what four of five of its own moves over as long a span stay within", () => {
    // Moves of one session: 1, 2, 3, ..., so that the percentile can be counted.
    const values = Float64Array.from({ length: 302 }, (_, s) => (s * (s + 1)) / 2);
    // Of moves 1 to 301 by linear interpolation.
    expect(usualMove(values, 1, 301)).toBeCloseTo(1 + 0.8 * 300, 9);
  });
  it("looks at the last 756 sessions, and needs 252 with both ends", () => {
    const random = seeded(8);
    const values = Float64Array.from({ length: 1200 }, (_, s) => (s < 300 ? 100 * random() : random()));
    for (const [span, t] of [
      [1, 1199],
      [5, 1100],
      [21, 400],
    ] as const) {
      const moves: number[] = [];
      for (let s = t; s > t - 756 && s >= span; s--) moves.push(Math.abs(values[s]! - values[s - span]!));
      moves.sort((a, b) => a - b);
      const place = 0.8 * (moves.length - 1);
      const [low, high] = [moves[Math.floor(place)]!, moves[Math.ceil(place)]!];
      expect(usualMove(values, span, t)).toBeCloseTo(low + (place % 1) * (high - low), 12);
    }
    // What was wild lies before the window, but for the last session.
    expect(usualMove(values, 1, 1055)).toBeLessThan(1.01);
    const short = Float64Array.from({ length: 253 }, (_, s) => s);
    expect(usualMove(short, 1, 252)).toBe(1);
    expect(usualMove(short, 2, 252)).toBeNaN();
    short[100] = NaN;
    expect(usualMove(short, 1, 252)).toBeNaN();
  });
  it("looks at nothing later, and needs a span", () => {
    const values = Float64Array.from({ length: 600 }, (_, s) => Math.sin(s));
    const before = usualMove(values, 3, 400);
    values.fill(1e9, 401);
    expect(usualMove(values, 3, 400)).toBe(before);
    expect(() => usualMove(values, 0, 400)).toThrow("usualMove");
  });
});
