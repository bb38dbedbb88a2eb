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
 * bar before turns to the lower side, the lowest close of 22 plus 3 ATR(22), only ever lowered; a close above that
 * turns back. After a turn the closes count from the session of the turn on, so that the new stop starts at that close
 * less or plus 3 ATR(22) (method 10, K06, R01, Z07). A bar without a high or a low has no stop and keeps what is known
 * (method 0, A02).
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
  const earlier = latestStop(into, start);
  for (const column of Object.values(into) as Float64Array[]) column.fill(NaN, earlier < 0 ? 0 : start);
  // One pass over own bars, as this runs over every stock of a market: ATR(22) as a recursion, the closes of the
  // window in a ring, and its extremes formed anew only when the one that was kept is overwritten.
  const window = closesWindow();
  let ranges = 0;
  let previous = NaN;
  let range = 0;
  let before = NaN;
  let up = true;
  for (let t = earlier < 0 ? 0 : windowStart(close, into, earlier); t < close.length; t++) {
    const c = close[t]!;
    if (c !== c) continue;
    window.add(c);
    const trueRange = Math.max(high[t]!, previous) - Math.min(low[t]!, previous);
    previous = c;
    if (t < earlier) continue;
    if (t === earlier) {
      // Only the window is filled again; the rest is known.
      ranges = WINDOW;
      range = into.range[t]!;
      before = stop[t]!;
      up = side[t] === 1;
      continue;
    }
    if (trueRange !== trueRange) continue;
    if (ranges < WINDOW) range += trueRange / WINDOW;
    else range += (trueRange - range) / WINDOW;
    if (++ranges < WINDOW) continue;
    into.range[t] = range;
    if (up ? isBelow(c, before) : isAbove(c, before)) {
      up = !up;
      before = NaN;
      window.restart(c);
    }
    const upper = window.top - 3 * range;
    const lower = window.bottom + 3 * range;
    const fresh = Number.isNaN(before);
    if (up) before = fresh ? upper : Math.max(upper, before);
    else before = fresh ? lower : Math.min(lower, before);
    stop[t] = before;
    side[t] = up ? 1 : -1;
  }
  return into;
}

const WINDOW = 22;

/** Highest and lowest of the last 22 closes, or of those since it was restarted. */
function closesWindow() {
  const closes = new Float64Array(WINDOW);
  let filled = 0;
  let place = 0;
  let topPlace = 0;
  let bottomPlace = 0;
  /** Place of the highest (sign 1) or lowest (-1) close; of equal ones any will do. */
  const placeOfExtreme = (sign: 1 | -1) => {
    let found = 0;
    for (let k = 1; k < filled; k++) if (sign * closes[k]! > sign * closes[found]!) found = k;
    return found;
  };
  return {
    top: NaN,
    bottom: NaN,
    add(c: number) {
      closes[place] = c;
      filled = Math.min(WINDOW, filled + 1);
      const [higher, lower] = [filled === 1 || c >= this.top, filled === 1 || c <= this.bottom];
      if (higher || topPlace === place) topPlace = higher ? place : placeOfExtreme(1);
      if (lower || bottomPlace === place) bottomPlace = lower ? place : placeOfExtreme(-1);
      this.top = closes[topPlace]!;
      this.bottom = closes[bottomPlace]!;
      place = place + 1 === WINDOW ? 0 : place + 1;
    },
    restart(c: number) {
      filled = 0;
      place = 0;
      this.add(c);
    },
  };
}

function emptyStop(length: number): TrailingStop {
  return { stop: new Float64Array(length), side: new Float64Array(length), range: new Float64Array(length) };
}

/** The latest session before one that has a stop already, -1 for none. */
function latestStop({ stop }: TrailingStop, before: number): number {
  for (let t = Math.min(before, stop.length) - 1; t >= 0; t--) if (!Number.isNaN(stop[t])) return t;
  return -1;
}

/** The first session of the window of own bars that ends with a session: 22 of them, none from before the latest turn. */
function windowStart(close: Float64Array, { side }: TrailingStop, end: number): number {
  let start = end;
  // The earliest session seen on the side of the end: the turn, once one on the other side is met.
  let turned = end;
  for (let t = end, bars = 0; t >= 0 && (bars < WINDOW || start < turned); t--) {
    if (Number.isNaN(close[t])) continue;
    if (side[t] === -side[end]!) return Math.max(start, turned);
    if (!Number.isNaN(side[t])) turned = t;
    if (bars < WINDOW) start = t;
    bars++;
  }
  return start;
}
