export interface SplitBars {
  readonly open: Float64Array;
  readonly close: Float64Array;
  readonly volume: Float64Array;
}

export interface LikelySplit {
  /** Index of the first bar after it. */
  readonly t: number;
  /** New shares for an old one: 2 for two for one, 0.1 for one for ten. */
  readonly ratio: number;
}

/** New shares for an old one, and the other way round. */
const RATIOS = [1.5, 2, 2.5, 3, 4, 5, 6, 7, 8, 10, 15, 20, 25, 30, 40, 50, 100].flatMap((ratio) => [ratio, 1 / ratio]);
/** How near a jump lies to its ratio, as a share of it. */
const NEAR = 0.06;
const WINDOW = 10;

/**
 * Jumps of a price that look like a split the bars were not adjusted for: overnight by nearly a simple ratio, with the
 * median volume moving the other way by at least half of it (in logarithms), and no return within the window. Without
 * volume the jump alone counts, within a third of the distance.
 * Source: the definition of a split; the thresholds are ours.
 * @param bars rows of one instrument, oldest first; NaN for what is not known
 * @returns the jumps in order
 * @example
 * likelySplits({
 *   open: Float64Array.of(100, 101, 50, 51, 50),
 *   close: Float64Array.of(100, 100, 50, 50, 51),
 *   volume: Float64Array.of(10, 10, 20, 22, 19),
 * }) // => [{ t: 2, ratio: 2 }]
 */
export function likelySplits({ open, close, volume }: SplitBars): LikelySplit[] {
  const found: LikelySplit[] = [];
  for (let t = 1; t < close.length; t++) {
    const after = open[t]! > 0 ? open[t]! : close[t]!;
    const jump = close[t - 1]! / after;
    // Nearly every session ends here.
    if (!(jump > 1.38 || jump < 0.72)) continue;
    const ratio = RATIOS.find((r) => Math.abs(jump / r - 1) < NEAR);
    if (ratio === undefined) continue;
    const before = medianOf(volume, t - WINDOW, t);
    const later = medianOf(volume, t, t + WINDOW);
    const known = before > 0 && later > 0;
    if (known ? Math.log(later / before) / Math.log(ratio) < 0.5 : Math.abs(jump / ratio - 1) > NEAR / 3) continue;
    if (comesBack(close, t)) continue;
    found.push({ t, ratio });
  }
  return found;
}

/** Whether half of the jump is taken back within the window. */
function comesBack(close: Float64Array, t: number): boolean {
  const before = close[t - 1]!;
  const half = Math.sqrt(before * close[t]!);
  for (let k = t + 1; k < Math.min(close.length, t + WINDOW); k++)
    if (before > close[t]! ? close[k]! > half : close[k]! < half) return true;
  return false;
}

function medianOf(values: Float64Array, from: number, to: number): number {
  const own = values
    .slice(Math.max(0, from), Math.min(values.length, to))
    .filter((x) => x > 0)
    .sort();
  if (own.length === 0) return NaN;
  const middle = own.length >> 1;
  return own.length % 2 === 1 ? own[middle]! : (own[middle - 1]! + own[middle]!) / 2;
}
