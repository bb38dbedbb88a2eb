import { ema } from "../indicators/ema";

/**
 * McClellan oscillator and summation.
 * Formula: EMA(19) - EMA(39) of RANA = 1000 (A - D) / (A + D); the summation is its cumulative sum from 0 (McClellan;
 * method 2, C04).
 * @param netShare (A - D) / (A + D) a session, NaN where no member is counted
 * @returns columns of the same length; NaN before the 39th value and where `netShare` is
 */
export function mcclellan(netShare: Float64Array): { readonly oscillator: Float64Array; readonly summation: Float64Array } {
  const rana = netShare.map((x) => 1000 * x);
  const slow = ema(rana, 39);
  const oscillator = ema(rana, 19).map((x, s) => x - slow[s]!);
  let sum = 0;
  const summation = oscillator.map((x) => (x === x ? (sum += x) : NaN));
  return { oscillator, summation };
}
