import { mulberry32 } from "./random";
import { studentT } from "./student-t";

const DRAWS = 2000;
const LEAST_BLOCKS = 5;

/**
 * The 95% interval of the mean of a row whose neighbours hang together.
 * Formula: mean ± t s sqrt(k/(k - 1)), s the sd (n) of 2,000 circular block bootstrap means, blocks of b, k = n/b, t the 97.5% point
 * of Student's t with k - 1 degrees. A draw takes ceil(n/b) numbers u; block j starts at floor(n u_j) and runs on round the end; the
 * row is cut to n; mulberry32, seed 1 (method 12, R40, R41).
 * @param values in their order, none of them NaN
 * @param block how many neighbours are drawn together
 * @returns lower and upper end; NaN for fewer than five blocks
 * @example blockInterval([1, 2], 1) // => [NaN, NaN]
 */
export function blockInterval(values: ArrayLike<number>, block: number): [number, number] {
  const n = values.length;
  const k = n / block;
  if (k < LEAST_BLOCKS) return [NaN, NaN];
  // Sums of the row and of itself once more, so that a block that runs round the end is one difference.
  const sums = new Float64Array(2 * n + 1);
  for (let i = 0; i < 2 * n; i++) sums[i + 1] = sums[i]! + values[i % n]!;
  const blocks = Math.ceil(n / block);
  const random = mulberry32(1);
  let total = 0;
  let squares = 0;
  const center = sums[n]! / n;
  for (let draw = 0; draw < DRAWS; draw++) {
    let sum = 0;
    for (let j = 0; j < blocks; j++) {
      const start = Math.floor(n * random());
      const length = j === blocks - 1 ? n - j * block : block;
      sum += sums[start + length]! - sums[start]!;
    }
    const off = sum / n - center;
    total += off;
    squares += off * off;
  }
  const sd = Math.sqrt(Math.max(0, squares / DRAWS - (total / DRAWS) ** 2));
  const reach = studentT(0.975, k - 1) * sd * Math.sqrt(k / (k - 1));
  return [center - reach, center + reach];
}

/** How many weeks hang together where what is held runs for h sessions: 3 ceil((h + 1)/5) (method 12, R40). */
export function blockOfWeeks(hold: number): number {
  return 3 * Math.ceil((hold + 1) / 5);
}
