import { quantileOfSorted } from "../stats/quantile";
import { requireWindow } from "../core-error";

/** Sessions over which moves are looked at, the fewest of them, and the share of them that are usual. */
const WINDOW = 756;
const LEAST = 252;
const USUAL = 0.8;

/**
 * How far a figure usually moves over a span: what moves further has changed.
 * Formula: 80th percentile by linear interpolation of |x[s] - x[s-k]| over the last 756 sessions s <= t in which both are defined, of
 * which there must be 252 (method S91).
 * @param values of the figure, one a session
 * @param span k, in sessions
 * @param t the last session
 * @returns in the unit of the figure; NaN where too little is known
 * @throws CoreError `bad-window`
 * @example usualMove(Float64Array.from({ length: 300 }, (_, s) => s), 5, 299) // => 5
 */
export function usualMove(values: ArrayLike<number>, span: number, t: number): number {
  requireWindow("usualMove", span);
  const moves: number[] = [];
  for (let s = Math.max(span, t - WINDOW + 1); s <= t; s++) {
    const move = Math.abs(values[s]! - values[s - span]!);
    if (!Number.isNaN(move)) moves.push(move);
  }
  return moves.length < LEAST ? NaN : quantileOfSorted(Float64Array.from(moves).sort(), USUAL);
}
