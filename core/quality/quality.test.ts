import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { InstrumentBars } from "../columns/dataset";
import { barChanges } from "./bar-changes";
import { likelySplits } from "./likely-splits";
import { longestGap } from "./longest-gap";
import { suspiciousPrices } from "./suspicious-prices";
import { seeded } from "../testing";

/** A calm price with a split of a ratio at a session, and volume as many times as much from there on. */
function withSplit({
  ratio,
  at = 40,
  volumeTimes = ratio,
  n = 80,
  open = true,
}: {
  ratio: number;
  at?: number;
  volumeTimes?: number;
  n?: number;
  open?: boolean;
}) {
  const random = seeded(3);
  let price = 60;
  const close = Float64Array.from({ length: n }, (_, t) => {
    price *= 0.99 + 0.02 * random();
    return t < at ? price : price / ratio;
  });
  return {
    open: close.map((c) => (open ? c * (0.998 + 0.004 * random()) : NaN)),
    close,
    volume: close.map((_, t) => (1000 + 400 * random()) * (t < at ? 1 : volumeTimes)),
  };
}

describe("likelySplits", () => {
  it.each([2, 3, 1.5, 10, 0.5, 0.1, 4])("finds %d new shares for an old one", (ratio) => {
    expect(likelySplits(withSplit({ ratio }))).toEqual([{ t: 40, ratio: expect.closeTo(ratio, 10) as number }]);
    expect(likelySplits(withSplit({ ratio, open: false }))).toHaveLength(1);
  });
  it("wants the volume to move the other way", () => {
    expect(likelySplits(withSplit({ ratio: 2, volumeTimes: 1 }))).toEqual([]);
    expect(likelySplits(withSplit({ ratio: 2, volumeTimes: 0.5 }))).toEqual([]);
    // Half of it, in logarithms, is enough.
    expect(likelySplits(withSplit({ ratio: 4, volumeTimes: 2.2 }))).toHaveLength(1);
    expect(likelySplits(withSplit({ ratio: 4, volumeTimes: 1.6 }))).toEqual([]);
  });
  it("goes by the jump alone where there is no volume, and then wants it nearer", () => {
    const bars = withSplit({ ratio: 2 });
    const volume = new Float64Array(bars.close.length).fill(NaN);
    expect(likelySplits({ ...bars, volume })).toHaveLength(1);
    const loose = withSplit({ ratio: 2 * 1.045 });
    expect(likelySplits(loose)).toHaveLength(1);
    expect(likelySplits({ ...loose, volume })).toEqual([]);
  });
  it("goes by the volume of its own session where that is the last", () => {
    expect(likelySplits(withSplit({ ratio: 2 * 1.045, at: 79 }))).toHaveLength(1);
    expect(likelySplits(withSplit({ ratio: 2 * 1.045, at: 79, volumeTimes: 1 }))).toEqual([]);
  });
  it("passes over a fall that is no simple ratio, and one that is taken back", () => {
    expect(likelySplits(withSplit({ ratio: 1.75 }))).toEqual([]);
    const bars = withSplit({ ratio: 2 });
    bars.close.fill(bars.close[39]!, 44);
    bars.open.fill(bars.close[39]!, 44);
    expect(likelySplits(bars)).toEqual([]);
  });
  it("has nothing for no bars, one, or constant ones", () => {
    for (const n of [0, 1, 30]) {
      const flat = new Float64Array(n).fill(5);
      expect(likelySplits({ open: flat, close: flat, volume: flat })).toEqual([]);
    }
  });
});

describe("suspiciousPrices", () => {
  it("finds a slip of the decimal sign up or down, at its session", () => {
    expect(suspiciousPrices(Float64Array.of(10, 10.1, 101, 10.2, 10.1)).map(({ t, change }) => [t, Math.round(change)])).toEqual([
      [2, 9],
    ]);
    expect(suspiciousPrices(Float64Array.of(10, 1, 10.2)).map(({ t }) => t)).toEqual([1]);
  });
  it("leaves moves that stay, that are small, and those at the ends", () => {
    expect(suspiciousPrices(Float64Array.of(10, 20, 21, 20))).toEqual([]);
    expect(suspiciousPrices(Float64Array.of(10, 14.5, 10))).toEqual([]);
    expect(suspiciousPrices(Float64Array.of(100, 10, 10.1, 100))).toEqual([]);
    // The neighbours do not agree.
    expect(suspiciousPrices(Float64Array.of(10, 20, 12))).toEqual([]);
  });
});

describe("longestGap", () => {
  it("counts the sessions between, not the days", () => {
    expect(longestGap(Int32Array.of(1, 9, 10), Int32Array.of(1, 5, 9, 10))).toEqual({ sessions: 1, after: 1, before: 9 });
    expect(longestGap(Int32Array.of(5, 9), Int32Array.of(1, 2, 5, 9, 10))).toBeUndefined();
    expect(longestGap(new Int32Array(0), Int32Array.of(1))).toBeUndefined();
  });
  it("is that of a walk over all sessions", () => {
    const days = fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(days, days, (own, others) => {
        const sorted = [...own].sort((a, b) => a - b);
        const sessions = [...new Set([...own, ...others])].sort((a, b) => a - b);
        let longest = 0;
        let run = 0;
        for (const day of sessions.filter((d) => d >= sorted[0]! && d <= sorted.at(-1)!)) {
          run = own.includes(day) ? 0 : run + 1;
          longest = Math.max(longest, run);
        }
        expect(longestGap(Int32Array.from(sorted), Int32Array.from(sessions))?.sessions ?? 0).toBe(longest);
      }),
    );
  });
});

describe("barChanges", () => {
  const bars = (rows: readonly (readonly [day: number, close: number, volume?: number])[]): InstrumentBars => {
    const close = Float64Array.from(rows, ([, c]) => c);
    return {
      ticker: "A",
      days: Int32Array.from(rows, ([day]) => day),
      open: close,
      high: close,
      low: close,
      close,
      volume: Float64Array.from(rows, ([, , v]) => v ?? NaN),
    };
  };
  it("tells what is added, what is the same, and what changes by how much", () => {
    const there = bars([
      [1, 10],
      [2, 20],
      [4, 40],
      [5, 50, 7],
    ]);
    const coming = bars([
      [0, 9],
      [2, 22],
      [3, 30],
      [4, 40],
      [5, 50, 8],
      [6, 60],
    ]);
    expect(barChanges(there, coming)).toEqual({
      added: 3,
      same: 1,
      changed: 2,
      largest: { day: 2, from: 20, to: 22 },
      moves: [expect.closeTo(0.1, 12)],
    });
  });
  it("adds up to what comes", () => {
    const rows = fc.uniqueArray(fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 4 })), {
      selector: ([day]) => day,
    });
    fc.assert(
      fc.property(rows, rows, (a, b) => {
        const sorted = (list: [number, number][]) => bars([...list].sort(([x], [y]) => x - y));
        const { added, same, changed } = barChanges(sorted(a), sorted(b));
        expect(added + same + changed).toBe(b.length);
        expect(same).toBe(b.filter(([day, close]) => a.some(([d, c]) => d === day && c === close)).length);
        expect(added).toBe(b.filter(([day]) => !a.some(([d]) => d === day)).length);
      }),
    );
  });
});
