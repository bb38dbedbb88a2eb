import { overDefined } from "../columns/over-defined";
import { requireWindow } from "../core-error";

/**
 * The value n defined rows earlier.
 * @param values a column, NaN where there is none
 * @param n how many of its own values back
 * @returns a column of the same length; NaN for the first n values and where `values` is NaN
 * @throws CoreError `bad-window`
 * @example lagged(Float64Array.of(1, NaN, 2, 3), 1) // => [NaN, NaN, 1, 2]
 */
export function lagged(values: Float64Array, n: number): Float64Array {
  requireWindow("lagged", n);
  return overDefined(values, (own) => {
    const out = new Float64Array(own.length).fill(NaN);
    out.set(own.subarray(0, Math.max(0, own.length - n)), Math.min(n, own.length));
    return out;
  });
}
