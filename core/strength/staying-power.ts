import { weekEnd } from "../columns/epoch-day";
import { mean } from "../stats/mean";

/**
 * The last sessions of the latest weeks, the week of t in progress included.
 * Formula: weeks run Saturday to Friday; t, then the last session of each week before that has one (method 5, F03).
 * @param sessions epoch days, ascending
 * @param t session index
 * @param weeks how many samples [10]
 * @returns session indices, the latest first; fewer where history is short
 * @example weeklySamples(Int32Array.of(0, 1, 4, 5, 8), 4) // => [4, 1]
 */
export function weeklySamples(sessions: Int32Array, t: number, weeks = 10): number[] {
  const samples: number[] = [];
  let week = NaN;
  for (let s = t; s >= 0 && samples.length < weeks; s--) {
    const end = weekEnd(sessions[s]!);
    if (end !== week) samples.push(s);
    week = end;
  }
  return samples;
}

/**
 * Staying power: Strength averaged over ten weekly samples.
 * Formula: mean of the defined ones, at least 8 of 10 (method 5, F03).
 * @param strengths Strength at each sample, NaN where undefined
 * @returns 0 to 100, NaN when fewer than 8 are defined
 * @example stayingPower([80, 80, 80, 80, 90, 90, 90, 90]) // => 85
 */
export function stayingPower(strengths: readonly number[]): number {
  return strengths.filter((s) => !Number.isNaN(s)).length >= 8 ? mean(strengths) : NaN;
}

export type Standing = "new arrival" | "established" | "fading";

/**
 * What Strength and staying power say together.
 * Formula: new arrival: Strength >= 80, staying power < 65; established: both >= 80; fading: staying power >= 80,
 * Strength < 65 (method 5).
 * @param strength Strength, 0 to 100
 * @param staying staying power, 0 to 100
 * @returns the standing, undefined where none applies
 * @example standing(90, 40) // => "new arrival"
 */
export function standing(strength: number, staying: number): Standing | undefined {
  if (strength >= 80 && staying < 65) return "new arrival";
  if (strength >= 80 && staying >= 80) return "established";
  if (staying >= 80 && strength < 65) return "fading";
  return undefined;
}
