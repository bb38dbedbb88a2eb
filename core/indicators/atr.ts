import { overBars } from "../columns/over-defined";
import { requireSameLength, requireWindow } from "../core-error";
import { wilder } from "./ema";

/** High, low and close of one instrument: columns of one length, NaN on sessions without a bar. */
export interface HighLowClose {
  readonly high: Float64Array;
  readonly low: Float64Array;
  readonly close: Float64Array;
}

/**
 * True range.
 * Formula: max(H, C[t-1]) - min(L, C[t-1]), from the second bar on (Wilder 1978; method 1).
 * @param bars high, low and close
 * @returns a column of the same length in price units; NaN on the first bar and where there is no bar
 * @throws CoreError `bad-length`
 * @example trueRange({ high: Float64Array.of(5, 9), low: Float64Array.of(4, 7), close: Float64Array.of(4, 8) }) // => [NaN, 5]
 */
export function trueRange(bars: HighLowClose): Float64Array {
  requireSameLength("trueRange", bars.high, bars.close);
  requireSameLength("trueRange", bars.low, bars.close);
  return overBars(bars.close, [bars.high, bars.low], (close, high, low) => {
    const out = new Float64Array(close.length).fill(NaN);
    for (let i = 1; i < close.length; i++) {
      out[i] = Math.max(high[i]!, close[i - 1]!) - Math.min(low[i]!, close[i - 1]!);
    }
    return out;
  });
}

/**
 * Average true range.
 * Formula: Wilder(n) of the true range (Wilder 1978; method 1).
 * @param bars high, low and close
 * @param n window in bars
 * @returns a column of the same length in price units; NaN before bar n + 1 and where there is no bar
 * @throws CoreError `bad-window`, `bad-length`
 * @example atr({ high: Float64Array.of(5, 9, 9), low: Float64Array.of(4, 7, 8), close: Float64Array.of(4, 8, 8) }, 2) // => [NaN, NaN, 3]
 */
export function atr(bars: HighLowClose, n: number): Float64Array {
  requireWindow("atr", n);
  return wilder(trueRange(bars), n);
}
