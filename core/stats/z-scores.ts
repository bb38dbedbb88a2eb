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

/** After this many rows the running sums are formed anew, so that rounding cannot build up. */
const ANCHOR = 128;

export interface TrailingOptions {
  readonly least?: number;
  readonly into?: Float64Array;
  readonly start?: number;
}

/**
 * z of each value of a series within its own trailing window.
 * Formula: (x[t] - mean) / sd over the defined values among the last n rows, t included (method 0, A13).
 * @param values a column, NaN where undefined
 * @param n rows in the window
 * @param options least: how many of them must be defined [n]; into: a column to write into, which holds the rows before `start`
 * already [a new one]; start: first row to calculate [0]
 * @returns a column of the same length; NaN where x is NaN, too few are defined, or the sd is 0
 * @throws CoreError `bad-window` through the caller's contract: n of at least 2
 */
export function trailingZ(
  values: Float64Array,
  n: number,
  { least = n, into = new Float64Array(values.length), start = 0 }: TrailingOptions = {},
): Float64Array {
  const out = into.fill(NaN, start);
  // Where the sums were last formed anew: from there the same steps lead to the same bits.
  const from = start - (start % ANCHOR);
  let count = 0;
  for (let t = Math.max(0, from - n); t < from; t++) if (!Number.isNaN(values[t])) count++;
  // Sums of x - shift and of its square over the window; the shift is the window's mean when they were last formed anew.
  let shift = 0;
  let sum = 0;
  let squares = 0;
  let largest = 0;
  for (let t = from; t < values.length; t++) {
    const x = values[t]!;
    const gone = t >= n ? values[t - n]! : NaN;
    if (x === x) {
      count++;
      sum += x - shift;
      squares += (x - shift) * (x - shift);
    }
    if (gone === gone) {
      count--;
      sum -= gone - shift;
      squares -= (gone - shift) * (gone - shift);
    }
    largest = Math.max(largest, squares);
    let spread = squares - (sum * sum) / count;
    // Now and then, and where little is left of what was added up, exactly.
    if (t % ANCHOR === 0 || !(spread > 1e-6 * largest)) {
      const window = values.subarray(Math.max(0, t + 1 - n), t + 1);
      shift = count > 0 ? mean(window) : 0;
      sum = 0;
      squares = 0;
      for (const w of window) {
        if (w !== w) continue;
        sum += w - shift;
        squares += (w - shift) * (w - shift);
      }
      largest = squares;
      spread = squares - (sum * sum) / Math.max(1, count);
    }
    if (t < start || x !== x || count < least || count < 2) continue;
    const centre = shift + sum / count;
    const sd = Math.sqrt(spread / (count - 1));
    if (sd > 1e-12 * Math.max(1, Math.abs(centre))) out[t] = (x - centre) / sd;
  }
  return out;
}
