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

/**
 * Median of the first values of a list that may be rearranged: no copy, no sort (Hoare's selection).
 * @param values of any unit, without NaN; their order is lost
 * @param count how many of them, from the first
 * @returns the median, NaN for none
 * @example medianInPlace(Float64Array.of(9, 1, 5, 2), 3) // => 5
 */
export function medianInPlace(values: Float64Array, count: number): number {
  if (count === 0) return NaN;
  const middle = count >> 1;
  const upper = select(values, count, middle);
  if (count % 2 === 1) return upper;
  let lower = values[0]!;
  for (let k = 1; k < middle; k++) if (values[k]! > lower) lower = values[k]!;
  return (lower + upper) / 2;
}

/** Brings the value of a rank to its place, none larger before it and none smaller behind. */
function select(values: Float64Array, count: number, rank: number): number {
  let low = 0;
  let high = count - 1;
  while (low < high) {
    const pivot = values[(low + high) >> 1]!;
    let i = low;
    let j = high;
    while (i <= j) {
      while (values[i]! < pivot) i++;
      while (values[j]! > pivot) j--;
      if (i > j) break;
      const x = values[i]!;
      values[i++] = values[j]!;
      values[j--] = x;
    }
    if (rank <= j) high = j;
    else if (rank >= i) low = i;
    else break;
  }
  return values[rank]!;
}
