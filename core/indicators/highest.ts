import { overDefined } from "../columns/over-defined";
import { requireWindow } from "../core-error";

/**
 * Highest of the last n values, the present one included.
 * Formula: max over a sliding window, kept in a queue of candidates (method 1, B07).
 * @param values a column, NaN where there is no bar
 * @param n window in bars
 * @returns a column of the same length and unit; NaN before the n-th value and where `values` is NaN
 * @throws CoreError `bad-window`
 * @example highest(Float64Array.of(3, 1, 2), 2) // => [NaN, 3, 2]
 */
export function highest(values: Float64Array, n: number): Float64Array {
  requireWindow("highest", n);
  return overDefined(values, (own) => extreme(own, n, 1));
}

/**
 * Lowest of the last n values, the present one included.
 * @param values a column, NaN where there is no bar
 * @param n window in bars
 * @returns a column of the same length and unit; NaN before the n-th value and where `values` is NaN
 * @throws CoreError `bad-window`
 * @example lowest(Float64Array.of(3, 1, 2), 2) // => [NaN, 1, 1]
 */
export function lowest(values: Float64Array, n: number): Float64Array {
  requireWindow("lowest", n);
  return overDefined(values, (own) => extreme(own, n, -1));
}

function extreme(own: Float64Array, n: number, sign: 1 | -1): Float64Array {
  const out = new Float64Array(own.length).fill(NaN);
  const queue = new Int32Array(own.length);
  let head = 0;
  let tail = 0;
  for (let i = 0; i < own.length; i++) {
    while (tail > head && sign * own[queue[tail - 1]!]! <= sign * own[i]!) tail--;
    queue[tail++] = i;
    if (queue[head]! <= i - n) head++;
    if (i >= n - 1) out[i] = own[queue[head]!]!;
  }
  return out;
}
