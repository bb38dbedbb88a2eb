import { isAbove, isBelow } from "../columns/compare";
import { atr, type HighLowClose } from "../indicators/atr";

/** A turn of the closes, known only from the session that confirmed it. */
export interface Pivot {
  readonly kind: "high" | "low";
  /** Row of the extreme close, and of the close that confirmed it. */
  readonly at: number;
  readonly confirmed: number;
  readonly close: number;
  /** ATR(14) at the extreme. */
  readonly atr: number;
}

export interface Swings {
  /** Confirmed pivots, alternating, in order. */
  readonly pivots: readonly Pivot[];
  /** The extreme since the last pivot, not confirmed yet; undefined before there is a pivot. */
  readonly running: { readonly kind: "high" | "low"; readonly at: number; readonly close: number } | undefined;
}

const REACH = 3;
const ATR_WINDOW = 14;

/**
 * Swings: a zig-zag on closes.
 * Formula: the running extreme becomes a pivot at the first session whose close is at least 3 ATR(14), as of the
 * extreme's session, away on the other side; that session is then the opposite running extreme. They start at the
 * first bar with an ATR(14), and until the first pivot both extremes are followed; of equal closes the earlier is the
 * extreme (method 1, B10).
 * @param bars high, low and close up to the session from which one looks; NaN where there is no bar
 * @returns what is known at the last row
 * @throws CoreError `bad-length`
 */
export function swings(bars: HighLowClose): Swings {
  const range = atr(bars, ATR_WINDOW);
  const { close } = bars;
  const pivots: Pivot[] = [];
  let high = -1;
  let low = -1;
  const leftHigh = (c: number) => high >= 0 && !isAbove(c, close[high]! - REACH * range[high]!);
  const leftLow = (c: number) => low >= 0 && !isBelow(c, close[low]! + REACH * range[low]!);
  const confirm = (kind: Pivot["kind"], at: number, confirmed: number) =>
    pivots.push({ kind, at, confirmed, close: close[at]!, atr: range[at]! });
  for (let t = 0; t < close.length; t++) {
    const c = close[t]!;
    if (c !== c || Number.isNaN(range[t])) continue;
    if (high < 0 && low < 0) {
      high = low = t;
      continue;
    }
    if (high >= 0 && isAbove(c, close[high]!)) high = t;
    if (low >= 0 && isBelow(c, close[low]!)) low = t;
    if (leftHigh(c)) {
      confirm("high", high, t);
      high = -1;
      low = t;
    } else if (leftLow(c)) {
      confirm("low", low, t);
      low = -1;
      high = t;
    }
  }
  if (pivots.length === 0) return { pivots, running: undefined };
  const running = high >= 0 ? { kind: "high" as const, at: high } : { kind: "low" as const, at: low };
  return { pivots, running: { ...running, close: close[running.at]! } };
}
