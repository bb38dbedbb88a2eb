import { overDefined } from "../columns/over-defined";
import { requireWindow } from "../core-error";
import { sampleSd } from "../stats/sample-sd";

/**
 * The deepest fall within a window of closes.
 * Formula: largest 1 - C[j] / max(C[i..j]) within the n closes ending at t (method 10, K05).
 * @param close NaN where there is no bar
 * @param n bars of the window
 * @returns positive fractions; NaN before bar n and without a bar
 * @throws CoreError `bad-window`
 * @example maxDrawdown(Float64Array.of(10, 8, 9), 3)[2].toFixed(2) // => "0.20"
 */
export function maxDrawdown(close: Float64Array, n: number): Float64Array {
  requireWindow("maxDrawdown", n);
  return overDefined(close, (own) => {
    const out = new Float64Array(own.length).fill(NaN);
    for (let t = n - 1; t < own.length; t++) {
      let top = 0;
      let deepest = 1;
      for (let k = t - n + 1; k <= t; k++) {
        const c = own[k]!;
        if (c > top) top = c;
        else if (c < deepest * top) deepest = c / top;
      }
      out[t] = 1 - deepest;
    }
    return out;
  });
}

/**
 * How steady yearly earnings have grown.
 * Formula: - sd of (EPS_y - EPS_(y-1)) / |EPS_(y-1)| over finished years, those after a zero left out; at least two (method
 * 10, K04, R03).
 * @param yearly EPS of each year in order, NaN for a year in which none became known
 * @returns at most 0; NaN for fewer than two growths
 * @example earningsStability([1, 2, 4]) // => -0
 */
export function earningsStability(yearly: readonly number[]): number {
  const growths = yearly.flatMap((eps, k) => {
    const before = yearly[k - 1] ?? NaN;
    const growth = (eps - before) / Math.abs(before);
    return Number.isFinite(growth) ? [growth] : [];
  });
  return growths.length < 2 ? NaN : -sampleSd(growths);
}
