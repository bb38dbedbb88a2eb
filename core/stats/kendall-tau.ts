import { isTie } from "../columns/compare";
import { requireSameLength } from "../core-error";

/**
 * Kendall's tau-b of two rows: how far they rise and fall together, ties left out of both sides.
 * Formula: (agreeing pairs - opposed pairs) / sqrt(pairs not tied in x * pairs not tied in y); two values tie by the rule of
 * method 0, A04, pair by pair (method 7, P01, Q11).
 * @returns -1 to 1; NaN for fewer than two, and where all of one row are equal
 * @throws CoreError `bad-length`
 * @example kendallTau([1, 2, 3], [2, 4, 9]) // => 1
 */
export function kendallTau(x: ArrayLike<number>, y: ArrayLike<number>): number {
  requireSameLength("kendallTau", x, y);
  let [sum, inX, inY] = [0, 0, 0];
  for (let i = 0; i < x.length; i++) {
    for (let j = i + 1; j < x.length; j++) {
      const a = isTie(x[i]!, x[j]!) ? 0 : Math.sign(x[j]! - x[i]!);
      const b = isTie(y[i]!, y[j]!) ? 0 : Math.sign(y[j]! - y[i]!);
      sum += a * b;
      inX += a * a;
      inY += b * b;
    }
  }
  return inX === 0 || inY === 0 ? NaN : sum / Math.sqrt(inX * inY);
}
