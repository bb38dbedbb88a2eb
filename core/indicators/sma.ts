import { requireWindow } from "../core-error";

/** After this many bars the running sum is formed anew, so that rounding cannot build up. */
const ANCHOR = 512;

/**
 * Simple moving average.
 * Formula: mean of the last n defined values (method 1).
 * @param values a column, NaN where there is no bar
 * @param n window in bars
 * @param out a column of the same length to write into [a new one]
 * @returns a column of the same length and unit; NaN before the n-th value and where `values` is NaN
 * @throws CoreError `bad-window`
 * @example sma(Float64Array.of(1, 2, 3, 6), 2) // => [NaN, 1.5, 2.5, 4.5]
 */
export function sma(values: Float64Array, n: number, out: Float64Array = new Float64Array(values.length)): Float64Array {
  requireWindow("sma", n);
  const window = new Float64Array(n);
  let seen = 0;
  let place = 0;
  let sum = 0;
  for (let i = 0; i < values.length; i++) {
    const x = values[i]!;
    if (x !== x) {
      out[i] = NaN;
      continue;
    }
    sum += x - (seen >= n ? window[place]! : 0);
    window[place] = x;
    if (++place === n) place = 0;
    seen++;
    if (seen % ANCHOR === 0) {
      sum = 0;
      for (let k = 0; k < Math.min(seen, n); k++) sum += window[k]!;
    }
    out[i] = seen >= n ? sum / n : NaN;
  }
  return out;
}

/**
 * Simple moving average as of one session, without forming the column.
 * @param values a column, NaN where there is no bar
 * @param t session index
 * @param n window in bars
 * @returns the mean of the last n defined values; NaN without a value on t or with fewer than n
 * @throws CoreError `bad-window`
 * @example smaAt(Float64Array.of(1, NaN, 3), 2, 2) // => 2
 */
export function smaAt(values: Float64Array, t: number, n: number): number {
  requireWindow("smaAt", n);
  if (t < 0 || Number.isNaN(values[t] ?? NaN)) return NaN;
  let sum = 0;
  let seen = 0;
  for (let i = t; i >= 0 && seen < n; i--) {
    const x = values[i]!;
    if (x !== x) continue;
    sum += x;
    seen++;
  }
  return seen < n ? NaN : sum / n;
}
