import { isAbove } from "../columns/compare";
import { mean } from "../stats/mean";
import { median } from "../stats/median";
import { UNDEFINED_STATE } from "./confirmed-state";

/** How one state has behaved. */
export interface StateStatistics {
  readonly state: number;
  readonly sessions: number;
  /** Share of the sessions with a defined state, a fraction. */
  readonly share: number;
  /** Finished runs that have a beginning, and their median length in sessions; NaN without one. */
  readonly runs: number;
  readonly medianRun: number;
  /** Return of the index over the horizon from every session of the state: fractions, NaN without one. */
  readonly returns: number;
  /** Runs that these sessions lie in, the first and the present one among them. */
  readonly returnRuns: number;
  readonly mean: number;
  readonly median: number;
  readonly positive: number;
  readonly worst: number;
  /** Share of its finished runs that were followed by each state, fractions; all NaN without a finished run. */
  readonly next: readonly number[];
}

/**
 * How each state of a market has behaved.
 * Formula: share of the sessions with a defined state; median length and transitions of finished runs (the run that
 * contains the last session is not finished, and the very first run has no length); returns C[s+h]/C[s] - 1 from every
 * session of the state, overlapping (method 4, E05, Z27).
 * @param states a code a session, -1 where undefined, up to the session from which one looks
 * @param count how many states there are
 * @param close the index, of the same length
 * @param horizon in sessions [21]
 * @returns a row a state, in the order of their codes
 */
export function stateStatistics(states: Int8Array, count: number, close: Float64Array, horizon = 21): StateStatistics[] {
  const runs: { state: number; length: number; first: boolean; next: number }[] = [];
  const runOf = new Int32Array(states.length).fill(-1);
  let defined = 0;
  for (let s = 0; s < states.length; s++) {
    const state = states[s]!;
    if (state === UNDEFINED_STATE) continue;
    defined++;
    const open = runs[runs.length - 1];
    if (open?.state === state) open.length++;
    else {
      if (open) open.next = state;
      runs.push({ state, length: 1, first: open === undefined, next: UNDEFINED_STATE });
    }
    runOf[s] = runs.length - 1;
  }
  const finished = runs.slice(0, -1);
  return Array.from({ length: count }, (_, state) => {
    const returns: number[] = [];
    let sessions = 0;
    let returnRuns = 0;
    let lastRun = -1;
    let positive = 0;
    for (let s = 0; s < states.length; s++) {
      if (states[s] !== state) continue;
      sessions++;
      const later = s + horizon < close.length ? close[s + horizon]! : NaN;
      const r = later / close[s]! - 1;
      if (r !== r) continue;
      if (runOf[s] !== lastRun) returnRuns++;
      lastRun = runOf[s]!;
      returns.push(r);
      if (isAbove(later, close[s]!)) positive++;
    }
    const own = finished.filter((r) => r.state === state);
    const lengths = own.filter((r) => !r.first).map((r) => r.length);
    return {
      state,
      sessions,
      share: defined > 0 ? sessions / defined : NaN,
      runs: lengths.length,
      medianRun: median(lengths),
      returns: returns.length,
      returnRuns,
      mean: mean(returns),
      median: median(returns),
      positive: returns.length > 0 ? positive / returns.length : NaN,
      worst: returns.length > 0 ? returns.reduce((a, b) => Math.min(a, b)) : NaN,
      next: Array.from({ length: count }, (_, to) =>
        own.length > 0 ? own.filter((r) => r.next === to).length / own.length : NaN,
      ),
    };
  });
}
