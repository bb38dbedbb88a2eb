import { describe, expect, it } from "vitest";
import type { MeasuredBars } from "../conditions/measure";
import { channelOffset, lineValue } from "./line-value";
import { lineReading } from "./line-reading";
import { measuredMove } from "./measured-move";
import { retracementLevel, retracementReading } from "./retracement";
import { zoneReading } from "./zone-reading";

/** Bars by hand: low, high, close of each; nothing for a session without one. */
function barsOf(rows: readonly (readonly [number, number, number] | null)[]): MeasuredBars {
  const column = (k: 0 | 1 | 2) => Float64Array.from(rows, (row) => row?.[k] ?? NaN);
  return { low: column(0), high: column(1), close: column(2), open: column(2), volume: column(2) };
}
const flat = (n: number, atr = 1) => new Float64Array(n).fill(atr);
const at10 = () => 10;
const above: [number, number, number] = [11, 12, 11.5];
const below: [number, number, number] = [8, 9, 8.5];

describe("the value of a line", () => {
  it("is straight on the axis it was drawn on, on both sides of its points, in either order", () => {
    const points = [
      { at: 10, price: 4 },
      { at: 12, price: 16 },
    ] as const;
    expect([8, 10, 11, 12, 14].map((s) => lineValue(points, "linear", s))).toEqual([-8, 4, 10, 16, 28]);
    expect([8, 10, 11, 12, 14].map((s) => lineValue(points, "log", s))).toEqual([1, 4, 8, 16, 64]);
    expect(lineValue([points[1], points[0]], "log", 11)).toBeCloseTo(8, 12);
    expect(() => lineValue([points[0], points[0]], "log", 3)).toThrow("two different sessions");
    expect(channelOffset([...points, { at: 11, price: 13 }], "linear")).toBe(3);
    expect(channelOffset([...points, { at: 11, price: 12 }], "log")).toBe(1.5);
  });
});

describe("a line by hand", () => {
  it("is touched once by contacts with fewer than three bars between, twice with three", () => {
    const touch: [number, number, number] = [10.05, 11, 10.8];
    const near = barsOf([above, touch, above, above, touch, above]);
    expect(lineReading(near, flat(6), at10, 0).touches).toEqual([1]);
    const apart = barsOf([above, touch, above, above, above, touch, above]);
    expect(lineReading(apart, flat(7), at10, 0).touches).toEqual([1, 5]);
    // A session without a bar does not part them.
    const halted = barsOf([above, touch, above, null, above, touch, above]);
    expect(lineReading(halted, flat(7), at10, 0).touches).toEqual([1]);
  });
  it("counts a contact to a tenth of an ATR away, not farther; none without an ATR", () => {
    const bar = (low: number) => barsOf([above, [low, 12, 11.5], above]);
    expect(lineReading(bar(10.1), flat(3), at10, 0).touches).toEqual([1]);
    expect(lineReading(bar(10.11), flat(3), at10, 0).touches).toEqual([]);
    expect(lineReading(bar(10.1), flat(3, NaN), at10, 0).touches).toEqual([]);
    expect(lineReading(bar(10), flat(3, NaN), at10, 0).touches).toEqual([1]);
  });
  it("is broken by a close beyond by more than a tenth of an ATR; an approach that breaks is no touch", () => {
    const through: [number, number, number] = [9.7, 11, 9.85];
    const held: [number, number, number] = [9.7, 11, 9.95];
    const r = lineReading(barsOf([above, held, above, above, above, through, below]), flat(7), at10, 0);
    expect(r).toEqual({ touches: [1], breaks: [{ at: 5, side: -1 }], retest: undefined, side: -1 });
    expect(lineReading(barsOf([above, held]), flat(2), at10, 0).side).toBe(1);
  });
  it("has no break by its first side, and none but by the other side", () => {
    expect(lineReading(barsOf([below, below]), flat(2), at10, 0).breaks).toEqual([]);
    expect(lineReading(barsOf([above, below, below, above]), flat(4), at10, 0).breaks).toEqual([
      { at: 1, side: -1 },
      { at: 3, side: 1 },
    ]);
  });
  it("is retested by the first contact after a bar away from it after the last break, not by bars that never left", () => {
    const through: [number, number, number] = [9.5, 11, 9.6];
    const back: [number, number, number] = [9, 10, 9.4];
    expect(lineReading(barsOf([above, through, back, below]), flat(4), at10, 0).retest).toBeUndefined();
    const r = lineReading(barsOf([above, through, below, back, below, below, below, back]), flat(8), at10, 0);
    expect(r.retest).toBe(3);
    // Both contacts after the break are touches as well.
    expect(r.touches).toEqual([3, 7]);
    const again = lineReading(barsOf([above, through, below, back, below, above]), flat(6), at10, 0);
    expect([again.retest, again.side]).toEqual([undefined, 1]);
  });
  it("begins where it begins, and of closes alone tells sides and breaks", () => {
    const touch: [number, number, number] = [10, 11, 10.8];
    expect(lineReading(barsOf([touch, above, above, above, touch]), flat(5), at10, 1).touches).toEqual([4]);
    const closes = barsOf([above, above, below]);
    const alone = { ...closes, high: flat(3, NaN), low: flat(3, NaN) };
    const r = lineReading(alone, flat(3, NaN), (s) => 10 + s / 100, 0);
    expect(r).toEqual({ touches: undefined, breaks: [{ at: 2, side: -1 }], retest: undefined, side: -1 });
  });
});

