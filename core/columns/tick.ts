/**
 * Decimals of an instrument's prices.
 * Formula: tick = 0.01, or 0.0001 C rounded up to a power of ten where C < 10 (method 0, Z23).
 * @param close a close of the instrument, in price units
 * @returns a whole number, 2 to 12; 2 where the close is NaN or not positive
 * @example [28.1, 7.5, 1, 0.034].map(priceDecimals) // => [2, 3, 4, 5]
 */
export function priceDecimals(close: number): number {
  if (!(close > 0) || close >= 10) return 2;
  return Math.min(12, -Math.ceil(Math.log10(close) - 4));
}

/**
 * The first price on the tick beyond a level; the level itself is not beyond it.
 * @param level a price
 * @param side 1 above, -1 below
 * @param like a price of the same instrument, by which the tick goes
 * @returns a price on the tick
 * @example tickBeyond(74.2831, 1, 74) // => 74.29
 */
export function tickBeyond(level: number, side: 1 | -1, like: number): number {
  const ticks = 10 ** priceDecimals(like);
  const at = level * ticks;
  const nearest = Math.round(at);
  const beyond = Math.abs(at - nearest) < 1e-6 ? nearest + side : side > 0 ? Math.ceil(at) : Math.floor(at);
  return beyond / ticks;
}

/**
 * The nearest price on the tick, one tick at least.
 * @param level a price
 * @param like a price of the same instrument, by which the tick goes
 * @returns a price on the tick
 * @example onTick(74.2831, 74) // => 74.28
 */
export function onTick(level: number, like: number): number {
  const ticks = 10 ** priceDecimals(like);
  return Math.max(1, Math.round(level * ticks)) / ticks;
}
