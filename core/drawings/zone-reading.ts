import { isAbove, isBelow } from "../columns/compare";
import type { MeasuredBars } from "../conditions/measure";

/** A run of bars that met a zone. */
export interface ZoneVisit {
  readonly from: number;
  readonly to: number;
  /** Which way it was left: 1 upward, -1 downward, 0 where it is still there. */
  readonly left: 1 | 0 | -1;
  /** The first bar after it, -1 for none yet. */
  readonly leftAt: number;
}

export interface ZoneReading {
  /** Undefined for bars without highs and lows. */
  readonly visits: readonly ZoneVisit[] | undefined;
  /** Bars that closed inside, of how many since it begins. */
  readonly inside: number;
  readonly bars: number;
}

const APART = 3;

/**
 * Visits to a zone of prices.
 * Formula: a bar meets it when its range overlaps [lo, hi]; a visit is a run of such bars, and runs with fewer than three bars
 * between, all of them on one side, are one. Left at the first bar after its last, upward when that bar's low is above hi, else
 * downward. Inside: close in [lo, hi]. A gap across is no visit (method 16, S71).
 * @param bars columns of one instrument up to the session, NaN where it has no bar
 * @param zone lower and upper price
 * @param from the row at which it begins
 */
export function zoneReading(
  { high, low, close }: MeasuredBars,
  { lo, hi }: { readonly lo: number; readonly hi: number },
  from: number,
): ZoneReading {
  const own: number[] = [];
  for (let s = Math.max(0, from); s < close.length; s++) if (close[s] === close[s]) own.push(s);
  const inside = own.filter((s) => !isAbove(close[s]!, hi) && !isBelow(close[s]!, lo)).length;
  const ranged = own.filter((s) => high[s] === high[s] && low[s] === low[s]);
  if (ranged.length === 0) return { visits: undefined, inside, bars: own.length };
  /** Of each bar: 0 where it meets the zone, else the side on which it lies. */
  const sides = ranged.map((s) => (isAbove(low[s]!, hi) ? 1 : isBelow(high[s]!, lo) ? -1 : 0));
  const runs: [number, number][] = [];
  for (let k = 0; k < sides.length; k++) {
    if (sides[k] !== 0) continue;
    const last = runs.at(-1);
    const between = last ? sides.slice(last[1] + 1, k) : [];
    if (last && between.length < APART && between.every((side) => side === between[0])) last[1] = k;
    else runs.push([k, k]);
  }
  const visits = runs.map(([a, b]): ZoneVisit => {
    const after = b + 1 < ranged.length ? b + 1 : -1;
    const left = after < 0 ? 0 : sides[after] === 1 ? 1 : -1;
    return { from: ranged[a]!, to: ranged[b]!, left, leftAt: after < 0 ? -1 : ranged[after]! };
  });
  return { visits, inside, bars: own.length };
}
