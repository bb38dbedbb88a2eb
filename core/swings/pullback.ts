import { percentileRankAmong } from "../stats/percentile-rank";
import type { Swings } from "./swings";

export interface Pullback {
  /** C / highest close since the last confirmed low - 1: zero or a negative fraction. */
  readonly depth: number;
  /** Row of that highest close. */
  readonly since: number;
  /** Depth among the deepest pullbacks of earlier up legs: 0 the shallowest, 100 the deepest; NaN without any. */
  readonly place: number;
  /** Those deepest pullbacks, in order of time. */
  readonly earlier: readonly number[];
}

/**
 * The present pullback and how deep it is among earlier ones.
 * Formula: C / highest close since the last confirmed low - 1; its place is the percentile rank of its magnitude among
 * the deepest pullbacks of the finished up legs (method 4).
 * @param found swings of a series
 * @param close the series they are of, ending with the session from which one looks
 * @returns undefined before the first confirmed low or without a close on the last row
 */
export function presentPullback({ pivots }: Swings, close: Float64Array): Pullback | undefined {
  const low = pivots.findLast((p) => p.kind === "low");
  const t = close.length - 1;
  if (!low || Number.isNaN(close[t])) return undefined;
  const earlier = pivots.flatMap((p, k) => (p.kind === "low" && pivots[k + 1] ? [deepest(close, p.at, pivots[k + 1]!.at)] : []));
  const since = highestRow(close, low.at, t);
  const depth = close[t]! / close[since]! - 1;
  return {
    depth,
    since,
    place: percentileRankAmong(
      -depth,
      earlier.map((d) => -d),
    ),
    earlier,
  };
}

function highestRow(close: Float64Array, from: number, to: number): number {
  let found = from;
  for (let t = from; t <= to; t++) if (close[t]! > close[found]!) found = t;
  return found;
}

function deepest(close: Float64Array, from: number, to: number): number {
  let high = close[from]!;
  let worst = 0;
  for (let t = from; t <= to; t++) {
    if (close[t]! > high) high = close[t]!;
    if (close[t]! / high - 1 < worst) worst = close[t]! / high - 1;
  }
  return worst;
}
