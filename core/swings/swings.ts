import { isAbove, isBelow } from "../columns/compare";
import { rowBack } from "../columns/over-defined";
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
  const { high, low } = walk(close, range, 0, { high: -1, low: -1 }, (kind, at, confirmed) =>
    pivots.push({ kind, at, confirmed, close: close[at]!, atr: range[at]! }),
  );
  if (pivots.length === 0) return { pivots, running: undefined };
  const running = high >= 0 ? { kind: "high" as const, at: high } : { kind: "low" as const, at: low };
  return { pivots, running: { ...running, close: close[running.at]! } };
}

/** Rows of the running extremes; -1 for the side that has just turned, and for both before the first bar with a range. */
interface Running {
  readonly high: number;
  readonly low: number;
}

/** Walks on from a row with the extremes that run before it, and tells each turn; those that run at the end. */
function walk(
  close: Float64Array,
  range: Float64Array,
  from: number,
  running: Running,
  confirm: (kind: Pivot["kind"], at: number, confirmed: number) => void,
): Running {
  let { high, low } = running;
  const leftHigh = (c: number) => high >= 0 && !isAbove(c, close[high]! - REACH * range[high]!);
  const leftLow = (c: number) => low >= 0 && !isBelow(c, close[low]! + REACH * range[low]!);
  for (let t = from; t < close.length; t++) {
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
  return { high, low };
}

/** A turn of the closes without its ATR. */
export type Turn = Omit<Pivot, "atr">;

/** So many bars before a row decide the ATR(14) on it, to far within the margin of a tie. */
const ATR_BARS = 330;

/**
 * Carries a column of turns on: by the session that confirmed it, the row of the extreme and 1, negative for a low; NaN on others.
 * The turns are those of `swings`, found from the last one that is known before the row.
 * @param bars high, low and close up to the session from which one looks; NaN where there is no bar
 * @param column of the same length, final before the row
 * @param from first row to write [0]
 */
export function carryTurns({ high, low, close }: HighLowClose, column: Float64Array, from = 0): void {
  column.fill(NaN, from);
  let last = from - 1;
  while (last >= 0 && column[last] !== column[last]) last--;
  // Before the first turn both extremes run, from the first bar on.
  const isKnown = last >= 0;
  const cut = isKnown ? rowBack(close, last, ATR_BARS) : 0;
  const part = { high: high.subarray(cut), low: low.subarray(cut), close: close.subarray(cut) };
  const running = { high: -1, low: -1, ...(isKnown ? { [column[last]! > 0 ? "low" : "high"]: last - cut } : {}) };
  walk(part.close, atr(part, ATR_WINDOW), isKnown ? last - cut + 1 : 0, running, (kind, at, confirmed) => {
    column[cut + confirmed] = (kind === "high" ? 1 : -1) * (cut + at + 1);
  });
}

/** The turns that a column of them tells of, in order, up to its last row. */
export function turnsIn(column: Float64Array, close: Float64Array): Turn[] {
  const turns: Turn[] = [];
  for (let confirmed = 0; confirmed < column.length; confirmed++) {
    const told = column[confirmed]!;
    if (told !== told) continue;
    const at = Math.abs(told) - 1;
    turns.push({ kind: told > 0 ? "high" : "low", at, confirmed, close: close[at]! });
  }
  return turns;
}
