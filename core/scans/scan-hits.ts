import { truthAt, type Truth } from "../conditions/truth";

/** One instrument as a scan's history sees it, on the sessions of its market. */
export interface ScannedInstrument {
  /** First and last sessions of its membership, inclusive, ascending. */
  readonly runs: readonly (readonly [from: number, to: number])[];
  /** On which sessions it passes. */
  readonly truth: Truth;
  /** What a purchase at the next open made by session of the selection; NaN where there was none or it is not over. */
  readonly results: Float64Array;
}

export interface ScanHits {
  /** Members that passed, and members, by session. */
  readonly passed: Int32Array;
  readonly members: Int32Array;
}

/** What the selection of one session made. */
export interface Selection {
  readonly session: number;
  /** Bought of those that passed. */
  readonly bought: number;
  /** Mean gross return of those bought, and of all members bought at the same moment. */
  readonly made: number;
  readonly base: number;
}

/**
 * How many members of a dated universe passed on each session (method 12, R47).
 * @param instruments every instrument that was ever a member
 * @param sessions of the calendar
 */
export function scanHits(instruments: readonly ScannedInstrument[], sessions: number): ScanHits {
  const passed = new Int32Array(sessions);
  const members = new Int32Array(sessions);
  for (const { runs, truth } of instruments) {
    for (const [from, to] of runs) {
      for (let s = from; s <= to; s++) {
        members[s]!++;
        passed[s]! += (truth.yes[s >> 5]! >>> (s & 31)) & 1;
      }
    }
  }
  return { passed, members };
}

/**
 * What all that passed on some sessions made, against all members bought at the same moments.
 * Formula: equal weights over those with a result; gross return less the mean gross return of all the universe's members (method 12,
 * R42, M01).
 * @param instruments every instrument that was ever a member
 * @param at sessions of the selections, ascending
 * @returns those on which something was bought and its exit is reached
 */
export function scanSelections(instruments: readonly ScannedInstrument[], at: Int32Array): Selection[] {
  const [bought, made, count, all] = [0, 0, 0, 0].map(() => new Float64Array(at.length)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  for (const { runs, truth, results } of instruments) {
    let r = 0;
    for (let k = 0; k < at.length; k++) {
      const s = at[k]!;
      while (r < runs.length && runs[r]![1] < s) r++;
      if (r === runs.length) break;
      const x = results[s]!;
      if (runs[r]![0] > s || x !== x) continue;
      count[k]!++;
      all[k]! += x;
      if (truthAt(truth, s) !== 1) continue;
      bought[k]!++;
      made[k]! += x;
    }
  }
  return Array.from(at).flatMap((session, k) =>
    bought[k] === 0 ? [] : [{ session, bought: bought[k]!, made: made[k]! / bought[k]!, base: all[k]! / count[k]! }],
  );
}
