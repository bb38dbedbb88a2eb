import { overDefined } from "../columns/over-defined";
import { CoreError, requireWindow } from "../core-error";
import { mean } from "../stats/mean";
import { sampleSd } from "../stats/sample-sd";

const SESSIONS_A_YEAR = 252;

/**
 * Historical volatility.
 * Formula: sample sd of the last n log returns x sqrt(252) (method 1, B09).
 * @param close a column of closes, NaN where there is no bar
 * @param n returns in the window, at least 2
 * @returns a column of fractions a year; NaN before bar n + 1 and where there is no bar
 * @throws CoreError `bad-window`
 * @example historicalVolatility(Float64Array.of(1, 1, 1), 2) // => [NaN, NaN, 0]
 */
export function historicalVolatility(close: Float64Array, n: number): Float64Array {
  requireWindow("historicalVolatility", n);
  if (n < 2) throw new CoreError("bad-window", `historicalVolatility: needs a window of at least 2, got ${n}`);
  return overDefined(close, (own) => {
    const returns = own.map((c, t) => (t > 0 ? Math.log(c / own[t - 1]!) : NaN));
    return own.map((_, t) => {
      if (t < n) return NaN;
      const [from, to] = [t - n + 1, t + 1];
      return sampleSd(returns, mean(returns, from, to), from, to) * Math.sqrt(SESSIONS_A_YEAR);
    });
  });
}
