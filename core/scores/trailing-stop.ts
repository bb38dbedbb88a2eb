import { isAbove, isBelow } from "../columns/compare";
import { requireSameLength } from "../core-error";
import type { HighLowClose } from "../indicators/atr";

export interface TrailingStop {
  /** The stop after each session's close, price units. */
  readonly stop: Float64Array;
  /** 1 on the upper side (the close holds above the stop), -1 on the lower, NaN before the first stop. */
  readonly side: Float64Array;
  /** ATR(22), price units; NaN before it is defined. */
  readonly range: Float64Array;
}

/**
 * Two-sided trailing stop.
 * Formula: on the upper side the highest close of 22 less 3 ATR(22), only ever raised; a close below the stop of the
 * session before turns to the lower side, the lowest close of 22 plus 3 ATR(22), only ever lowered; a close above
 * that turns back; each turn starts from the raw level (method 10, K06, Z07).
 * @param bars high, low and close of one instrument
 * @param into columns of the same length to write into, which hold the sessions before `start` already [new ones]
 * @param start first session to calculate [0]
 * @returns columns of the same length; NaN before bar 23 and where there is no bar
 * @throws CoreError `bad-length`
 */
export function trailingStop(bars: HighLowClose, into = emptyStop(bars.close.length), start = 0): TrailingStop {
  const { high, low, close } = bars;
  requireSameLength("trailingStop", high, close);
  requireSameLength("trailingStop", low, close);
  const { stop, side } = into;
  const earlier = latestStop(bars.close, into, start);
  const from = earlier < 0 ? 0 : windowStart(bars.close, earlier);
  for (const column of Object.values(into) as Float64Array[]) column.fill(NaN, earlier < 0 ? 0 : start);
  // One pass over own bars, as this runs over every stock of a market: ATR(22) as a recursion, the closes of the
  // window in a ring, and its extremes formed anew only when the one that was kept is overwritten.
  const window = new Float64Array(WINDOW);
  let seen = 0;
  let previous = NaN;
  let range = 0;
  let top = -Infinity;
  let topPlace = -1;
  let bottom = Infinity;
  let bottomPlace = -1;
  let place = 0;
  let before = NaN;
  let up = true;
  for (let t = from; t < close.length; t++) {
    const c = close[t]!;
    if (c !== c) continue;
    if (t <= earlier) {
      // Only the window is filled again; the rest is known.
    } else if (seen > 0) {
      const trueRange = Math.max(high[t]!, previous) - Math.min(low[t]!, previous);
      if (seen <= WINDOW) range += trueRange / WINDOW;
      else range += (trueRange - range) / WINDOW;
    }
    window[place] = c;
    if (c >= top || topPlace === place) {
      topPlace = c >= top ? place : placeOfExtreme(window, 1);
      top = window[topPlace]!;
    }
    if (c <= bottom || bottomPlace === place) {
      bottomPlace = c <= bottom ? place : placeOfExtreme(window, -1);
      bottom = window[bottomPlace]!;
    }
    place = place + 1 === WINDOW ? 0 : place + 1;
    previous = c;
    if (seen++ < WINDOW && t > earlier) continue;
    if (t < earlier) continue;
    if (t === earlier) {
      seen = WINDOW + 1;
      range = into.range[t]!;
      before = stop[t]!;
      up = side[t] === 1;
      continue;
    }
    into.range[t] = range;
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
  return { stop: new Float64Array(length), side: new Float64Array(length), range: new Float64Array(length) };
}

/** The latest session before one that has a stop already, -1 for none. */
function latestStop(close: Float64Array, { stop }: TrailingStop, before: number): number {
  for (let t = Math.min(before, close.length) - 1; t >= 0; t--)
    if (!Number.isNaN(close[t])) return Number.isNaN(stop[t]) ? -1 : t;
  return -1;
}

/** The first session of the window of own bars that ends with a session. */
function windowStart(close: Float64Array, end: number): number {
  let start = end;
  for (let t = end, bars = 0; t >= 0 && bars < WINDOW; t--) {
    if (Number.isNaN(close[t])) continue;
    bars++;
    start = t;
  }
  return start;
}

const WINDOW = 22;

/** Place of the highest (sign 1) or lowest (-1) close of a full window; of equal ones any will do. */
function placeOfExtreme(window: Float64Array, sign: 1 | -1): number {
  let found = 0;
  for (let k = 1; k < WINDOW; k++) if (sign * window[k]! > sign * window[found]!) found = k;
  return found;
}
