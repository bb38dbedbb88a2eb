import { overBarsEach } from "../columns/over-defined";
import { requireWindow } from "../core-error";
import { mean } from "../stats/mean";

export interface BollingerBands {
  readonly middle: Float64Array;
  readonly upper: Float64Array;
  readonly lower: Float64Array;
  /** (upper - lower) / middle, a fraction. */
  readonly width: Float64Array;
  /** (C - lower) / (upper - lower); NaN where the bands meet. */
  readonly percentB: Float64Array;
}

/**
 * Bollinger bands.
 * Formula: SMA(n) +/- k population sd of the last n closes (Bollinger; method 1, B05).
 * @param close a column of closes, NaN where there is no bar
 * @param n window in bars [20]
 * @param k sd on either side [2]
 * @returns columns of the same length; NaN before bar n and where there is no bar
 * @throws CoreError `bad-window`
 * @example bollinger(Float64Array.of(1, 3), 2, 1).upper // => [NaN, 3]
 */
export function bollinger(close: Float64Array, n = 20, k = 2): BollingerBands {
  requireWindow("bollinger", n);
  return overBarsEach(close, [], ["middle", "upper", "lower", "width", "percentB"], (own) => {
    const column = () => new Float64Array(own.length).fill(NaN);
    const out = { middle: column(), upper: column(), lower: column(), width: column(), percentB: column() };
    for (let t = n - 1; t < own.length; t++) {
      const middle = mean(own, t - n + 1, t + 1);
      let squares = 0;
      for (let s = t - n + 1; s <= t; s++) squares += (own[s]! - middle) * (own[s]! - middle);
      const reach = k * Math.sqrt(squares / n);
      out.middle[t] = middle;
      out.upper[t] = middle + reach;
      out.lower[t] = middle - reach;
      out.width[t] = middle === 0 ? NaN : (2 * reach) / middle;
      out.percentB[t] = reach <= 1e-12 * Math.abs(middle) ? NaN : (own[t]! - (middle - reach)) / (2 * reach);
    }
    return out;
  });
}
