import { sma } from "../indicators/sma";
import { trailingZ } from "../stats/z-scores";

/**
 * Volatility slope: whether a market's volatility is subsiding.
 * Formula: SMA(10) / SMA(42) - 1 of the volatility index; below 0 it is subsiding. Its z is over up to 5,000 trailing
 * sessions, at least 252 (method 4, E03).
 * @param volatility closes of the volatility index, NaN where it has no bar
 * @param z to write into, which holds the rows before `start` already [a new one]
 * @param start first row whose z is to be calculated [0]
 * @returns the slope as a fraction and its z; NaN before their warm-up and where there is no bar
 */
export function volatilitySlope(
  volatility: Float64Array,
  z: Float64Array = new Float64Array(volatility.length),
  start = 0,
): { readonly slope: Float64Array; readonly z: Float64Array } {
  const longer = sma(volatility, 42);
  const slope = sma(volatility, 10).map((x, s) => x / longer[s]! - 1);
  return { slope, z: trailingZ(slope, 5000, { least: 252, into: z, start }) };
}
