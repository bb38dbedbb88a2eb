/**
 * Complementary error function.
 * Formula: for |x| < 2 one less 2/sqrt(pi) exp(-x^2) sum 2^k x^(2k+1)/(2k+1)!!, beyond that exp(-x^2)/sqrt(pi) over the continued
 * fraction x + (1/2)/(x + 1/(x + (3/2)/(x + ...))) (Abramowitz and Stegun 7.1.6 and 7.1.14).
 * @returns erfc(x), to some 1e-15
 * @example erfc(1).toFixed(12) // => "0.157299207050"
 */
export function erfc(x: number): number {
  if (x < 0) return 2 - erfc(-x);
  if (x < 2) {
    let term = x;
    let sum = x;
    for (let k = 1; term > sum * 1e-17; k++) sum += term *= (2 * x * x) / (2 * k + 1);
    return 1 - (2 / Math.sqrt(Math.PI)) * Math.exp(-x * x) * sum;
  }
  let tail = x;
  for (let k = 80; k >= 1; k--) tail = x + k / 2 / tail;
  return Math.exp(-x * x) / Math.sqrt(Math.PI) / tail;
}

/** Probability that a standard normal is not above x: erfc(-x / sqrt 2) / 2 (method 13, S04). */
export function normalBelow(x: number): number {
  return erfc(-x / Math.SQRT2) / 2;
}

/** Density of the standard normal. */
export function normalDensity(x: number): number {
  return Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
}
