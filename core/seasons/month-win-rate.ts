import { isAbove } from "../columns/compare";
import { monthOf } from "../columns/epoch-day";
import { requireSameLength } from "../core-error";

/**
 * How often the calendar month of each session rose in earlier years.
 * Formula: wins / n over the last n occurrences of that month before the session's own, each from the last close of the
 * month before to its own last close; a win is an end above its start; a month without a close in the month before does
 * not count (method 9, Z32; method 7, H01).
 * @param close of one instrument, NaN where it has no bar
 * @param days epoch days of the sessions
 * @param n occurrences wanted
 * @returns fractions; NaN where there are fewer than n, and without a bar
 * @throws CoreError `bad-length`
 */
export function monthWinRate(close: Float64Array, days: Int32Array, n: number): Float64Array {
  requireSameLength("monthWinRate", close, days);
  const out = new Float64Array(close.length).fill(NaN);
  const won: boolean[][] = Array.from({ length: 12 }, () => []);
  let month = -1;
  let last = NaN;
  /** Last close of the month before the present one, where that is the calendar month just before. */
  let start = NaN;
  let rate = NaN;
  for (let t = 0; t < close.length; t++) {
    const c = close[t]!;
    if (c !== c) continue;
    const own = monthOf(days[t]!);
    if (own !== month) {
      if (month >= 0 && !Number.isNaN(start)) won[month % 12]!.push(isAbove(last, start));
      start = month >= 0 && own === month + 1 ? last : NaN;
      month = own;
      const of = won[own % 12]!;
      rate = of.length < n ? NaN : of.slice(-n).filter(Boolean).length / n;
    }
    last = c;
    out[t] = rate;
  }
  return out;
}
