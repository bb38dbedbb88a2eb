import { overDefined } from "../columns/over-defined";
import { requireWindow } from "../core-error";

/** After this many bars the running sum is formed anew, so that rounding cannot build up. */
const ANCHOR = 512;

/**
 * Simple moving average.
 * Formula: mean of the last n defined values (method 1).
 * @param values a column, NaN where there is no bar
 * @param n window in bars
 * @returns a column of the same length and unit; NaN before the n-th value and where `values` is NaN
 * @throws CoreError `bad-window`
 * @example sma(Float64Array.of(1, 2, 3, 6), 2) // => [NaN, 1.5, 2.5, 4.5]
 */
export function sma(values: Float64Array, n: number): Float64Array {
  requireWindow("sma", n);
  return overDefined(values, (own) => {
    const out = new Float64Array(own.length).fill(NaN);
    let sum = 0;
    for (let i = 0; i < own.length; i++) {
      if (i % ANCHOR === 0) {
        sum = 0;
        for (let k = Math.max(0, i - n + 1); k <= i; k++) sum += own[k]!;
      } else {
        sum += own[i]! - (i >= n ? own[i - n]! : 0);
      }
      if (i >= n - 1) out[i] = sum / n;
    }
    return out;
  });
}
