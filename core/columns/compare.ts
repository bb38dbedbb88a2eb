/** Of a level, by which a price must be beyond it. */
export const MARGIN = 1e-9;

/**
 * Whether a price is above a level: by more than a billionth of the level, so that cents that tie do not
 * depend on the rounding of an average. The one rule wherever a price meets a level (method 0, A05).
 * @param x the price
 * @param y the level, the average or the earlier price
 * @returns true when x - y > 1e-9 |y|; false when either is NaN
 * @example isAbove(10.01, 10) // => true
 */
export function isAbove(x: number, y: number): boolean {
  return x - y > MARGIN * Math.abs(y);
}

/**
 * Whether a price is below a level; `isAbove` mirrored.
 * @param x the price
 * @param y the level, the average or the earlier price
 * @returns true when y - x > 1e-9 |y|; false when either is NaN
 * @example isBelow(10, 10 + 1e-12) // => false
 */
export function isBelow(x: number, y: number): boolean {
  return y - x > MARGIN * Math.abs(y);
}

/**
 * Whether two numbers are one value to a ranking: neighbours within 1e-9 of the larger magnitude, or within 1e-12 (method 0, A04).
 * @returns false when either is NaN
 * @example isTie(3, 3 + 1e-10) // => true
 */
export function isTie(a: number, b: number): boolean {
  const apart = Math.abs(a - b);
  return apart <= 1e-12 || apart <= MARGIN * Math.max(Math.abs(a), Math.abs(b));
}
