import { isAbove, isBelow } from "../columns/compare";
import type { MeasuredBars } from "../conditions/measure";
import type { Anchor, DrawingScale } from "./drawing";

export interface MeasuredMoveReading {
  readonly target: number;
  /** Row of the session on which it is due, also one to come. */
  readonly due: number;
  /** Share of the way that the farthest bar has gone; NaN before any. */
  readonly done: number;
  /** Row of the first bar that reached the target, -1 for none. */
  readonly reached: number;
  /** Row of an earlier close beyond the beginning the other way, -1 for none. */
  readonly voided: number;
}

/** The price a measured move leads to: p3 + (p2 - p1), on log p3 p2/p1 (method 16, S73). */
export function moveTarget([a, b, c]: readonly [Anchor, Anchor, Anchor], scale: DrawingScale): number {
  return scale === "log" ? (c.price * b.price) / a.price : c.price + (b.price - a.price);
}

/**
 * A move of the size and length of an earlier one, from a third point.
 * Formula: target p3 + (p2 - p1), on log p3 p2/p1, due at session s3 + (s2 - s1); done is the share of the way by the farthest
 * high (of a rise) or low (of a fall) after it; reached by the first such; void by an earlier close beyond p3 the other way
 * (method 16, S73).
 * @param bars columns of one instrument up to the session, NaN where it has no bar; where it has closes alone they stand for the range
 * @param points beginning and end of the earlier move, and where the new one begins
 */
export function measuredMove(
  { high, low, close }: MeasuredBars,
  points: readonly [Anchor, Anchor, Anchor],
  scale: DrawingScale,
): MeasuredMoveReading {
  const [a, b, c] = points;
  const target = moveTarget(points, scale);
  const isRise = b.price > a.price;
  let far = NaN;
  let reached = -1;
  let voided = -1;
  for (let s = c.at + 1; s < close.length; s++) {
    const x = close[s]!;
    if (x !== x) continue;
    const end = isRise ? (high[s] === high[s] ? high[s]! : x) : low[s] === low[s] ? low[s]! : x;
    if (Number.isNaN(far) || (isRise ? end > far : end < far)) far = end;
    if (reached < 0 && voided < 0 && !(isRise ? isBelow(end, target) : isAbove(end, target))) reached = s;
    if (reached < 0 && voided < 0 && (isRise ? isBelow(x, c.price) : isAbove(x, c.price))) voided = s;
  }
  const done = scale === "log" ? Math.log(far / c.price) / Math.log(target / c.price) : (far - c.price) / (target - c.price);
  return { target, due: c.at + (b.at - a.at), done, reached, voided };
}