describe("a line on random bars", () => {
  /** The same by whole lists, a definition at a time. */
  function slow(bars: MeasuredBars, range: Float64Array, v: (s: number) => number, from: number) {
    const own = Array.from(bars.close.keys()).filter((s) => s >= from && !Number.isNaN(bars.close[s]));
    const tol = own.map((s) => (Number.isNaN(range[s]) ? 0 : 0.1 * range[s]!));
    const contact = own.map((s, k) => bars.low[s]! - tol[k]! <= v(s) && bars.high[s]! + tol[k]! >= v(s));
    const beyond = own.map((s, k) => (bars.close[s]! > v(s) + tol[k]! ? 1 : bars.close[s]! < v(s) - tol[k]! ? -1 : 0));
    const side = own.map((_, k) => beyond.slice(0, k + 1).findLast((x) => x !== 0) ?? 0);
    const broken = own.map((_, k) => k > 0 && side[k - 1] !== 0 && side[k] !== side[k - 1]);
    const approaches: { first: number; last: number; holds: boolean }[] = [];
    own.forEach((_, k) => {
      if (!contact[k]) return;
      const a = approaches.at(-1);
      const parted = !a || a.holds || k - a.last > 3 || broken.slice(a.last + 1, k).includes(true);
      if (parted) approaches.push({ first: k, last: k, holds: broken[k]! });
      else Object.assign(a, { last: k, holds: broken[k]! });
    });
    const last = broken.lastIndexOf(true);
    const clear = last < 0 ? -1 : contact.findIndex((c, k) => k > last && !c);
    const retest = clear < 0 ? -1 : contact.findIndex((c, k) => k > clear && c);
    return {
      touches: approaches.filter((a) => !a.holds).map((a) => own[a.first]!),
      breaks: own.filter((_, k) => broken[k]),
      retest: retest < 0 ? undefined : own[retest],
      side: side.at(-1) ?? 0,
    };
  }
  it("is what the definitions give, one after another", () => {
    let seed = 5;
    const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    let touches = 0;
    let retests = 0;
    for (let world = 0; world < 200; world++) {
      let c = 10;
      const bars = barsOf(
        Array.from({ length: 120 }, () => {
          if (random() < 0.08) return null;
          c += random() - 0.5;
          return [c - random() * 0.6, c + random() * 0.6, c] as const;
        }),
      );
      const range = Float64Array.from({ length: 120 }, (_, s) => (s < 14 ? NaN : 0.5 + random()));
      const slope = (random() - 0.5) * 0.02;
      const v = (s: number) => 10 + slope * s;
      const from = Math.floor(random() * 30);
      const fast = lineReading(bars, range, v, from);
      const plain = slow(bars, range, v, from);
      expect({ ...fast, breaks: fast.breaks.map((b) => b.at) }).toEqual(plain);
      touches += plain.touches.length;
      retests += plain.retest === undefined ? 0 : 1;
    }
    expect(touches).toBeGreaterThan(300);
    expect(retests).toBeGreaterThan(50);
  });
});

