import { requireSameLength } from "../core-error";
import { ema } from "../indicators/ema";
import { trailingZ } from "../stats/z-scores";

/** What the Pressure is made of, a value a session. */
export interface PressureParts {
  /** Participation above the EMA(20) and the EMA(50), percent. */
  readonly above20: Float64Array;
  readonly above50: Float64Array;
  /** (A - D) / (A + D), a fraction. */
  readonly netAdvances: Float64Array;
  /** Share of volume that is the advancers', a fraction. */
  readonly upVolume: Float64Array;
}

const WINDOW = 756;
const LEAST = 252;
const CLIP = 2.5;

/**
 * Pressure: how far a market's participation stands from its own usual, -100 to +100.
 * Formula: z over the trailing 756 sessions (at least 252) of participation(20), participation(50), EMA(10) of
 * (A-D)/(A+D) and EMA(10) of the up-volume share, each clipped to +/- 2.5; Pressure = 40 x their mean (method 3, D02).
 * @param parts columns of one length
 * @param into a column to write into, which holds the sessions before `start` already [a new one]
 * @param start first session to calculate [0]
 * @returns a column; NaN where any part's z is undefined
 * @throws CoreError `bad-length`
 */
export function pressure(
  { above20, above50, netAdvances, upVolume }: PressureParts,
  into: Float64Array = new Float64Array(above20.length),
  start = 0,
): Float64Array {
  for (const part of [above50, netAdvances, upVolume]) requireSameLength("pressure", part, above20);
  const z = [above20, above50, ema(netAdvances, 10), ema(upVolume, 10)].map((part) =>
    trailingZ(part, WINDOW, { least: LEAST, start }),
  );
  const clipped = (x: number) => Math.max(-CLIP, Math.min(CLIP, x));
  for (let s = start; s < above20.length; s++) {
    into[s] = (40 * (clipped(z[0]![s]!) + clipped(z[1]![s]!) + clipped(z[2]![s]!) + clipped(z[3]![s]!))) / 4;
  }
  return into;
}
