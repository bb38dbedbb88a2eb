import { isAbove, isBelow } from "../columns/compare";
import type { CalendarPeriods } from "./calendar-periods";

/** What one series made in each period of its calendar. */
export interface PeriodReturns {
  /** Fractions; NaN where the period does not count. The last one, where it is not over, is what it has made so far. */
  readonly returns: Float64Array;
  /** 1 where it ended above its start, -1 below it, 0 level or not counted. */
  readonly signs: Int8Array;
}

/**
 * The return of each period: from the last close of the one before to its own last close.
 * Formula: C[end]/C[end of the one before] - 1; it counts with a close in the period before by name, one in itself, and a bar
 * on its last session or later (method 7, H01, Q01, Z20).
 * @param close of one series on the sessions of the calendar, NaN where it has no bar
 * @param periods of that calendar
 * @returns columns of a value a period
 */
export function periodReturns(close: Float64Array, { ends, follows, isLastOver }: CalendarPeriods): PeriodReturns {
  const returns = new Float64Array(ends.length).fill(NaN);
  const signs = new Int8Array(ends.length);
  let lastBar = close.length - 1;
  while (lastBar >= 0 && Number.isNaN(close[lastBar])) lastBar--;
  let start = NaN;
  let before = -1;
  for (let k = 0; k < ends.length; k++) {
    const end = ends[k]!;
    let s = end;
    while (s > before && Number.isNaN(close[s])) s--;
    const own = s > before ? close[s]! : NaN;
    const counts = lastBar >= end || (k === ends.length - 1 && !isLastOver);
    if (counts && follows[k] === 1 && start === start && own === own) {
      returns[k] = own / start - 1;
      signs[k] = isAbove(own, start) ? 1 : isBelow(own, start) ? -1 : 0;
    }
    start = own;
    before = end;
  }
  return { returns, signs };
}
