import { CoreError } from "../core-error";
import type { Anchor, DrawingScale } from "./drawing";

/**
 * The value of a line through two points at a session.
 * Formula: linear p1 + (p2 - p1) f, log p1 (p2/p1)^f, with f = (s - s1)/(s2 - s1) (method 16, S60).
 * @param points two points on different sessions, in any order
 * @param scale the axis it is straight on
 * @param s row of a session, also one before, between or after them
 * @returns the value, a price
 * @throws CoreError `bad-option` when both points are on one session
 * @example lineValue([{ at: 0, price: 10 }, { at: 2, price: 12 }], "linear", 5) // => 15
 */
export function lineValue(points: readonly [Anchor, Anchor], scale: DrawingScale, s: number): number {
  const [a, b] = points;
  if (a.at === b.at) throw new CoreError("bad-option", `lineValue: needs two different sessions, got ${a.at} twice`);
  const f = (s - a.at) / (b.at - a.at);
  return scale === "log" ? a.price * (b.price / a.price) ** f : a.price + (b.price - a.price) * f;
}

/**
 * By how much a channel's parallel through a third point lies off its line.
 * Formula: p3 - v(s3), on log p3/v(s3) (method 16, S70).
 * @returns what is added to the line's value, on log what it is multiplied by
 */
export function channelOffset(points: readonly [Anchor, Anchor, Anchor], scale: DrawingScale): number {
  const [a, b, c] = points;
  const v = lineValue([a, b], scale, c.at);
  return scale === "log" ? c.price / v : c.price - v;
}
