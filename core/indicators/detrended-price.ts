import { overDefined } from "../columns/over-defined";
import { sma } from "./sma";

/**
 * Detrended price without look-ahead.
 * Formula: C[t] - SMA(n)[t - (floor(n/2) + 1)] (method 1).
 * @param close a column of closes, NaN where there is no bar
 * @param n window in bars
 * @returns a column in price units; NaN before bar n + floor(n/2) + 1 and where there is no bar
 * @throws CoreError `bad-window`
 * @example detrendedPrice(Float64Array.of(1, 3, 5, 9), 2) // => [NaN, NaN, NaN, 7]
 */
export function detrendedPrice(close: Float64Array, n: number): Float64Array {
  const lag = Math.floor(n / 2) + 1;
  return overDefined(close, (own) => {
    const average = sma(own, n);
    return own.map((c, t) => (t >= lag ? c - average[t - lag]! : NaN));
  });
}
