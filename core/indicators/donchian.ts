import { overBarsEach } from "../columns/over-defined";
import { requireWindow } from "../core-error";
import type { HighLowClose } from "./atr";
import { highest, lowest } from "./highest";

export interface DonchianChannel {
  readonly upper: Float64Array;
  readonly lower: Float64Array;
}

/**
 * Donchian channel.
 * Formula: highest high and lowest low (or highest and lowest close) of the n bars ending with and including t
 * (Donchian; method 1, B07).
 * @param bars high, low and close
 * @param n window in bars
 * @param on highs and lows, or closes
 * @returns columns in price units; NaN before bar n and where there is no bar
 * @throws CoreError `bad-window`
 * @example donchian({ high: Float64Array.of(5, 4), low: Float64Array.of(1, 3), close: Float64Array.of(4, 3) }, 2).upper // => [NaN, 5]
 */
export function donchian(bars: HighLowClose, n: number, on: "ranges" | "closes" = "ranges"): DonchianChannel {
  requireWindow("donchian", n);
  if (on === "closes") return { upper: highest(bars.close, n), lower: lowest(bars.close, n) };
  return overBarsEach(bars.close, [bars.high, bars.low], ["upper", "lower"], (_close, high, low) => ({
    upper: highest(high, n),
    lower: lowest(low, n),
  }));
}
