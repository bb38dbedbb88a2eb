import { isAbove } from "../columns/compare";
import { mean } from "../stats/mean";
import { wilsonInterval } from "../stats/wilson-interval";

/** Horizons over which it is asked what followed, in sessions (method 2). */
export const FOLLOW_HORIZONS = [1, 5, 10, 21, 63] as const;

export interface ReturnSummary {
  readonly n: number;
  /** Fractions; NaN without a return. */
  readonly mean: number;
  readonly median: number;
  readonly worst: number;
  readonly best: number;
  /** Share of returns whose later close is above the earlier, a fraction. */
  readonly positive: number;
}

export interface ThinnedSummary extends ReturnSummary {
  /** Wilson 95% interval of the share, fractions; of returns that do not overlap. */
  readonly interval: readonly [low: number, high: number];
}

export interface Followed {
  readonly horizon: number;
  readonly after: ThinnedSummary;
  /** Over all sessions: they overlap, so that no interval is given. */
  readonly base: ReturnSummary;
  /** Sessions that were kept after thinning, and the return that followed each. */
  readonly sessions: readonly number[];
  readonly returns: readonly number[];
}

/**
 * What followed certain sessions, against what followed all.
 * Formula: return = C[s+h] / C[s] - 1; sessions without a close at s or s + h are left out, then, walking forward, one
 * is kept when it is at least h sessions after the last kept; the base rate is over all sessions, unthinned (method 2,
 * C07, Z13).
 * @param close the index a session, up to the one from which one looks
 * @param occurrences sessions to look at, ascending
 * @param span sessions of the base rate, ascending
 * @param horizons in sessions [1, 5, 10, 21, 63]
 * @returns a summary a horizon
 */
export function whatFollowed(
  close: Float64Array,
  occurrences: readonly number[],
  span: readonly number[],
  horizons: readonly number[] = FOLLOW_HORIZONS,
): Followed[] {
  return horizons.map((horizon) => {
    const finished = (s: number) => !Number.isNaN(close[s]) && s + horizon < close.length && !Number.isNaN(close[s + horizon]);
    const sessions = thinned(occurrences.filter(finished), horizon);
    const all = span.filter(finished);
    return {
      horizon,
      after: {
        ...summary(close, sessions, horizon),
        interval: wilsonInterval(higherAfter(close, sessions, horizon), sessions.length),
      },
      base: summary(close, all, horizon),
      sessions,
      returns: sessions.map((s) => close[s + horizon]! / close[s]! - 1),
    };
  });
}

/**
 * Sessions at least so far apart, the earliest kept first.
 * @param sessions ascending
 * @param apart least distance in sessions
 * @returns those kept
 * @example thinned([1, 3, 6, 7, 12], 5) // => [1, 6, 12]
 */
export function thinned(sessions: readonly number[], apart: number): number[] {
  const kept: number[] = [];
  for (const s of sessions) if (kept.length === 0 || s - kept[kept.length - 1]! >= apart) kept.push(s);
  return kept;
}

function higherAfter(close: Float64Array, sessions: readonly number[], horizon: number): number {
  return sessions.reduce((n, s) => n + (isAbove(close[s + horizon]!, close[s]!) ? 1 : 0), 0);
}

function summary(close: Float64Array, sessions: readonly number[], horizon: number): ReturnSummary {
  const n = sessions.length;
  const returns = new Float64Array(n);
  for (let k = 0; k < n; k++) returns[k] = close[sessions[k]! + horizon]! / close[sessions[k]!]! - 1;
  const centre = mean(returns);
  const sorted = returns.sort();
  const middle = n >> 1;
  return {
    n,
    mean: centre,
    median: n === 0 ? NaN : n % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2,
    worst: n > 0 ? sorted[0]! : NaN,
    best: n > 0 ? sorted[n - 1]! : NaN,
    positive: n > 0 ? higherAfter(close, sessions, horizon) / n : NaN,
  };
}
