/**
 * Turnover.
 * Formula: C x V (method 1).
 * @param close a column of closes
 * @param volume a column of the same length
 * @returns a column in currency units; NaN where either is
 * @example turnover(Float64Array.of(2, 3), Float64Array.of(10, 20)) // => [20, 60]
 */
export function turnover(close: Float64Array, volume: Float64Array): Float64Array {
  return close.map((c, t) => c * volume[t]!);
}
