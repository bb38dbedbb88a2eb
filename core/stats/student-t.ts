/**
 * A quantile of Student's t, for degrees that need not be whole.
 * Formula: the x at which the distribution function, by the regularised incomplete beta function, is p; by halving.
 * @param p probability, above one half and below 1
 * @param degrees of freedom, above 0
 * @returns the quantile; NaN for degrees of 0 or less
 * @example studentT(0.975, 10).toFixed(3) // => "2.228"
 */
export function studentT(p: number, degrees: number): number {
  if (!(degrees > 0)) return NaN;
  const tail = 2 * (1 - p);
  // Beyond x the two tails hold I of degrees/(degrees + x²).
  const beyond = (x: number) => incompleteBeta(degrees / (degrees + x * x), degrees / 2, 0.5);
  let [low, high] = [0, 1];
  while (beyond(high) > tail && high < 1e15) high *= 2;
  for (let k = 0; k < 80; k++) {
    const middle = (low + high) / 2;
    if (beyond(middle) > tail) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The regularised incomplete beta function, by its continued fraction (Lentz's method). */
function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x));
  return x < (a + 1) / (a + b + 2) ? (front * betaFraction(x, a, b)) / a : 1 - (front * betaFraction(1 - x, b, a)) / b;
}

function betaFraction(x: number, a: number, b: number): number {
  const tiny = 1e-300;
  let c = 1;
  let d = 1 / nonzero(1 - ((a + b) * x) / (a + 1), tiny);
  let h = d;
  for (let m = 1; m <= 500; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / nonzero(1 + even * d, tiny);
    c = nonzero(1 + even / c, tiny);
    h *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / nonzero(1 + odd * d, tiny);
    c = nonzero(1 + odd / c, tiny);
    h *= d * c;
    if (Math.abs(d * c - 1) < 1e-15) break;
  }
  return h;
}

const nonzero = (x: number, tiny: number) => (Math.abs(x) < tiny ? tiny : x);

/** Coefficients of Lanczos's approximation (g = 7). */
const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059, 12.507343278686905,
  -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
];

function logGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  const z = x - 1;
  const sum = LANCZOS.slice(1).reduce((acc, g, k) => acc + g / (z + k + 1), LANCZOS[0]!);
  const t = z + 7.5;
  return 0.5 * Math.log(2 * Math.PI) + (z + 0.5) * Math.log(t) - t + Math.log(sum);
}
