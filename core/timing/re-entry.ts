import type { LaneStates } from "./lanes";

/** The first Checked up-turn after a washed-out Pressure. */
export interface ReEntry {
  readonly session: number;
  /** Lowest Pressure since it was armed, and its session. */
  readonly depth: number;
  readonly lowest: number;
}

/** Where the hunt for the next episode stands. */
export interface ReEntryState {
  readonly episodes: readonly ReEntry[];
  /** Whether Pressure has been above 0 since the last episode, and has been washed out since. */
  readonly armed: boolean;
  readonly washedOut: boolean;
  /** Session of the lowest Pressure since it was armed, -1 for none. */
  readonly lowest: number;
}

/**
 * Re-entry episodes.
 * Formula: armed at the start and whenever Pressure > 0, which also cancels a wash-out not yet followed; a Pressure <= level
 * while armed is a wash-out; the first session after it on which Checked turns to Up is the episode and disarms. On
 * one session the turn is judged before the arming (method 3, D08, Z36).
 * @param pressure a session
 * @param checked states of the Checked lane
 * @param level of a wash-out [-60]
 * @returns episodes in order, and the state after the last session
 */
export function reEntries(pressure: Float64Array, checked: LaneStates, level = -60): ReEntryState {
  const episodes: ReEntry[] = [];
  let armed = true;
  let washedOut = false;
  let lowest = -1;
  for (let s = 0; s < pressure.length; s++) {
    const x = pressure[s]!;
    if (x === x && x <= 0 && (lowest < 0 || x < pressure[lowest]!)) lowest = s;
    const turnsUp = checked[s] === 1 && (s === 0 || checked[s - 1] !== 1);
    if (turnsUp && armed && washedOut) {
      episodes.push({ session: s, depth: pressure[lowest]!, lowest });
      armed = washedOut = false;
    }
    if (x > 0) {
      armed = true;
      washedOut = false;
      lowest = -1;
    } else if (armed && x <= level) washedOut = true;
  }
  return { episodes, armed, washedOut, lowest };
}
