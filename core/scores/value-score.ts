/**
 * What earnings and their growth would make a share worth.
 * Formula: V = eps x (8.5 + 2 g), g the expected growth in percent, clipped to 0 to 20 (method 10, K03).
 * @param eps trailing earnings per share, in the currency of the price
 * @param growth expected growth, percent
 * @param close price
 * @returns V / C; -1 for eps <= 0, so that all such tie below everyone else; NaN where eps is unknown, or growth is while
 * eps is above 0
 * @example valueRatio(2, 10, 57) // => 1
 */
export function valueRatio(eps: number, growth: number, close: number): number {
  if (Number.isNaN(eps) || Number.isNaN(close)) return NaN;
  if (eps <= 0) return -1;
  return Number.isNaN(growth) ? NaN : (eps * (8.5 + 2 * Math.min(20, Math.max(0, growth)))) / close;
}
