const MARGIN = 1e-9;

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
