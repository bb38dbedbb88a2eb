import type { StrengthReturns } from "./strength";

/**
 * The returns that strength is made of as of one session, in one walk back over own bars.
 * Formula: r(n) = C[t] / C[t-n] - 1 over own bars for n of 5, 21, 63 and 126 (method 0, 5).
 * @param close a column of closes or levels, NaN where there is no bar
 * @param t session index
 * @returns fractions; NaN when there is no bar on t or too few before it
 * @example strengthReturnsAt(Float64Array.of(10, 10, 10, NaN, 10, 10, 15), 6) // => [0.5, NaN, NaN, NaN]
 */
export function strengthReturnsAt(close: Float64Array, t: number): StrengthReturns {
  const now = t >= 0 && t < close.length ? close[t]! : NaN;
  let [r5, r21, r63, r126] = [NaN, NaN, NaN, NaN];
  if (now !== now) return [r5, r21, r63, r126];
  let bars = 0;
  for (let s = t - 1; s >= 0 && bars < 126; s--) {
    const c = close[s]!;
    if (c !== c) continue;
    bars++;
    if (bars === 5) r5 = now / c - 1;
    else if (bars === 21) r21 = now / c - 1;
    else if (bars === 63) r63 = now / c - 1;
    else if (bars === 126) r126 = now / c - 1;
  }
  return [r5, r21, r63, r126];
}
