import { isAbove, isBelow } from "../columns/compare";
import { kendallTau } from "../stats/kendall-tau";
import { latestEntries, type WindowOf } from "./latest-entries";
import { seasonRecord, type SeasonRecord } from "./season-record";
import type { StartDays } from "./start-days";

/** A window from a day of the year, held so many sessions. */
export interface WindowAsked extends WindowOf {
  /** Which way counts as a win. */
  readonly side: 1 | -1;
}

/** What came of a window year by year, the earliest first; fractions, signed so that a win is above zero. */
export interface WindowRecord extends SeasonRecord {
  readonly years: Int32Array;
  /** Session index of each entry; the exit lies `hold` sessions later. */
  readonly entries: Int32Array;
  readonly returns: Float64Array;
  /** Kendall's tau-b of year and return. */
  readonly lean: number;
  /** The furthest that any close on the way stood against the entry; 0 where none did. */
  readonly worstOnTheWay: number;
  /** The mean without its best year. */
  readonly meanWithoutBest: number;
}

/**
 * The record of a window over its latest years that exist.
 * Formula: a year exists with a bar on its entry and its exit (method 7, H08, H09, P01).
 * @param close of the series up to the session asked from, NaN where it has no bar
 * @param starts of its calendar
 * @param asked the window
 * @param years how many of the latest are wanted ["all" there are]
 * @returns a record of as many years as there are, at most those wanted
 */
export function windowRecord(
  close: Float64Array,
  starts: StartDays,
  { start, hold, side }: WindowAsked,
  years: number | "all" = "all",
): WindowRecord {
  const room = new Int32Array(starts.years.length);
  const wanted = years === "all" ? room.length : Math.min(years, room.length);
  const entries = Array.from(
    room.subarray(0, latestEntries(close, starts, { start, hold }, { years: wanted, skip: 0 }, room)),
  ).reverse();
  const labels = entries.map((entry) => starts.years[starts.entries.indexOf(entry, start * room.length) - start * room.length]!);
  const returns = entries.map((entry) => side * (close[entry + hold]! / close[entry]! - 1));
  const won = (entry: number) => (side === 1 ? isAbove : isBelow)(close[entry + hold]!, close[entry]!);
  const record = seasonRecord(returns, entries.filter(won).length);
  let worst = 0;
  for (const entry of entries) {
    for (let s = entry + 1; s <= entry + hold; s++) worst = Math.min(worst, side * (close[s]! / close[entry]! - 1) || 0);
  }
  return {
    ...record,
    years: Int32Array.from(labels),
    entries: Int32Array.from(entries),
    returns: Float64Array.from(returns),
    lean: kendallTau(labels, returns),
    worstOnTheWay: entries.length === 0 ? NaN : worst,
    meanWithoutBest: withoutBest(returns),
  };
}

/**
 * The mean of some returns without the best of them.
 * @returns NaN for fewer than two
 * @example withoutBest([1, 2, 6]) // => 1.5
 */
export function withoutBest(returns: ArrayLike<number>): number {
  if (returns.length < 2) return NaN;
  let [sum, best] = [0, -Infinity];
  for (let k = 0; k < returns.length; k++) {
    sum += returns[k]!;
    best = Math.max(best, returns[k]!);
  }
  return (sum - best) / (returns.length - 1);
}

/**
 * Whether an average hangs on its best year: less than half of it is left without that year.
 * @example isCarriedByOneYear([1, 1, 10]) // => true
 */
export function isCarriedByOneYear(returns: ArrayLike<number>): boolean {
  let sum = 0;
  for (let k = 0; k < returns.length; k++) sum += returns[k]!;
  return withoutBest(returns) < sum / returns.length / 2;
}
