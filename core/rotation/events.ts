import { phaseOf } from "./phase";

export const ROTATION_EVENTS = ["turn", "failed recovery", "failed slip", "took the lead", "fell behind"] as const;
export type RotationEventKind = (typeof ROTATION_EVENTS)[number];

export interface RotationEvent {
  readonly sample: number;
  readonly kind: RotationEventKind;
}

/**
 * What happened to a member between two samples, for a range of samples.
 * Formula: turn: the step from s-2 to s and that from s-4 to s-2 differ by more than 90 degrees, and those to s-1 did
 * not; failed recovery: behind, recovering at s-1 and behind, slipping at s; failed slip: ahead, easing at s-1 and
 * ahead, gaining at s (method 6, G05, G06). Took the lead and fell behind: T crossed zero.
 * @param trend T, a value a sample
 * @param momentum M
 * @param from first sample to look at
 * @param to last
 * @returns events in the order of the samples
 */
export function rotationEvents(trend: ArrayLike<number>, momentum: ArrayLike<number>, from: number, to: number): RotationEvent[] {
  const events: RotationEvent[] = [];
  for (let s = Math.max(1, from); s <= to; s++) {
    const [before, now] = [phaseOf(trend[s - 1]!, momentum[s - 1]!), phaseOf(trend[s]!, momentum[s]!)];
    if (turnsAt(trend, momentum, s) && !turnsAt(trend, momentum, s - 1)) events.push({ sample: s, kind: "turn" });
    if (before === "behind, recovering" && now === "behind, slipping") events.push({ sample: s, kind: "failed recovery" });
    if (before === "ahead, easing" && now === "ahead, gaining") events.push({ sample: s, kind: "failed slip" });
    if (trend[s - 1]! < 0 && trend[s]! >= 0) events.push({ sample: s, kind: "took the lead" });
    if (trend[s - 1]! >= 0 && trend[s]! < 0) events.push({ sample: s, kind: "fell behind" });
  }
  return events;
}

/** Whether the last two steps and the two before them point more than 90 degrees apart. */
function turnsAt(trend: ArrayLike<number>, momentum: ArrayLike<number>, s: number): boolean {
  if (s < 4) return false;
  const late = [trend[s]! - trend[s - 2]!, momentum[s]! - momentum[s - 2]!] as const;
  const early = [trend[s - 2]! - trend[s - 4]!, momentum[s - 2]! - momentum[s - 4]!] as const;
  return late[0] * early[0] + late[1] * early[1] < 0;
}
