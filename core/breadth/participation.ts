import { isAbove } from "../columns/compare";
import { CoreError } from "../core-error";
import type { MemberSpans, Panel } from "../columns/panel";

/** The horizons of participation, in sessions (method 2). */
export const HORIZONS = [5, 10, 20, 50, 200] as const;

/** Counts a session; horizon h of `HORIZONS` stands at [h], all five together last. */
export interface Participation {
  /** Members above the average: sessions values for each of the five horizons and for all five at once. */
  readonly above: readonly Uint16Array[];
  /** Members for which the average (all five averages) is defined. */
  readonly counted: readonly Uint16Array[];
}

/**
 * How many members close above their averages, on every session, and above all five at once.
 * Formula: participation(n) = members with C > average(n) / members whose average(n) is defined; all five over the
 * members for which all are defined; a member without a bar is not counted (method 2, C01, C02).
 * @param panel bars, instruments x sessions
 * @param averages five columns, instruments x sessions, price units, in the order of `HORIZONS`
 * @param spans dated membership
 * @returns counts a session
 * @throws CoreError `bad-length` when there are not five columns of the panel's size
 */
export function participation(panel: Panel, averages: readonly Float64Array[], spans: MemberSpans): Participation {
  const sessions = panel.sessions.length;
  if (averages.length !== 5 || averages.some((a) => a.length !== panel.close.length)) {
    throw new CoreError("bad-length", "participation: needs five columns of the panel's size");
  }
  const above = Array.from({ length: 6 }, () => new Uint16Array(sessions));
  const counted = Array.from({ length: 6 }, () => new Uint16Array(sessions));
  // For one instrument: 16 for each average that is defined on a session, and 1 for each that it is above.
  const state = new Uint8Array(sessions);
  for (let i = 0; i < panel.count; i++) {
    const base = i * sessions;
    const end = spans.offset[i + 1]!;
    for (let k = spans.offset[i]!; k < end; k++) {
      const from = spans.from[k]!;
      const to = spans.to[k]!;
      state.fill(0, from, to + 1);
      for (let h = 0; h < 5; h++) countAbove(panel.close, averages[h]!, base, from, to, above[h]!, counted[h]!, state);
      for (let s = from; s <= to; s++) {
        const own = state[s]!;
        if (own < 5 * 16) continue;
        counted[5]![s]!++;
        if (own === 5 * 17) above[5]![s]!++;
      }
    }
  }
  return { above, counted };
}

/** Counts one instrument against one average over a run of sessions. */
function countAbove(
  close: Float64Array,
  average: Float64Array,
  base: number,
  from: number,
  to: number,
  above: Uint16Array,
  counted: Uint16Array,
  state: Uint8Array,
): void {
  for (let s = from; s <= to; s++) {
    const level = average[base + s]!;
    // An average is defined only where there is a bar, so the close needs no check of its own.
    if (level !== level) continue;
    counted[s]!++;
    if (isAbove(close[base + s]!, level)) {
      above[s]!++;
      state[s]! += 17;
    } else {
      state[s]! += 16;
    }
  }
}

/**
 * Share of members above an average.
 * Formula: 100 x above / counted, in that order (method, Z11).
 * @param above counts
 * @param counted counts of the same length
 * @returns percent, NaN where nothing is counted
 * @example participationPercent(Uint16Array.of(1, 0), Uint16Array.of(4, 0)) // => [25, NaN]
 */
export function participationPercent(above: Uint16Array, counted: Uint16Array): Float64Array {
  return Float64Array.from(above, (n, s) => (counted[s]! > 0 ? (100 * n) / counted[s]! : NaN));
}
