import { quantileOfSorted } from "./quantile";
import { mulberry32 } from "./random";

const DRAWS = 2000;
const LEAST_BLOCKS = 5;

/**
 * The 95% interval of the mean of cases that come in clusters, from the sums and counts of them by stretch of time.
 * Formula: stretches are resampled in circular blocks of b, 2,000 draws; a draw's mean is its sum of sums / sum of counts, draws
 * without a case left out; the 2.5 and 97.5 percentiles. A draw takes ceil(n/b) numbers u; block j starts at floor(n u_j) and runs on
 * round the end; the row is cut to n; mulberry32, seed 1 (method 11, R22; 12, R41).
 * @param sums by stretch, a row for each mean that is wanted; all are drawn alike
 * @param counts of cases by stretch
 * @param block stretches drawn together
 * @returns lower and upper end for each row; NaN for fewer than five blocks and without a case
 * @example ratioIntervals([[1, 2]], [1, 1], 1) // => [[NaN, NaN]]
 */
export function ratioIntervals(
  sums: readonly ArrayLike<number>[],
  counts: ArrayLike<number>,
  block: number,
): (readonly [lower: number, upper: number])[] {
  const n = counts.length;
  if (n / block < LEAST_BLOCKS) return sums.map(() => [NaN, NaN] as const);
  const runningCounts = running(counts);
  const runningSums = sums.map(running);
  const blocks = Math.ceil(n / block);
  const random = mulberry32(1);
  const drawn = sums.map(() => new Float64Array(DRAWS));
  const totals = new Float64Array(sums.length);
  let kept = 0;
  for (let draw = 0; draw < DRAWS; draw++) {
    let cases = 0;
    totals.fill(0);
    for (let j = 0; j < blocks; j++) {
      const start = Math.floor(n * random());
      const end = start + (j === blocks - 1 ? n - j * block : block);
      cases += runningCounts[end]! - runningCounts[start]!;
      for (let k = 0; k < totals.length; k++) totals[k]! += runningSums[k]![end]! - runningSums[k]![start]!;
    }
    if (cases === 0) continue;
    for (let k = 0; k < totals.length; k++) drawn[k]![kept] = totals[k]! / cases;
    kept++;
  }
  return drawn.map((means) => {
    const sorted = means.subarray(0, kept).sort();
    return [quantileOfSorted(sorted, 0.025), quantileOfSorted(sorted, 0.975)] as const;
  });
}

/** Sums of a row and of itself once more up to each place, so that a block that runs round the end is one difference. */
function running(row: ArrayLike<number>): Float64Array {
  const n = row.length;
  const out = new Float64Array(2 * n + 1);
  for (let i = 0; i < 2 * n; i++) out[i + 1] = out[i]! + row[i % n]!;
  return out;
}
