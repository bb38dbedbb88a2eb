/**
 * Median of the defined values.
 * Formula: the middle of the sorted values, the mean of the middle two for an even number.
 * @param values any numbers; NaN is passed over
 * @returns the median, NaN when nothing is defined
 * @example median([3, 1, NaN, 2, 10]) // => 2.5
 */
export function median(values: ArrayLike<number>): number {
  const sorted = Float64Array.from(values)
    .filter((x) => !Number.isNaN(x))
    .sort();
  const n = sorted.length;
  if (n === 0) return NaN;
  const upper = sorted[n >> 1]!;
  return n % 2 === 1 ? upper : (sorted[(n >> 1) - 1]! + upper) / 2;
}
