import { atr } from "../indicators/atr";
import type { MeasuredBars } from "../conditions/measure";
import { quantileOfSorted } from "../stats/quantile";

const WINDOW = 60;
const SHARE = 0.75;

/**
 * Reach: how far a session usually runs one way from its open.
 * Formula: ATR(14)[t] x the 75th percentile over the 60 sessions to t of max(H - O, O - L) / ATR(14) of the session before, by linear
 * interpolation; a ratio over an ATR of 0, or without an open, is not defined and not counted (method 11, P03, R15).
 * @param bars of one instrument, NaN where it has no bar
 * @returns a column in price units; NaN with fewer than 60 ratios, and on a session without one of its own
 */
export function reach(bars: MeasuredBars): Float64Array {
  const { open, high, low, close } = bars;
  const range = atr(bars, 14);
  const out = new Float64Array(close.length).fill(NaN);
  const ratios = new Float64Array(close.length);
  // The latest ratios in order of size.
  const sorted = new Float64Array(WINDOW).fill(Infinity);
  let seen = 0;
  let before = NaN;
  for (let t = 0; t < close.length; t++) {
    if (close[t] !== close[t]) continue;
    const run = Math.max(high[t]! - open[t]!, open[t]! - low[t]!);
    const ratio = before > 0 ? run / before : NaN;
    before = range[t]!;
    if (ratio !== ratio) continue;
    place(ratio, sorted, seen < WINDOW ? seen : placeOf(ratios[seen - WINDOW]!, sorted));
    ratios[seen++] = ratio;
    if (seen >= WINDOW) out[t] = range[t]! * quantileOfSorted(sorted, SHARE);
  }
  return out;
}

/** Puts a value into an ascending row where another leaves it. */
function place(x: number, sorted: Float64Array, gone: number): void {
  let k = gone;
  for (; k > 0 && sorted[k - 1]! > x; k--) sorted[k] = sorted[k - 1]!;
  for (; k + 1 < sorted.length && sorted[k + 1]! < x; k++) sorted[k] = sorted[k + 1]!;
  sorted[k] = x;
}

/** How many values of an ascending row are smaller. */
function placeOf(x: number, sorted: Float64Array): number {
  let [from, to] = [0, sorted.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (sorted[middle]! < x) from = middle + 1;
    else to = middle;
  }
  return from;
}
