import { sessionsOf, type Truth } from "../conditions/truth";

/** One instrument as a scan's history sees it, on the sessions of its market. */
export interface ScannedInstrument {
  /** First and last sessions of its membership, inclusive, ascending. */
  readonly runs: readonly (readonly [from: number, to: number])[];
  /** On which sessions it passes. */
  readonly truth: Truth;
}

export interface ScanHits {
  /** Members that passed, and members, by session. */
  readonly passed: Int32Array;
  readonly members: Int32Array;
}

/**
 * How many members of a dated universe passed on each session (method 12, R47).
 * @param instruments every instrument that was ever a member
 * @param sessions of the calendar
 */
export function scanHits(instruments: readonly ScannedInstrument[], sessions: number): ScanHits {
  const passed = new Int32Array(sessions);
  const changes = new Int32Array(sessions + 1);
  for (const { runs, truth } of instruments) {
    for (const [from, to] of runs) {
      changes[from]!++;
      changes[to + 1]!--;
    }
    let r = 0;
    for (const s of sessionsOf(truth.yes)) {
      while (r < runs.length && runs[r]![1] < s) r++;
      if (r === runs.length) break;
      if (runs[r]![0] <= s) passed[s]!++;
    }
  }
  const members = new Int32Array(sessions);
  let count = 0;
  for (let s = 0; s < sessions; s++) members[s] = count += changes[s]!;
  return { passed, members };
}