describe("a zone by hand", () => {
  const zone = { lo: 10, hi: 11 };
  const inside: [number, number, number] = [10.2, 10.8, 10.5];
  const up: [number, number, number] = [11.1, 12, 11.5];
  const down: [number, number, number] = [9, 9.9, 9.5];
  const visits = (rows: Parameters<typeof barsOf>[0], from = 0) => zoneReading(barsOf(rows), zone, from).visits;
  it("is visited once by runs with up to two bars between on one side, and left by the bar after the last", () => {
    expect(visits([up, inside, up, up, inside, down])).toEqual([{ from: 1, to: 4, left: -1, leftAt: 5 }]);
    expect(visits([up, inside, up, up, up, inside])).toEqual([
      { from: 1, to: 1, left: 1, leftAt: 2 },
      { from: 5, to: 5, left: 0, leftAt: -1 },
    ]);
    // Bars on both sides part them however few.
    expect(visits([inside, up, down, inside])).toHaveLength(2);
  });
  it("is met by a range that touches its edge, and not by a gap across", () => {
    expect(visits([up, [11, 12, 11.5], up])).toEqual([{ from: 1, to: 1, left: 1, leftAt: 2 }]);
    expect(visits([up, down, up])).toEqual([]);
    expect(visits([down, [9, 12, 11.5], up])).toEqual([{ from: 1, to: 1, left: 1, leftAt: 2 }]);
  });
  it("counts closes inside, edges too, of the bars since it begins; of closes alone no visits", () => {
    const rows = [inside, [10, 12, 11], up, null, [9, 10.5, 10]] as const;
    expect(zoneReading(barsOf(rows), zone, 1)).toMatchObject({ inside: 2, bars: 3 });
    const bars = barsOf(rows);
    const alone = { ...bars, high: flat(5, NaN), low: flat(5, NaN) };
    expect(zoneReading(alone, zone, 0)).toEqual({ visits: undefined, inside: 3, bars: 4 });
  });
});

describe("a retracement by hand", () => {
  const rise = [
    { at: 0, price: 10 },
    { at: 1, price: 20 },
  ] as const;
  it("has its levels between end and beginning, by ratios on log", () => {
    expect(retracementLevel([10, 20], 0.25, "linear")).toBe(17.5);
    expect(retracementLevel([10, 40], 0.5, "log")).toBeCloseTo(20, 12);
    expect(retracementLevel([20, 10], 0.382, "linear")).toBeCloseTo(13.82, 12);
  });
  it("tells the deepest low and which shares were reached when, until the move is exceeded", () => {
    const rows = [[9, 11, 10], [19, 20, 20], [16, 19, 18], null, [15, 18, 17], [18, 20.5, 20], [11, 19, 12]] as const;
    const r = retracementReading(barsOf(rows), rise, [0.382, 0.5, 0.618], "linear");
    expect(r).toEqual({ now: 0.8, deepest: 0.5, reached: [2, 4, -1], exceeded: 5 });
    expect(retracementReading(barsOf(rows.slice(0, 2)), rise, [0.5], "linear")).toEqual({
      now: -0,
      deepest: NaN,
      reached: [-1],
      exceeded: -1,
    });
  });
  it("goes by highs after a fall", () => {
    const fall = [
      { at: 0, price: 20 },
      { at: 1, price: 10 },
    ] as const;
    const rows = [
      [20, 21, 20],
      [10, 11, 10],
      [10, 14, 12],
      [9.9, 12, 10],
    ] as const;
    expect(retracementReading(barsOf(rows), fall, [0.382, 0.5], "linear")).toEqual({
      now: 0,
      deepest: 0.4,
      reached: [2, -1],
      exceeded: 3,
    });
  });
});

describe("a measured move by hand", () => {
  const points = [
    { at: 0, price: 10 },
    { at: 2, price: 14 },
    { at: 3, price: 12 },
  ] as const;
  const start = [
    [10, 10, 10],
    [10, 13, 12],
    [13, 14, 14],
    [12, 13, 12],
  ] as const;
  it("adds the move, on log its ratio, and its sessions", () => {
    expect(measuredMove(barsOf(start), points, "linear")).toEqual({ target: 16, due: 5, done: NaN, reached: -1, voided: -1 });
    expect(measuredMove(barsOf(start), points, "log").target).toBeCloseTo((12 * 14) / 10, 12);
  });
  it("is done by the farthest high, reached by the first, and void by an earlier close below its beginning", () => {
    const half = measuredMove(barsOf([...start, [12, 14, 13]]), points, "linear");
    expect([half.done, half.reached, half.voided]).toEqual([0.5, -1, -1]);
    const whole = measuredMove(barsOf([...start, [12, 14, 13], [13, 16, 15], [11, 12, 11]]), points, "linear");
    expect([whole.done, whole.reached, whole.voided]).toEqual([1, 5, -1]);
    const failed = measuredMove(barsOf([...start, [11, 13, 11.9], [12, 17, 16]]), points, "linear");
    expect([failed.done, failed.reached, failed.voided]).toEqual([1.25, -1, 4]);
  });
});
