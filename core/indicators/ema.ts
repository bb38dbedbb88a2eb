import { requireWindow } from "../core-error";

/**
 * Exponential moving average.
 * Formula: a = 2 / (n + 1); seeded with the mean of the first n values, then e += a (x - e) (method 1).
 * @param values a column, NaN where there is no bar
 * @param n window in bars
 * @param out a column of the same length to write into [a new one]
 * @returns a column of the same length and unit; NaN before the n-th value and where `values` is NaN
 * @throws CoreError `bad-window`
 * @example ema(Float64Array.of(1, 3, 5, 5), 3) // => [NaN, NaN, 3, 4]
 */
export function ema(values: Float64Array, n: number, out: Float64Array = new Float64Array(values.length)): Float64Array {
  requireWindow("ema", n);
  return smoothed(values, n, 2 / (n + 1), out);
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
  return smoothed(values, n, 1 / n, new Float64Array(values.length));
}

function smoothed(values: Float64Array, n: number, a: number, out: Float64Array): Float64Array {
  let seen = 0;
  let e = 0;
  for (let i = 0; i < values.length; i++) {
    const x = values[i]!;
    if (x !== x) {
      out[i] = NaN;
    } else if (seen >= n) {
      e += a * (x - e);
      out[i] = e;
    } else {
      e += x;
      if (++seen === n) e /= n;
      out[i] = seen === n ? e : NaN;
    }
  }
  return out;
}
