/**
 * Arithmetic mean of the defined values.
 * Formula: sum(x) / n, with compensated summation (Neumaier 1974).
 * @param values any numbers; NaN is passed over
 * @param from index of the first that counts [all]
 * @param to index after the last [all]
 * @returns the mean, NaN when nothing is defined
 * @example mean([1, 2, NaN, 3]) // => 2
 */
export function mean(values: ArrayLike<number>, from = 0, to = values.length): number {
  let sum = 0;
  let lost = 0;
  let n = 0;
  for (let i = from; i < to; i++) {
    const x = values[i]!;
    if (x !== x) continue;
    const next = sum + x;
    lost += Math.abs(sum) >= Math.abs(x) ? sum - next + x : x - next + sum;
    sum = next;
    n++;
  }
  return n === 0 ? NaN : (sum + lost) / n;
}
