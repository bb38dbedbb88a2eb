import { isAbove, isBelow } from "../columns/compare";
import { atr, type HighLowClose } from "../indicators/atr";
import { highest, lowest } from "../indicators/highest";

export interface TrailingStop {
  /** The stop after each session's close, price units. */
  readonly stop: Float64Array;
  /** 1 on the upper side (the close holds above the stop), -1 on the lower, NaN before the first stop. */
  readonly side: Float64Array;
}

/**
 * Two-sided trailing stop.
 * Formula: on the upper side the highest close of 22 less 3 ATR(22), only ever raised; a close below the stop of the
 * session before turns to the lower side, the lowest close of 22 plus 3 ATR(22), only ever lowered; a close above
 * that turns back; each turn starts from the raw level (method 10, K06, Z07).
 * @param bars high, low and close of one instrument
 * @returns columns of the same length; NaN before bar 23 and where there is no bar
 * @throws CoreError `bad-length`
 */
export function trailingStop(bars: HighLowClose): TrailingStop {
  const range = atr(bars, 22);
  const top = highest(bars.close, 22);
  const bottom = lowest(bars.close, 22);
  const stop = new Float64Array(bars.close.length).fill(NaN);
  const side = new Float64Array(bars.close.length).fill(NaN);
  let before = NaN;
  let up = true;
  for (let t = 0; t < stop.length; t++) {
    // Only a session with a bar has an ATR; the state is kept over the others.
    if (Number.isNaN(range[t])) continue;
    const upper = top[t]! - 3 * range[t]!;
    const lower = bottom[t]! + 3 * range[t]!;
    const close = bars.close[t]!;
    const turns = up ? isBelow(close, before) : isAbove(close, before);
    if (turns) up = !up;
    const fresh = turns || Number.isNaN(before);
    if (up) before = fresh ? upper : Math.max(upper, before);
    else before = fresh ? lower : Math.min(lower, before);
    stop[t] = before;
    side[t] = up ? 1 : -1;
  }
  return { stop, side };
}
