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
