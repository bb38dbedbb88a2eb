import type { CalendarPeriods, PeriodReturns } from "@core";

/** How calls made on earlier years came out in the latest ones. */
export interface HeldOut {
  readonly calls: number;
  readonly hits: number;
  /** Three a call. */
  readonly cases: number;
  /** The mean over the calls of how often any month of theirs went that way in the years searched. */
  readonly base: number;
}

const HELD = 3;

interface Searched {
  readonly periods: CalendarPeriods;
  readonly counted: number;
  readonly side: 1 | -1;
  /** At least so many wins of n make a call. */
  readonly n: number;
  readonly wins: number;
}

/**
 * The search repeated with the three latest occurrences of each month left out: every member and month of the year with at least
 * so many wins in the n before them is a call, and right in each of the three that went its way (after method 7, H12).
 */
export function heldOut(members: readonly PeriodReturns[], { periods, counted, side, n, wins }: Searched): HeldOut {
  let [calls, hits, base] = [0, 0, 0];
  for (const { returns, signs } of members) {
    const byPlace = new Map<number, number[]>();
    for (let k = 0; k < counted; k++) {
      if (Number.isNaN(returns[k])) continue;
      const of = byPlace.get(periods.places[k]!);
      if (of) of.push(k);
      else byPlace.set(periods.places[k]!, [k]);
    }
    for (const all of byPlace.values()) {
      if (all.length < n + HELD) continue;
      const searched = all.slice(-n - HELD, -HELD);
      if (searched.filter((k) => signs[k] === side).length < wins) continue;
      calls++;
      hits += all.slice(-HELD).filter((k) => signs[k] === side).length;
      base += shareOfWins(returns, signs, { from: searched[0]!, to: searched[n - 1]!, side });
    }
  }
  return { calls, hits, cases: HELD * calls, base: calls === 0 ? NaN : base / calls };
}

function shareOfWins(
  returns: Float64Array,
  signs: Int8Array,
  { from, to, side }: { readonly from: number; readonly to: number; readonly side: 1 | -1 },
): number {
  let [n, won] = [0, 0];
  for (let k = from; k <= to; k++) {
    if (Number.isNaN(returns[k])) continue;
    n++;
    if (signs[k] === side) won++;
  }
  return won / n;
}
