import { requireSameLength } from "../core-error";
import { yearOf } from "../columns/epoch-day";
import { quantileOfSorted } from "../stats/quantile";

/** How a series usually goes through the year; fractions by session of the year, the first behind the close of December. */
export interface YearPath {
  /** The years that it is of. */
  readonly years: readonly number[];
  readonly mean: Float64Array;
  /** The middle half of the years. */
  readonly low: Float64Array;
  readonly high: Float64Array;
  /** The year of the last session, up to its last bar. */
  readonly present: Float64Array;
}

/**
 * The mean cumulative return by session of the year.
 * Formula: for each k up to the fewest sessions of the years used the mean of C[k-th session]/C[last of the year before] - 1; a
 * year is used with a close in December before and a bar on its last session or later; a missing session takes the last close
 * before it, of that year or of the base (method 7, H05, Z19, Q04).
 * @param close of one series on the sessions of its calendar, NaN where it has no bar
 * @param days epoch days of the sessions, ascending
 * @param wanted years that may be used; the year of the last session never is
 * @returns paths; of no years all but the present one are empty
 * @throws CoreError `bad-length`
 */
export function yearPath(close: Float64Array, days: Int32Array, wanted: readonly number[]): YearPath {
  requireSameLength("yearPath", close, days);
  const present = yearOf(days[days.length - 1] ?? 0);
  const lastBar = close.findLastIndex((c) => !Number.isNaN(c));
  const starts = yearStarts(days);
  const ends = new Map([...starts.keys()].map((year, k, all) => [year, starts.get(all[k + 1]!) ?? days.length]));
  const used = wanted.filter((year) => year !== present && baseOf(year) !== undefined && lastBar >= ends.get(year)! - 1);
  const length = Math.min(...used.map((year) => ends.get(year)! - starts.get(year)!));
  const paths = used.map((year) => pathOf(year, length));
  const count = Number.isFinite(length) ? length : 0;
  const across = (pick: (sorted: Float64Array) => number) =>
    Float64Array.from({ length: count }, (_, k) => pick(Float64Array.from(paths, (path) => path[k]!).sort()));
  return {
    years: used,
    mean: Float64Array.from({ length: count }, (_, k) => paths.reduce((sum, path) => sum + path[k]!, 0) / paths.length),
    low: across((sorted) => quantileOfSorted(sorted, 0.25)),
    high: across((sorted) => quantileOfSorted(sorted, 0.75)),
    present: baseOf(present) === undefined ? new Float64Array(0) : pathOf(present, lastBar + 1 - starts.get(present)!),
  };

  /** The last close of December of the year before; undefined where there is none. */
  function baseOf(year: number): number | undefined {
    const start = starts.get(year);
    if (start === undefined) return undefined;
    for (let s = start - 1; s >= 0; s--) {
      if (!isDecemberOf(days[s]!, year - 1)) return undefined;
      if (!Number.isNaN(close[s])) return close[s]!;
    }
    return undefined;
  }

  function pathOf(year: number, sessions: number): Float64Array {
    const base = baseOf(year)!;
    const start = starts.get(year)!;
    let last = base;
    return Float64Array.from({ length: Math.max(0, sessions) }, (_, k) => {
      const c = close[start + k]!;
      if (c === c) last = c;
      return last / base - 1;
    });
  }
}

/** Session index of the first session of each year, in order. */
function yearStarts(days: Int32Array): ReadonlyMap<number, number> {
  const starts = new Map<number, number>();
  days.forEach((day, s) => {
    const year = yearOf(day);
    if (!starts.has(year)) starts.set(year, s);
  });
  return starts;
}

function isDecemberOf(day: number, year: number): boolean {
  const date = new Date(day * 86_400_000);
  return date.getUTCFullYear() === year && date.getUTCMonth() === 11;
}
