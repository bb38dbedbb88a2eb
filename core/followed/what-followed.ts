import { isAbove } from "../columns/compare";
import { mean } from "../stats/mean";
import { medianInPlace } from "../stats/median";
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
    const sessions = thinned(finished(close, occurrences, horizon), horizon);
    return {
      horizon,
      after: {
        ...summary(close, sessions, horizon),
        interval: wilsonInterval(higherAfter(close, sessions, horizon), sessions.length),
      },
      base: summary(close, finished(close, span, horizon), horizon),
      sessions,
      returns: sessions.map((s) => close[s + horizon]! / close[s]! - 1),
    };
  });
}

/** Sessions that have a close, then and so many sessions later. */
function finished(close: Float64Array, sessions: readonly number[], horizon: number): number[] {
  const found: number[] = [];
  for (const s of sessions) {
    if (s + horizon >= close.length) break;
    const [then, later] = [close[s]!, close[s + horizon]!];
    if (then === then && later === later) found.push(s);
  }
  return found;
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
  let n = 0;
  for (const s of sessions) if (isAbove(close[s + horizon]!, close[s]!)) n++;
  return n;
}

function summary(close: Float64Array, sessions: readonly number[], horizon: number): ReturnSummary {
  const n = sessions.length;
  const returns = new Float64Array(n);
  for (let k = 0; k < n; k++) returns[k] = close[sessions[k]! + horizon]! / close[sessions[k]!]! - 1;
  const centre = mean(returns);
  let worst = n > 0 ? Infinity : NaN;
  let best = n > 0 ? -Infinity : NaN;
  for (const r of returns) {
    if (r < worst) worst = r;
    if (r > best) best = r;
  }
  return {
    n,
    mean: centre,
    // From here on the order of the returns is lost.
    median: medianInPlace(returns, n),
    worst,
    best,
    positive: n > 0 ? higherAfter(close, sessions, horizon) / n : NaN,
  };
}
