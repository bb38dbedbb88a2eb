import { describe, expect, it } from "vitest";
import {
  atr,
  carryTurns,
  finishedLegs,
  nextLevels,
  presentLeg,
  presentPullback,
  swings,
  turnsIn,
  type Pivot,
  type Swings,
} from "..";
import { randomBars, withGaps } from "../testing";

const bars = randomBars(29, 900);
const close = Array.from(bars.close);
const range = Array.from(atr(bars, 14));
const cut = (t: number) => ({
  high: bars.high.slice(0, t + 1),
  low: bars.low.slice(0, t + 1),
  close: bars.close.slice(0, t + 1),
});

/** The swings by looking, for each candidate start, for the first session that leaves its extreme: no running state. */
function slowPivots(): Omit<Pivot, "close" | "atr">[] {
  const first = range.findIndex((x) => !Number.isNaN(x));
  const extremeIn = (from: number, to: number, sign: 1 | -1) => {
    let best = from;
    for (let k = from; k <= to; k++) if (sign * (close[k]! - close[best]!) > 1e-9 * close[best]!) best = k;
    return best;
  };
  const left = (from: number, t: number, sign: 1 | -1) => {
    const e = extremeIn(from, t, sign);
    return sign * (close[e]! - close[t]!) >= 3 * range[e]! - 1e-9 * close[e]! ? e : -1;
  };
  const out: Omit<Pivot, "close" | "atr">[] = [];
  let from = first;
  let kind: "high" | "low" | undefined;
  for (let t = first + 1; t < close.length; t++) {
    for (const k of kind ? [kind] : (["high", "low"] as const)) {
      const e = left(from, t, k === "high" ? 1 : -1);
      if (e < 0) continue;
      out.push({ kind: k, at: e, confirmed: t });
      from = t;
      kind = k === "high" ? "low" : "high";
      break;
    }
  }
  return out;
}

describe("swings", () => {
  it("are those found by a slow search", () => {
    const found = swings(bars).pivots.map(({ kind, at, confirmed }) => ({ kind, at, confirmed }));
    expect(found.length).toBeGreaterThan(12);
    expect(found).toEqual(slowPivots());
  });
  it("are known at a session as far as it had confirmed them, and no further", () => {
    const all = swings(bars).pivots;
    for (const t of [60, 200, 555, 899]) {
      const then = swings(cut(t));
      expect(then.pivots).toEqual(all.filter((p) => p.confirmed <= t));
      const last = then.pivots[then.pivots.length - 1];
      if (last) expect(then.running?.kind).toBe(last.kind === "low" ? "high" : "low");
    }
  });
  it("of a hand-drawn zig-zag: equal closes keep the earlier, and exactly three ATRs confirm", () => {
    // Flat for 14 ranges of 1, so that ATR(14) stays 1; then up to 12, a tie, and down by exactly 3.
    const closes = [...new Array<number>(15).fill(10), 11, 12, 12, 11, 10, 9];
    const hand = {
      close: Float64Array.from(closes),
      high: Float64Array.from(closes, (c, t) => Math.max(c, closes[t - 1] ?? c) + (c === closes[t - 1] || t === 0 ? 0.5 : 0)),
      low: Float64Array.from(closes, (c, t) => Math.min(c, closes[t - 1] ?? c) - (c === closes[t - 1] || t === 0 ? 0.5 : 0)),
    };
    const { pivots, running } = swings(hand);
    expect(pivots.map((p) => [p.kind, p.at, p.confirmed])).toEqual([["high", 16, 20]]);
    expect(running).toEqual({ kind: "low", at: 20, close: 9 });
  });
  it("of too few bars are none", () => {
    expect(swings(cut(5))).toEqual({ pivots: [], running: undefined });
  });
});

