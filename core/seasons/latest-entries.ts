import type { StartDays } from "./start-days";

/** A window by its start day, an index among `START_DAYS`, and its hold in sessions. */
export interface WindowOf {
  readonly start: number;
  readonly hold: number;
}

/** Which years are looked at: so many of the latest that exist, some latest of all left out. */
export interface YearsOfWindow {
  readonly years: number;
  readonly skip: number;
}

/**
 * The entries of a window in its latest years that exist: those with a bar on the entry and on the exit (method 7, H08).
 * @param close of the series up to the session asked from, NaN where it has no bar
 * @param starts of its calendar
 * @param window the window
 * @param wanted which years
 * @param out takes the session indexes, the latest first
 * @returns how many there are, at most the years wanted
 */
export function latestEntries(
  close: Float64Array,
  { years, entries }: Pick<StartDays, "years" | "entries">,
  { start, hold }: WindowOf,
  wanted: YearsOfWindow,
  out: Int32Array,
): number {
  let met = -wanted.skip;
  for (let y = years.length - 1; y >= 0 && met < wanted.years; y--) {
    const entry = entries[start * years.length + y]!;
    if (entry < 0 || entry + hold >= close.length || close[entry] !== close[entry] || close[entry + hold] !== close[entry + hold])
      continue;
    if (met >= 0) out[met] = entry;
    met++;
  }
  return Math.max(0, met);
}
