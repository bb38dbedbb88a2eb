import { overDefined } from "../columns/over-defined";
import { requireWindow } from "../core-error";
import { wilder } from "./ema";

/**
 * Relative strength index.
 * Formula: 100 - 100 / (1 + average gain / average loss), both averages Wilder(n); 100 without losses, 50 without
 * either (Wilder 1978; method 1, B01).
 * @param close a column of closes, NaN where there is no bar
 * @param n window in bars
 * @returns a column, 0 to 100; NaN before bar n + 1 and where there is no bar
 * @throws CoreError `bad-window`
 * @example rsi(Float64Array.of(1, 2, 1, 3), 2) // => [NaN, NaN, 50, 83.33333333333333]
 */
export function rsi(close: Float64Array, n: number): Float64Array {
  requireWindow("rsi", n);
  return overDefined(close, (own) => {
    const { gain, loss } = rsiAverages(own, n);
    return gain.map((g, i) => (loss[i] === 0 ? (g > 0 ? 100 : g === 0 ? 50 : NaN) : 100 - 100 / (1 + g / loss[i]!)));
  });
}

/** The average gain and the average loss, both Wilder(n), of closes none of which is missing. */
export function rsiAverages(own: Float64Array, n: number): { readonly gain: Float64Array; readonly loss: Float64Array } {
  const gains = new Float64Array(own.length).fill(NaN);
  const losses = new Float64Array(own.length).fill(NaN);
  for (let i = 1; i < own.length; i++) {
    const step = own[i]! - own[i - 1]!;
    gains[i] = Math.max(0, step);
    losses[i] = Math.max(0, -step);
  }
  return { gain: wilder(gains, n), loss: wilder(losses, n) };
}
