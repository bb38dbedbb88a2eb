import { requireWindow } from "../core-error";

/**
 * Simple return over n bars.
 * Formula: r(n) = C[t] / C[t-n] - 1 over the instrument's own bars (method 0).
 * @param close a column of closes, NaN where there is no bar
 * @param n bars
 * @returns a column of fractions; NaN before bar n + 1 and where there is no bar
 * @throws CoreError `bad-window`
 * @example simpleReturn(Float64Array.of(10, NaN, 11, 22), 1).map((r) => Math.round(r * 100)) // => [NaN, NaN, 10, 100]
 */
export function simpleReturn(close: Float64Array, n: number): Float64Array {
  requireWindow("simpleReturn", n);
  const out = new Float64Array(close.length);
  // The last n closes in a ring: NaN until there are so many.
  const before = new Float64Array(n).fill(NaN);
  let place = 0;
  for (let i = 0; i < close.length; i++) {
    const x = close[i]!;
    if (x !== x) {
      out[i] = NaN;
      continue;
    }
    out[i] = x / before[place]! - 1;
    before[place] = x;
    if (++place === n) place = 0;
  }
  return out;
}

/**
 * Simple return over n own bars as of one session, without forming the column.
 * @param close a column of closes, NaN where there is no bar
 * @param t session index
 * @param n bars
 * @returns a fraction; NaN when there is no bar on t or fewer than n before it
 * @throws CoreError `bad-window`
 * @example simpleReturnAt(Float64Array.of(10, NaN, 20), 2, 1) // => 1
 */
export function simpleReturnAt(close: Float64Array, t: number, n: number): number {
  requireWindow("simpleReturnAt", n);
  const now = t >= 0 && t < close.length ? close[t]! : NaN;
  if (now !== now) return NaN;
  let bars = 0;
  for (let i = t - 1; i >= 0; i--) {
    const c = close[i]!;
    if (c === c && ++bars === n) return now / c - 1;
  }
  return NaN;
}
