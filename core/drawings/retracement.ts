import { isAbove, isBelow } from "../columns/compare";
import type { MeasuredBars } from "../conditions/measure";
import type { Anchor, DrawingScale } from "./drawing";

/** The shares of a move that a retracement marks where nothing else is said. */
export const RETRACEMENT_SHARES = [0.382, 0.5, 0.618] as const;

/**
 * The price at which a share of a move is taken back.
 * Formula: p2 + f (p1 - p2), on log p2 (p1/p2)^f (method 16, S72).
 * @example retracementLevel([10, 20], 0.5, "linear") // => 15
 */
export function retracementLevel([p1, p2]: readonly [number, number], f: number, scale: DrawingScale): number {
  return scale === "log" ? p2 * (p1 / p2) ** f : p2 + f * (p1 - p2);
}

/** What share of a move a price takes back; negative beyond its end. */
export function retracedShare([p1, p2]: readonly [number, number], price: number, scale: DrawingScale): number {
  return scale === "log" ? Math.log(price / p2) / Math.log(p1 / p2) : (price - p2) / (p1 - p2);
}

export interface RetracementReading {
  /** Share taken back by the last close. */
  readonly now: number;
  /** The most that was taken back before the move was exceeded; NaN before any bar. */
  readonly deepest: number;
  /** Row of the bar that first reached each share, -1 for none. */
  readonly reached: readonly number[];
  /** Row of the first bar beyond the move's end, -1 for none. */
  readonly exceeded: number;
}

/**
 * How far a move was taken back.
 * Formula: now is the share of C; deepest and reached go by the lows (of a rise) or highs (of a fall) of the bars after its end,
 * until the first bar beyond that end (method 16, S72).
 * @param bars columns of one instrument up to the session, NaN where it has no bar; where it has closes alone they stand for the range
 * @param points beginning and end of the move
 * @param shares marked shares
 */
export function retracementReading(
  { high, low, close }: MeasuredBars,
  [a, b]: readonly [Anchor, Anchor],
  shares: readonly number[],
  scale: DrawingScale,
): RetracementReading {
  const move = [a.price, b.price] as const;
  const isRise = b.price > a.price;
  const reached = shares.map(() => -1);
  let deepest = NaN;
  let exceeded = -1;
  for (let s = b.at + 1; s < close.length && exceeded < 0; s++) {
    const c = close[s]!;
    if (c !== c) continue;
    const h = high[s] === high[s] ? high[s]! : c;
    const l = low[s] === low[s] ? low[s]! : c;
    if (isRise ? isAbove(h, b.price) : isBelow(l, b.price)) {
      exceeded = s;
      break;
    }
    const far = isRise ? l : h;
    const share = retracedShare(move, far, scale);
    if (!(share <= deepest)) deepest = share;
    shares.forEach((f, k) => {
      const level = retracementLevel(move, f, scale);
      if (reached[k] === -1 && !(isRise ? isAbove(far, level) : isBelow(far, level))) reached[k] = s;
    });
  }
  const last = close.findLast((c) => !Number.isNaN(c)) ?? NaN;
  return { now: retracedShare(move, last, scale), deepest, reached, exceeded };
}
