import { overDefined } from "../columns/over-defined";
import { requireWindow } from "../core-error";

/**
 * Exponential moving average.
 * Formula: a = 2 / (n + 1); seeded with the mean of the first n values, then e += a (x - e) (method 1).
 * @param values a column, NaN where there is no bar
 * @param n window in bars
 * @returns a column of the same length and unit; NaN before the n-th value and where `values` is NaN
 * @throws CoreError `bad-window`
 * @example ema(Float64Array.of(1, 3, 5, 5), 3) // => [NaN, NaN, 3, 4]
 */
export function ema(values: Float64Array, n: number): Float64Array {
  requireWindow("ema", n);
  return overDefined(values, (own) => smoothed(own, n, 2 / (n + 1)));
}

/**
 * Wilder's smoothing.
 * Formula: as the EMA with a = 1 / n (Wilder 1978; method 1).
 * @param values a column, NaN where there is no bar
 * @param n window in bars
 * @returns a column of the same length and unit; NaN before the n-th value and where `values` is NaN
 * @throws CoreError `bad-window`
 * @example wilder(Float64Array.of(2, 4, 7), 2) // => [NaN, 3, 5]
 */
export function wilder(values: Float64Array, n: number): Float64Array {
  requireWindow("wilder", n);
  return overDefined(values, (own) => smoothed(own, n, 1 / n));
}

function smoothed(own: Float64Array, n: number, a: number): Float64Array {
  const out = new Float64Array(own.length).fill(NaN);
  if (own.length < n) return out;
  let sum = 0;
  for (let i = 0; i < n; i++) sum += own[i]!;
  let e = sum / n;
  out[n - 1] = e;
  for (let i = n; i < own.length; i++) {
    e += a * (own[i]! - e);
    out[i] = e;
  }
  return out;
}
