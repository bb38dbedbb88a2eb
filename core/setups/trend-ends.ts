import { overDefined } from "../columns/over-defined";
import { isTie } from "../columns/compare";
import { atr, type HighLowClose } from "../indicators/atr";

export const END_WINDOW = 252;
const RANGE_WINDOW = 14;
/** Members at either end, where there are twice as many. */
const AT_AN_END = 10;
/** Sums are formed anew so often, that what rounding leaves does not pile up. */
const ANCHOR = 64;

/**
 * How far a close stands from the end of its own long trend.
 * Formula: (C - exp(end value of the regression of ln C over 252 bars)) / ATR(14) (method 11, L09).
 * @param bars high, low and close of one instrument, NaN where it has no bar
 * @returns a column in ATRs; NaN with fewer bars and over an ATR of 0
 */
export function trendEndDistance(bars: HighLowClose): Float64Array {
  const range = atr(bars, RANGE_WINDOW);
  const end = overDefined(bars.close, regressionEnds);
  return end.map((e, t) => (range[t]! > 0 ? (bars.close[t]! - Math.exp(e)) / range[t]! : NaN));
}

/** End values of the regression of ln C, from sums that are carried on around the window's first value. */
function regressionEnds(close: Float64Array): Float64Array {
  const n = END_WINDOW;
  const y = close.map(Math.log);
  const out = new Float64Array(y.length).fill(NaN);
  const middle = (n - 1) / 2;
  const spread = (n * (n * n - 1)) / 12;
  let [shift, sum, product] = [0, 0, 0];
  for (let t = n - 1; t < y.length; t++) {
    if ((t - n + 1) % ANCHOR === 0) {
      shift = y[t - n + 1]!;
      sum = product = 0;
      for (let k = 0; k < n; k++) {
        sum += y[t - n + 1 + k]! - shift;
        product += k * (y[t - n + 1 + k]! - shift);
      }
    } else {
      const gone = y[t - n]! - shift;
      const come = y[t]! - shift;
      // Each that stays moves one place down.
      product += (n - 1) * come - (sum - gone);
      sum += come - gone;
    }
    const mean = sum / n;
    out[t] = shift + mean + ((product - middle * sum) / spread) * middle;
  }
  return out;
}

/**
 * The members at either end of a row of distances.
 * Formula: the lowest and the highest ten, of fewer than twenty floor(count / 2) each; ties as in rankings, then by the order of the
 * row (method 11, L09, R16).
 * @param distances by ticker; NaN where there is none
 * @returns places in the row, the farthest first
 * @example trendEnds([3, NaN, 1, 2]) // => { value: [2], leader: [0] }
 */
export function trendEnds(distances: ArrayLike<number>): {
  readonly value: readonly number[];
  readonly leader: readonly number[];
} {
  const known = Float64Array.from(distances).filter((x) => x === x);
  const many = Math.min(AT_AN_END, Math.floor(known.length / 2));
  return {
    value: lowestPlaces(distances, 1, known.sort(), many),
    leader: lowestPlaces(distances, -1, known.map((x) => -x).sort(), many),
  };
}

/** Places of the lowest of signed values, given those in order; runs of neighbouring ties by place. */
function lowestPlaces(values: ArrayLike<number>, sign: 1 | -1, sorted: Float64Array, many: number): number[] {
  if (many === 0) return [];
  let last = many - 1;
  while (last + 1 < sorted.length && isTie(sorted[last + 1]!, sorted[last]!)) last++;
  // The run of ties that each of the lowest belongs to.
  const runOf = new Map<number, number>();
  for (let k = 0, run = 0; k <= last; k++) {
    if (k > 0 && !isTie(sorted[k]!, sorted[k - 1]!)) run++;
    runOf.set(sorted[k]!, run);
  }
  const found: { place: number; run: number }[] = [];
  for (let place = 0; place < values.length; place++) {
    const run = runOf.get(sign * values[place]!);
    if (run !== undefined) found.push({ place, run });
  }
  return found
    .sort((a, b) => a.run - b.run || a.place - b.place)
    .slice(0, many)
    .map((one) => one.place);
}
