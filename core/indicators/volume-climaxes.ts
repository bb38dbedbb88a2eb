import { isAbove, isBelow } from "../columns/compare";
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
  const own = Array.from(close.keys()).filter((k) => !Number.isNaN(close[k]));
  return own.flatMap((k, i): VolumeClimax[] => {
    if (i < CLOSES - 1 || !(volume[k]! >= TIMES * average[k]!)) return [];
    const before = own.slice(i - CLOSES + 1, i);
    if (before.every((j) => isBelow(close[k]!, close[j]!))) return [{ at: k, sign: -1 }];
    if (before.every((j) => isAbove(close[k]!, close[j]!))) return [{ at: k, sign: 1 }];
    return [];
  });
}
