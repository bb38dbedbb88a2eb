import { mean } from "./mean";
import { sampleSd } from "./sample-sd";

/**
 * z of each value within its set.
 * Formula: (x - mean) / sd, sd the sample standard deviation of the set (method 5, F01).
 * @param values the set; NaN stays NaN and is not counted
 * @returns as many z in sd; all NaN for fewer than 2 defined values or an sd of 0
 * @example zScores([1, 2, 3]) // => [-1, 0, 1]
 */
export function zScores(values: ArrayLike<number>): Float64Array {
  const centre = mean(values);
  const sd = sampleSd(values, centre);
  return Float64Array.from(values, (x) => (sd > 0 ? (x - centre) / sd : NaN));
}

/**
 * z of each value of a series within its own trailing window.
 * Formula: (x[t] - mean) / sd over the defined values among the last n rows, t included (method 0, A13).
 * @param values a column, NaN where undefined
 * @param n rows in the window
 * @param least how many of them must be defined [n]
 * @returns a column of the same length; NaN where x is NaN, too few are defined, or the sd is 0
 * @throws CoreError `bad-window` through the caller's contract: n of at least 2
 */
export function trailingZ(values: Float64Array, n: number, least = n): Float64Array {
  const out = new Float64Array(values.length).fill(NaN);
  const defined = new Float64Array(values.length + 1);
  for (let i = 0; i < values.length; i++) defined[i + 1] = defined[i]! + (Number.isNaN(values[i]) ? 0 : 1);
  for (let t = 0; t < values.length; t++) {
    const x = values[t]!;
    const start = Math.max(0, t + 1 - n);
    if (x !== x || defined[t + 1]! - defined[start]! < least) continue;
    const window = values.subarray(start, t + 1);
    const centre = mean(window);
    const sd = sampleSd(window, centre);
    if (sd > 0) out[t] = (x - centre) / sd;
  }
  return out;
}
