import { isAbove, isBelow } from "../columns/compare";
import { atr, type HighLowClose } from "../indicators/atr";
import { lagged } from "../indicators/lagged";
import { sma } from "../indicators/sma";
import { trailingZ } from "../stats/z-scores";
import { confirmedState, UNDEFINED_STATE } from "./confirmed-state";

/** Direction and volatility states in the order of their codes. */
export const DIRECTIONS = ["Falling", "Ranging", "Rising"] as const;
export const VOLATILITIES = ["Calm", "Usual", "Rough"] as const;

export interface Regime {
  /** Confirmed direction, an index into `DIRECTIONS`; -1 before the first. */
  readonly direction: Int8Array;
  /** Confirmed volatility state, an index into `VOLATILITIES`; -1 before the first. */
  readonly volatility: Int8Array;
  /** The states as each session alone would judge them. */
  readonly rawDirection: Int8Array;
  readonly rawVolatility: Int8Array;
  /** C / SMA(200) - 1, a fraction. */
  readonly distance200: Float64Array;
  /** SMA(50)[t] / SMA(50)[t-5] - 1, a fraction. */
  readonly slope50: Float64Array;
  /** z of ATR(20) / C over the trailing 756 sessions. */
  readonly volatilityZ: Float64Array;
}

/**
 * Regime of a market's broad index: direction and volatility, each confirmed separately.
 * Formula: Rising if C > 1.02 SMA(200) and SMA(50) is above its value 5 bars ago; Falling mirrored at 0.98; else
 * Ranging. Calm if the z of ATR(20)/C over 756 sessions (at least 252) is below -0.5, Rough above 1, else Usual
 * (method 4, E01, E02).
 * @param bars high, low and close of the index, one row a session; NaN where it has no bar
 * @param volatilityZ to write into, which holds the z of the rows before `start` already [a new one]
 * @param start first row whose z is to be calculated [0]
 * @returns columns of the same length; states -1 and measures NaN before their warm-up
 * @throws CoreError `bad-length`
 */
export function regime(bars: HighLowClose, volatilityZ: Float64Array = new Float64Array(bars.close.length), start = 0): Regime {
  const { close } = bars;
  const average200 = sma(close, 200);
  const average50 = sma(close, 50);
  const before50 = lagged(average50, 5);
  const distance200 = close.map((c, t) => c / average200[t]! - 1);
  const slope50 = average50.map((a, t) => a / before50[t]! - 1);
  const range = atr(bars, 20).map((a, t) => a / close[t]!);
  trailingZ(range, 756, { least: 252, into: volatilityZ, start });

  const rawDirection = new Int8Array(close.length).fill(UNDEFINED_STATE);
  const rawVolatility = new Int8Array(close.length).fill(UNDEFINED_STATE);
  for (let t = 0; t < close.length; t++) {
    if (!Number.isNaN(average200[t]) && !Number.isNaN(before50[t])) {
      const rising = isAbove(close[t]!, 1.02 * average200[t]!) && isAbove(average50[t]!, before50[t]!);
      const falling = isBelow(close[t]!, 0.98 * average200[t]!) && isBelow(average50[t]!, before50[t]!);
      rawDirection[t] = rising ? 2 : falling ? 0 : 1;
    }
    const z = volatilityZ[t]!;
    if (z === z) rawVolatility[t] = z < -0.5 ? 0 : z > 1 ? 2 : 1;
  }
  const direction = confirmedState(rawDirection);
  const volatility = confirmedState(rawVolatility);
  return { direction, volatility, rawDirection, rawVolatility, distance200, slope50, volatilityZ };
}

/**
 * First session of the run of equal states that contains t.
 * @param states a code a session
 * @param t session index
 * @returns the session index at which the present run began
 * @example runStart(Int8Array.of(0, 1, 1, 1), 3) // => 1
 */
export function runStart(states: Int8Array, t: number): number {
  let start = t;
  while (start > 0 && states[start - 1] === states[t]) start--;
  return start;
}
