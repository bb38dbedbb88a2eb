import { simpleReturn } from "../indicators/simple-return";

/**
 * The combined return that strength ranks by, on every session.
 * Formula: 0.5 r(63) + 0.5 r(126), NaN if either is (method 5).
 * @param close closes or levels, NaN where there is no bar
 * @returns fractions, one a session
 * @example combinedReturn(new Float64Array(130).fill(5))[129] // => 0
 */
export function combinedReturn(close: Float64Array): Float64Array {
  const [r63, r126] = [simpleReturn(close, 63), simpleReturn(close, 126)];
  return r63.map((r, s) => 0.5 * r + 0.5 * r126[s]!);
}
