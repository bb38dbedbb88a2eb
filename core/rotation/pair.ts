import { mean } from "../stats/mean";
import { sampleSd } from "../stats/sample-sd";

/**
 * Position score of a member, by which pairs are made.
 * Formula: T + M / 2 (method 6, G08).
 * @param trend T
 * @param momentum M
 * @returns in sigma
 * @example positionScore(1, -0.5) // => 0.75
 */
export function positionScore(trend: number, momentum: number): number {
  return trend + momentum / 2;
}

/**
 * z of the ratio of two prices within its own trailing samples.
 * Formula: z of ln(long / short) over the last n samples, the present one included, sample sd (method 6, G09).
 * @param long prices a sample
 * @param short prices a sample
 * @param n samples in the window [52]
 * @returns a value a sample; NaN before the n-th, where a price is missing in the window, and where the sd is 0
 */
export function ratioZ(long: Float64Array, short: Float64Array, n = 52): Float64Array {
  const ratio = long.map((x, s) => Math.log(x / short[s]!));
  return ratio.map((x, s) => {
    if (s < n - 1) return NaN;
    const window = ratio.subarray(s - n + 1, s + 1);
    if (window.some(Number.isNaN)) return NaN;
    const centre = mean(window);
    const sd = sampleSd(window, centre);
    return sd > 0 ? (x - centre) / sd : NaN;
  });
}
