const Z95 = 1.959963984540054;

/**
 * Wilson score interval of a share, 95%.
 * Formula: (p + z^2/2n +/- z sqrt(p(1-p)/n + z^2/4n^2)) / (1 + z^2/n) with z = 1.959963984540054 (Wilson 1927; method 8, I04).
 * @param wins how many of them
 * @param n of how many
 * @returns lower and upper end as fractions; NaN for n of 0
 * @example wilsonInterval(0, 10).map((x) => x.toFixed(4)) // => ["0.0000", "0.2775"]
 */
export function wilsonInterval(wins: number, n: number): [low: number, high: number] {
  if (n === 0) return [NaN, NaN];
  const p = wins / n;
  const z2 = Z95 * Z95;
  const centre = p + z2 / (2 * n);
  const reach = Z95 * Math.sqrt((p * (1 - p)) / n + z2 / (4 * n * n));
  return [Math.max(0, (centre - reach) / (1 + z2 / n)), Math.min(1, (centre + reach) / (1 + z2 / n))];
}
