import { requireWindow } from "../core-error";

/**
 * Sample standard deviation of the last n values.
 * Formula: sqrt(sum((x - mean)^2) / (n - 1)), the sums taken around the window's first value (method 0, A06).
 * @param values a column, NaN where there is none; windows run over its defined values
 * @param n window in defined values, at least 2
 * @returns a column in the unit of `values`; NaN before the n-th value and where `values` is NaN, 0 where all are equal
 * @throws CoreError `bad-window`
 * @example trailingSd(Float64Array.of(1, 3, NaN, 5), 2) // => [NaN, Math.SQRT2, NaN, Math.SQRT2]
 */
export function trailingSd(values: Float64Array, n: number): Float64Array {
  requireWindow("trailingSd", n);
  const out = new Float64Array(values.length).fill(NaN);
  const own = new Float64Array(values.length);
  let seen = 0;
  // Sums of x - shift and of its square over the window, formed anew around its first value now and then.
  let shift = 0;
  let sum = 0;
  let squares = 0;
  let largest = 0;
  for (let t = 0; t < values.length; t++) {
    const x = values[t]!;
    if (x !== x) continue;
    own[seen++] = x;
    if (seen < n || n < 2) continue;
    const gone = seen > n ? own[seen - n - 1]! - shift : 0;
    sum += x - shift - gone;
    squares += (x - shift) * (x - shift) - gone * gone;
    largest = Math.max(largest, squares);
    let spread = squares - (sum * sum) / n;
    if (seen === n || seen % ANCHOR === 0 || !(spread > 1e-6 * largest)) {
      shift = own[seen - n]!;
      sum = 0;
      squares = 0;
      for (let k = seen - n + 1; k < seen; k++) {
        const y = own[k]! - shift;
        sum += y;
        squares += y * y;
      }
      largest = squares;
      spread = squares - (sum * sum) / n;
    }
    const sd = spread > 0 ? Math.sqrt(spread / (n - 1)) : 0;
    out[t] = sd <= 1e-12 * Math.max(1, Math.abs(shift + sum / n)) ? 0 : sd;
  }
  return out;
}

/** Values after which the sums are formed anew. */
const ANCHOR = 64;
