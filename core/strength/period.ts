import { isAbove } from "../columns/compare";
import { mean } from "../stats/mean";

export interface PeriodReturn {
  /** C[b] / C[a] - 1, a fraction; NaN where there is no close to begin with. */
  readonly change: number;
  /** Whether it had no bar on b, so that the last close before it counts. */
  readonly ended: boolean;
}

/**
 * Return of an instrument between two sessions.
 * Formula: C[b] / C[a] - 1 from the last close on or before a, at most 5 sessions old, to the last on or before b
 * (method 5, Z21).
 * @param close a column of closes, NaN where there is no bar
 * @param a session index of the start
 * @param b of the end, not before a
 * @returns the return; NaN without a close within 5 sessions of a
 * @example periodReturn(Float64Array.of(10, NaN, 12, NaN), 1, 3) // => { change: 0.2, ended: true }
 */
export function periodReturn(close: Float64Array, a: number, b: number): PeriodReturn {
  const start = lastBar(close, a, Math.max(0, a - 5));
  const end = lastBar(close, b, Math.max(0, a - 5));
  if (start < 0 || end < 0) return { change: NaN, ended: false };
  // Written as a difference so that a fifth is a fifth.
  return { change: (close[end]! - close[start]!) / close[start]!, ended: end !== b };
}

function lastBar(close: Float64Array, from: number, to: number): number {
  for (let s = from; s >= to; s--) if (!Number.isNaN(close[s])) return s;
  return -1;
}

/**
 * Whether an instrument closed above an average on every bar of a window.
 * @param close a column of closes, NaN where there is no bar
 * @param average of the same length
 * @param a first session of the window
 * @param b last session
 * @returns false as well where the average is not defined or there is no bar at all
 * @example heldAbove(Float64Array.of(2, NaN, 3), Float64Array.of(1, NaN, 2), 0, 2) // => true
 */
export function heldAbove(close: Float64Array, average: Float64Array, a: number, b: number): boolean {
  let bars = 0;
  for (let s = a; s <= b; s++) {
    if (Number.isNaN(close[s])) continue;
    bars++;
    if (!isAbove(close[s]!, average[s]!)) return false;
  }
  return bars > 0;
}

/**
 * Rise of volume in a window: its mean volume against that before.
 * Formula: mean volume over (a, b] / mean volume of the n bars that end with a, less 1.
 * @param volume a column, NaN where there is none
 * @param a session index of the start
 * @param b of the end
 * @param n bars before [50]
 * @returns a fraction; NaN without volume in the window or with fewer than n bars before
 * @example volumeRise(Float64Array.of(2, 2, 3, 5), 1, 3, 2) // => 1
 */
export function volumeRise(volume: Float64Array, a: number, b: number, n = 50): number {
  const before: number[] = [];
  for (let s = a; s >= 0 && before.length < n; s--) if (!Number.isNaN(volume[s])) before.push(volume[s]!);
  if (before.length < n) return NaN;
  return mean(volume.subarray(a + 1, b + 1)) / mean(before) - 1;
}
