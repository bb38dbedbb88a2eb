import type { LaneStates } from "./lanes";

/** The first Checked up-turn after a washed-out Tide. */
export interface ReEntry {
  readonly session: number;
  /** Lowest Tide since it was armed, and its session. */
  readonly depth: number;
  readonly lowest: number;
}

/** Where the hunt for the next episode stands. */
export interface ReEntryState {
  readonly episodes: readonly ReEntry[];
  /** Whether Tide has been above 0 since the last episode, and has been washed out since. */
  readonly armed: boolean;
  readonly washedOut: boolean;
  /** Session of the lowest Tide since it was armed, -1 for none. */
  readonly lowest: number;
}

/**
 * Re-entry episodes.
 * Formula: armed at the start and whenever Tide > 0, which also cancels a wash-out not yet followed; a Tide <= level
 * while armed is a wash-out; the first session after it on which Checked turns to Up is the episode and disarms. On
 * one session the turn is judged before the arming (method 3, D08, Z36).
 * @param tide a session
 * @param checked states of the Checked lane
 * @param level of a wash-out [-60]
 * @returns episodes in order, and the state after the last session
 */
export function reEntries(tide: Float64Array, checked: LaneStates, level = -60): ReEntryState {
  const episodes: ReEntry[] = [];
  let armed = true;
  let washedOut = false;
  let lowest = -1;
  for (let s = 0; s < tide.length; s++) {
    const x = tide[s]!;
    if (x === x && x <= 0 && (lowest < 0 || x < tide[lowest]!)) lowest = s;
    const turnsUp = checked[s] === 1 && (s === 0 || checked[s - 1] !== 1);
    if (turnsUp && armed && washedOut) {
      episodes.push({ session: s, depth: tide[lowest]!, lowest });
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
