import { overDefined } from "../columns/over-defined";
import { CoreError, requireWindow } from "../core-error";

/**
 * Slope of the least-squares line over the last n values.
 * Formula: sum((x - mean x)(y - mean y)) / sum((x - mean x)^2) with x = 0..n-1; a slope within 1e-12 of zero is zero
 * (method 1, A05).
 * @param values a column, NaN where there is no bar
 * @param n window in bars, at least 2
 * @returns a column in units a bar; NaN before the n-th value and where `values` is NaN
 * @throws CoreError `bad-window`
 * @example regressionSlope(Float64Array.of(1, 3, 5), 3) // => [NaN, NaN, 2]
 */
export function regressionSlope(values: Float64Array, n: number): Float64Array {
  requireWindow("regressionSlope", n);
  if (n < 2) throw new CoreError("bad-window", `regressionSlope: needs a window of at least 2, got ${n}`);
  const middle = (n - 1) / 2;
  const spread = (n * (n * n - 1)) / 12;
  return overDefined(values, (own) => {
    const out = new Float64Array(own.length).fill(NaN);
    for (let t = n - 1; t < own.length; t++) {
      const base = own[t - n + 1]!;
      let product = 0;
      for (let k = 1; k < n; k++) product += (k - middle) * (own[t - n + 1 + k]! - base);
      const slope = product / spread;
      out[t] = Math.abs(slope) <= 1e-12 ? 0 : slope;
    }
    return out;
  });
}
