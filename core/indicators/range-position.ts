import { overBarsEach } from "../columns/over-defined";
import { requireWindow } from "../core-error";
import type { HighLowClose } from "./atr";
import { highest, lowest } from "./highest";
import { sma } from "./sma";

/**
 * Range position: where the close stands between the lowest low and the highest high of n bars.
 * Formula: 100 (C - lowest low) / (highest high - lowest low); 50 where they are equal (method 1, B03).
 * @param bars high, low and close
 * @param n window in bars
 * @returns a column, 0 to 100; NaN before bar n and where there is no bar
 * @throws CoreError `bad-window`
 * @example rangePosition({ high: Float64Array.of(5, 9), low: Float64Array.of(1, 3), close: Float64Array.of(4, 7) }, 2) // => [NaN, 75]
 */
export function rangePosition(bars: HighLowClose, n: number): Float64Array {
  requireWindow("rangePosition", n);
  return overBarsEach(bars.close, [bars.high, bars.low], ["position"], (close, high, low) => {
    const top = highest(high, n);
    const bottom = lowest(low, n);
    const position = close.map((c, i) => (top[i] === bottom[i] ? 50 : (100 * (c - bottom[i]!)) / (top[i]! - bottom[i]!)));
    return { position };
  }).position;
}

/**
 * Stochastic oscillator.
 * Formula: K = SMA(smooth) of the range position(n), D = SMA(d) of K (Lane; method 1, B03).
 * @param bars high, low and close
 * @param windows n, smooth and d in bars [14, 3, 3]
 * @returns columns, 0 to 100
 * @throws CoreError `bad-window`
 */
export function stochastic(
  bars: HighLowClose,
  { n = 14, smooth = 3, d = 3 }: { readonly n?: number; readonly smooth?: number; readonly d?: number } = {},
): { readonly k: Float64Array; readonly d: Float64Array } {
  const k = sma(rangePosition(bars, n), smooth);
  return { k, d: sma(k, d) };
}

/**
 * Williams %R.
 * Formula: -100 (highest high - C) / (highest high - lowest low); -50 where they are equal (Williams; method 1, B03).
 * @param bars high, low and close
 * @param n window in bars
 * @returns a column, -100 to 0; NaN before bar n and where there is no bar
 * @throws CoreError `bad-window`
 * @example williamsR({ high: Float64Array.of(5, 9), low: Float64Array.of(1, 3), close: Float64Array.of(4, 7) }, 2) // => [NaN, -25]
 */
export function williamsR(bars: HighLowClose, n: number): Float64Array {
  return rangePosition(bars, n).map((p) => p - 100);
}

/**
 * Day position: where in its own range a session closed.
 * Formula: 100 (C - L) / (H - L); 50 where they are equal (method 1).
 * @param bars high, low and close
 * @returns a column, 0 to 100; NaN where there is no bar
 * @example dayPosition({ high: Float64Array.of(5), low: Float64Array.of(1), close: Float64Array.of(4) }) // => [75]
 */
export function dayPosition({ high, low, close }: HighLowClose): Float64Array {
  return close.map((c, t) => (high[t] === low[t] && c === c ? 50 : (100 * (c - low[t]!)) / (high[t]! - low[t]!)));
}