describe("legs, pullback and levels", () => {
  const found = swings(bars);
  it("the present leg is placed among the finished ones of its direction", () => {
    const leg = presentLeg(found, bars.close)!;
    const last = found.pivots[found.pivots.length - 1]!;
    expect(leg).toMatchObject({ from: last.at, to: 899, sessions: 899 - last.at });
    expect(leg.size).toBeCloseTo(close[899]! / close[last.at]! - 1, 12);
    expect(leg.atrs).toBeCloseTo((close[899]! - close[last.at]!) / range[last.at]!, 12);
    const same = finishedLegs(found, bars.close).filter((l) => l.direction === leg.direction);
    const shorter =
      same.filter((l) => l.sessions < leg.sessions).length + same.filter((l) => l.sessions === leg.sessions).length / 2;
    expect(leg.place.length).toBeCloseTo((100 * shorter) / same.length, 10);
    expect(leg.place.among).toBe(same.length);
  });
  it("finished legs alternate, rise when up and fall when down", () => {
    const legs = finishedLegs(found, bars.close);
    expect(legs.every((l) => (l.direction === "up") === l.size > 0)).toBe(true);
    expect(legs.every((l, k) => k === 0 || (l.from === legs[k - 1]!.to && l.direction !== legs[k - 1]!.direction))).toBe(true);
  });
  it("the pullback is measured from the highest close since the last low", () => {
    const pull = presentPullback(found, bars.close)!;
    const low = found.pivots.filter((p) => p.kind === "low").at(-1)!;
    expect(pull.depth).toBeCloseTo(close[899]! / Math.max(...close.slice(low.at)) - 1, 12);
    const ups = found.pivots.flatMap((p, k) =>
      p.kind === "low" && found.pivots[k + 1] ? [[p.at, found.pivots[k + 1]!.at]] : [],
    );
    const deepest = ups.map(([a, b]) =>
      Math.min(...close.slice(a, b! + 1).map((c, k) => c / Math.max(...close.slice(a, a! + k + 1)) - 1)),
    );
    expect(pull.earlier).toHaveLength(deepest.length);
    pull.earlier.forEach((d, k) => {
      expect(d).toBeCloseTo(deepest[k]!, 12);
    });
    const below = deepest.filter((d) => -d < -pull.depth).length;
    expect(pull.place).toBeCloseTo((100 * below) / deepest.length, 6);
  });
  it("levels are the pivots' closes, nearest first, met as often as pivots lie within half an ATR", () => {
    const pivot = (price: number, at: number): Pivot => ({ kind: "high", at, confirmed: at + 1, close: price, atr: 1 });
    const hand: Swings = {
      pivots: [pivot(120, 1), pivot(90, 2), pivot(119.6, 3), pivot(105, 4), pivot(100, 5)],
      running: undefined,
    };
    const { above, below } = nextLevels(hand, 100, 2);
    expect(above.map((l) => [l.price, l.met, l.at])).toEqual([
      [105, 1, 4],
      [119.6, 2, 3],
    ]);
    expect(above[0]).toMatchObject({ distance: 0.050000000000000044, atrs: 2.5 });
    expect(below.map((l) => l.price)).toEqual([90]);
    expect(nextLevels(hand, 100, NaN)).toEqual({ above: [], below: [] });
  });
});

describe("a column of turns", () => {
  it("tells the pivots, and is the same wherever it is carried on from", () => {
    for (const gone of [0, 0.05]) {
      const { bars: own } = withGaps(randomBars(31, 900), 5, gone);
      const whole = new Float64Array(900);
      carryTurns(own, whole);
      const pivots = swings(own).pivots.map(({ kind, at, confirmed, close: c }) => ({ kind, at, confirmed, close: c }));
      expect(turnsIn(whole, own.close)).toEqual(pivots);
      expect(pivots.length).toBeGreaterThan(10);
      for (let from = 0; from < 900; from += 7) {
        const column = whole.slice();
        column.fill(123, from);
        carryTurns(own, column, from);
        expect(column, `from ${from}`).toEqual(whole);
      }
    }
  });
  it("needs of what lies before the last turn as much as decides the range", () => {
    // Wild at first, so that an average true range that began later would be another.
    const own = randomBars(8, 500);
    for (let s = 0; s < 60; s++) {
      own.high[s] = own.close[s]! + 40;
      own.low[s] = Math.max(0.01, own.close[s]! - 40);
    }
    const whole = new Float64Array(500);
    carryTurns(own, whole);
    for (let from = 100; from < 500; from += 5) {
      const column = whole.slice();
      carryTurns(own, column, from);
      expect(column).toEqual(whole);
    }
  });
});
