import { overBarsEach } from "../columns/over-defined";
import type { HighLowClose } from "./atr";

/**
 * Parabolic stop and reverse.
 * Formula: starts at the second bar, long if C[2] >= C[1]; S = SAR + AF (EP - SAR), not beyond the two bars before; a
 * low below S (a high above it) turns the trend, and SAR becomes the extreme point, not inside the last two bars; AF
 * starts at the step, grows by it with each new extreme, up to the limit (Wilder 1978; method 1, B06).
 * @param bars high, low and close
 * @param step of the acceleration factor [0.02]
 * @param limit of the acceleration factor [0.2]
 * @returns a column of price levels; NaN on the first bar and where there is no bar
 */
export function parabolicSar(bars: HighLowClose, step = 0.02, limit = 0.2): Float64Array {
  return overBarsEach(bars.close, [bars.high, bars.low], ["sar"], (close, high, low) => {
    const sar = new Float64Array(close.length).fill(NaN);
    if (close.length < 2) return { sar };
    let long = close[1]! >= close[0]!;
    let extreme = long ? Math.max(high[0]!, high[1]!) : Math.min(low[0]!, low[1]!);
    let af = step;
    sar[1] = long ? low[0]! : high[0]!;
    for (let t = 2; t < close.length; t++) {
      const free = sar[t - 1]! + af * (extreme - sar[t - 1]!);
      const next = long ? Math.min(free, low[t - 1]!, low[t - 2]!) : Math.max(free, high[t - 1]!, high[t - 2]!);
      const turns = long ? low[t]! < next : high[t]! > next;
      if (turns) {
        sar[t] = long ? Math.max(extreme, high[t - 1]!, high[t]!) : Math.min(extreme, low[t - 1]!, low[t]!);
        long = !long;
        extreme = long ? high[t]! : low[t]!;
        af = step;
        continue;
      }
      sar[t] = next;
      if (long ? high[t]! > extreme : low[t]! < extreme) {
        extreme = long ? high[t]! : low[t]!;
        af = Math.min(af + step, limit);
      }
    }
    return { sar };
  }).sar;
}
