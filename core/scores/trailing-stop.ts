import { isAbove, isBelow } from "../columns/compare";
import { requireSameLength } from "../core-error";
import type { HighLowClose } from "../indicators/atr";

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
 * @param into columns of the same length to write into [new ones]
 * @returns columns of the same length; NaN before bar 23 and where there is no bar
 * @throws CoreError `bad-length`
 */
export function trailingStop(bars: HighLowClose, into = emptyStop(bars.close.length)): TrailingStop {
  const { high, low, close } = bars;
  requireSameLength("trailingStop", high, close);
  requireSameLength("trailingStop", low, close);
  const { stop, side } = into;
  stop.fill(NaN);
  side.fill(NaN);
  // One pass over own bars, as this runs over every stock of a market: ATR(22) as a recursion, the closes of the
  // window in a ring, and its extremes formed anew only when the one that was kept has left it.
  const window = new Float64Array(WINDOW);
  let seen = 0;
  let previous = NaN;
  let range = 0;
  let top = -Infinity;
  let topBar = -1;
  let bottom = Infinity;
  let bottomBar = -1;
  let before = NaN;
  let up = true;
  for (let t = 0; t < close.length; t++) {
    const c = close[t]!;
    if (c !== c) continue;
    if (seen > 0) {
      const trueRange = Math.max(high[t]!, previous) - Math.min(low[t]!, previous);
      if (seen <= WINDOW) range += trueRange / WINDOW;
      else range += (trueRange - range) / WINDOW;
    }
    window[seen % WINDOW] = c;
    if (c >= top || topBar <= seen - WINDOW) {
      topBar = c >= top ? seen : barOfExtreme(window, seen, 1);
      top = window[topBar % WINDOW]!;
    }
    if (c <= bottom || bottomBar <= seen - WINDOW) {
      bottomBar = c <= bottom ? seen : barOfExtreme(window, seen, -1);
      bottom = window[bottomBar % WINDOW]!;
    }
    previous = c;
    if (seen++ < WINDOW) continue;
    const upper = top - 3 * range;
    const lower = bottom + 3 * range;
    const turns = up ? isBelow(c, before) : isAbove(c, before);
    if (turns) up = !up;
    const fresh = turns || Number.isNaN(before);
    if (up) before = fresh ? upper : Math.max(upper, before);
    else before = fresh ? lower : Math.min(lower, before);
    stop[t] = before;
    side[t] = up ? 1 : -1;
  }
  return into;
}

function emptyStop(length: number): TrailingStop {
  return { stop: new Float64Array(length), side: new Float64Array(length) };
}

const WINDOW = 22;

/** Bar of the highest (sign 1) or lowest (-1) close of a full window whose latest bar is `seen`. */
function barOfExtreme(window: Float64Array, seen: number, sign: 1 | -1): number {
  let found = seen;
  for (let bar = seen - 1; bar > seen - WINDOW; bar--) {
    if (sign * window[bar % WINDOW]! > sign * window[found % WINDOW]!) found = bar;
  }
  return found;
}
