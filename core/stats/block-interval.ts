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
  return drawnInterval([values], block, (sums) => sums[0]! / n);
}

/**
 * The same of a figure that follows from the sums of several rows, each draw taking all of them from the same places.
 * @param rows of one length, in their order, none of their values NaN
 * @param block how many neighbours are drawn together
 * @param figureOf the sums of the rows, in their order; NaN where a draw has no such figure: it is left out
 * @returns lower and upper end; NaN for fewer than five blocks, and without a figure
 * @example drawnInterval([[1, 2], [3, 4]], 1, ([a, b]) => a / b) // => [NaN, NaN]
 */
export function drawnInterval(
  rows: readonly ArrayLike<number>[],
  block: number,
  figureOf: (sums: ArrayLike<number>) => number,
): [number, number] {
  const n = rows[0]!.length;
  const k = n / block;
  if (k < LEAST_BLOCKS) return [NaN, NaN];
  const running = rows.map(sumsTwice);
  const blocks = Math.ceil(n / block);
  const random = mulberry32(1);
  const center = figureOf(running.map((sums) => sums[n]!));
  const drawn = new Float64Array(rows.length);
  let [total, squares, draws] = [0, 0, 0];
  for (let draw = 0; draw < DRAWS; draw++) {
    drawn.fill(0);
    for (let j = 0; j < blocks; j++) {
      const start = Math.floor(n * random());
      const length = j === blocks - 1 ? n - j * block : block;
      for (let r = 0; r < drawn.length; r++) drawn[r]! += running[r]![start + length]! - running[r]![start]!;
    }
    const off = figureOf(drawn) - center;
    if (off !== off) continue;
    draws++;
    total += off;
    squares += off * off;
  }
  const sd = Math.sqrt(Math.max(0, squares / draws - (total / draws) ** 2));
  const reach = studentT(0.975, k - 1) * sd * Math.sqrt(k / (k - 1));
  return [center - reach, center + reach];
}

/** Running sums of a row and of itself once more, so that a block that runs round the end is one difference. */
function sumsTwice(values: ArrayLike<number>): Float64Array {
  const n = values.length;
  const sums = new Float64Array(2 * n + 1);
  for (let i = 0; i < 2 * n; i++) sums[i + 1] = sums[i]! + values[i % n]!;
  return sums;
}

/** How many weeks hang together where what is held runs for h sessions: 3 ceil((h + 1)/5) (method 12, R40). */
export function blockOfWeeks(hold: number): number {
  return 3 * Math.ceil((hold + 1) / 5);
}
