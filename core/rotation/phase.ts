export const PHASES = ["ahead, gaining", "ahead, easing", "behind, slipping", "behind, recovering"] as const;
export type Phase = (typeof PHASES)[number];

/**
 * Phase of a member.
 * Formula: by the signs of T and M, zero counting as positive (method 6).
 * @param trend T
 * @param momentum M
 * @returns the phase, undefined where either is NaN
 * @example phaseOf(0.4, -0.1) // => "ahead, easing"
 */
export function phaseOf(trend: number, momentum: number): Phase | undefined {
  if (Number.isNaN(trend) || Number.isNaN(momentum)) return undefined;
  return trend >= 0 ? (momentum >= 0 ? PHASES[0] : PHASES[1]) : momentum < 0 ? PHASES[2] : PHASES[3];
}

/** A step of a member in the plane of trend and momentum. */
export interface LastStep {
  /** Degrees in (-180, 180], from the direction of more trend toward that of more momentum. */
  readonly direction: number;
  /** Sigma a sample. */
  readonly step: number;
}

/**
 * The last step to a sample.
 * Formula: direction = atan2(M[s] - M[s-1], T[s] - T[s-1]); step = its length (method 6, G04).
 * @param trend T, a value a sample
 * @param momentum M
 * @param s sample
 * @returns direction NaN where both steps are zero; both NaN where a value is missing
 * @example stepAt([0, 1], [0, 1], 1).direction // => 45
 */
export function stepAt(trend: ArrayLike<number>, momentum: ArrayLike<number>, s: number): LastStep {
  const across = s > 0 ? trend[s]! - trend[s - 1]! : NaN;
  const up = s > 0 ? momentum[s]! - momentum[s - 1]! : NaN;
  const step = Math.hypot(across, up);
  return { direction: step > 0 ? (Math.atan2(up, across) * 180) / Math.PI : NaN, step };
}
