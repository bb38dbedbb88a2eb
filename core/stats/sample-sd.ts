import { mean } from "./mean";

/**
 * Sample standard deviation of the defined values.
 * Formula: sqrt(sum((x - mean)^2) / (n - 1)), centred before squaring; not larger than 1e-12 max(1, |mean|) is 0
 * (method 0, A06).
 * @param values any numbers; NaN is passed over
 * @param centre their mean, where it is known already
 * @param from index of the first that counts [all]
 * @param to index after the last [all]
 * @returns the sd in the values' unit, NaN for fewer than 2
 * @example sampleSd([2, 4, 4, 4, 5, 5, 7, 9]).toFixed(4) // => "2.1381"
 */
export function sampleSd(values: ArrayLike<number>, centre = mean(values), from = 0, to = values.length): number {
  let squares = 0;
  let n = 0;
  for (let i = from; i < to; i++) {
    const x = values[i]!;
    if (x !== x) continue;
    squares += (x - centre) * (x - centre);
    n++;
  }
  if (n < 2) return NaN;
  const sd = Math.sqrt(squares / (n - 1));
  return sd <= 1e-12 * Math.max(1, Math.abs(centre)) ? 0 : sd;
}
