import { isAbove, isBelow } from "../columns/compare";
import { ownBars } from "../columns/over-defined";
import { requireSameLength } from "../core-error";

/** A bar of very large volume at a turn of the closes. */
export interface VolumeClimax {
  readonly at: number;
  /** 1 at the highest close, -1 at the lowest. */
  readonly sign: -1 | 1;
}

const TIMES = 3;
const CLOSES = 20;

/**
 * Volume climaxes.
 * Formula: V at least three times its average, and C above (below) each of the 19 closes before it (method 11, L08).
 * @param close closes of one instrument, NaN where it has no bar
 * @param volume of the same bars
 * @param average of the volume, the bar itself included
 * @returns the climaxes in order
 * @throws CoreError `bad-length`
 */
export function volumeClimaxes(close: Float64Array, volume: Float64Array, average: Float64Array): VolumeClimax[] {
  requireSameLength("volumeClimaxes", close, volume);
  requireSameLength("volumeClimaxes", close, average);
  const { rows, bars } = ownBars(close, { close, volume, average });
  const climaxes: VolumeClimax[] = [];
  for (let i = CLOSES - 1; i < rows.length; i++) {
    if (!(bars.volume[i]! >= TIMES * bars.average[i]!)) continue;
    const before = bars.close.subarray(i - CLOSES + 1, i);
    if (before.every((c) => isBelow(bars.close[i]!, c))) climaxes.push({ at: rows[i]!, sign: -1 });
    else if (before.every((c) => isAbove(bars.close[i]!, c))) climaxes.push({ at: rows[i]!, sign: 1 });
  }
  return climaxes;
}
