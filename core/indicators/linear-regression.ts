import { overBarsEach } from "../columns/over-defined";
import { CoreError, requireWindow } from "../core-error";
import { mean } from "../stats/mean";

/** A least-squares line through the last n values, seen from its last one. */
export interface RegressionLine {
  /** Change a bar; within 1e-12 of zero it is zero. */
  readonly slope: number;
  /** Value of the line at its last bar. */
  readonly end: number;
  /** sqrt(sum of squared residuals / (n - 1)). */
  readonly residualSd: number;
  /** Share of the variance that the line explains, 0 to 1; NaN where all values are equal. */
  readonly r2: number;
}

/**
 * The least-squares line through values that are all defined.
 * Formula: slope = sum((x - mean x)(y - mean y)) / sum((x - mean x)^2); R2 = 1 - SSE / SST (method 1, B08).
 * @param values at least two, the last one the latest
 * @param from index of the first that counts [all]
 * @param to index after the last [all]
 * @returns the line
 * @throws CoreError `bad-length` for fewer than two values
 * @example regressionLine([1, 3, 5]) // => { slope: 2, end: 5, residualSd: 0, r2: 1 }
 */
export function regressionLine(values: ArrayLike<number>, from = 0, to = values.length): RegressionLine {
  const n = to - from;
  if (n < 2) throw new CoreError("bad-length", `regressionLine: needs at least 2 values, got ${n}`);
  const middle = (n - 1) / 2;
  const centre = mean(values, from, to);
  let product = 0;
  let sst = 0;
  for (let k = 0; k < n; k++) {
    const apart = values[from + k]! - centre;
    product += (k - middle) * apart;
    sst += apart * apart;
  }
  const fitted = product / ((n * (n * n - 1)) / 12);
  const slope = Math.abs(fitted) <= 1e-12 ? 0 : fitted;
  let sse = 0;
  for (let k = 0; k < n; k++) {
    const residual = values[from + k]! - centre - slope * (k - middle);
    sse += residual * residual;
  }
  const flat = Math.sqrt(sst / n) <= 1e-12 * Math.max(1, Math.abs(centre));
  return { slope, end: centre + slope * middle, residualSd: Math.sqrt(sse / (n - 1)), r2: flat ? NaN : 1 - sse / sst };
}

/**
 * Linear regression over the last n bars, on every session.
 * Formula: as `regressionLine`; a channel is end +/- k residualSd. On logs: of ln(values), in log units; the channel
 * in price is exp(end +/- k residualSd) (method 1, B08).
 * @param values a column, NaN where there is no bar
 * @param n window in bars, at least 2
 * @param scale of the values themselves, or of their logs
 * @returns columns of the same length; NaN before bar n and where there is no bar
 * @throws CoreError `bad-window`
 * @example linearRegression(Float64Array.of(1, 3, 5), 2).slope // => [NaN, 2, 2]
 */
export function linearRegression(
  values: Float64Array,
  n: number,
  scale: "linear" | "log" = "linear",
): Record<keyof RegressionLine, Float64Array> {
  requireWindow("linearRegression", n);
  if (n < 2) throw new CoreError("bad-window", `linearRegression: needs a window of at least 2, got ${n}`);
  return overBarsEach(values, [], ["slope", "end", "residualSd", "r2"], (bars) => {
    const own = scale === "log" ? bars.map(Math.log) : bars;
    const column = () => new Float64Array(own.length).fill(NaN);
    const out = { slope: column(), end: column(), residualSd: column(), r2: column() };
    for (let t = n - 1; t < own.length; t++) {
      const line = regressionLine(own, t - n + 1, t + 1);
      out.slope[t] = line.slope;
      out.end[t] = line.end;
      out.residualSd[t] = line.residualSd;
      out.r2[t] = line.r2;
    }
    return out;
  });
}
