import { monthOf, weekday, weekEnd, yearOf } from "../columns/epoch-day";

export const SEASON_PERIODS = ["month", "quarter", "week"] as const;
export type SeasonPeriod = (typeof SEASON_PERIODS)[number];

/** The months, quarters or weeks of a calendar in which it has a session, in order. */
export interface CalendarPeriods {
  /** Calendar year of each; of a week the ISO year of its Friday. */
  readonly years: Int32Array;
  /** Which of its year: month 1..12, quarter 1..4, ISO week 1..53. */
  readonly places: Int32Array;
  /** Session index of the last session of each. */
  readonly ends: Int32Array;
  /** 1 where the one before is that before it by name (of weeks the one before in which there was a session). */
  readonly follows: Uint8Array;
  /** Whether the last one is over. */
  readonly isLastOver: boolean;
}

/**
 * The periods of a calendar up to its last session.
 * Formula: weeks run Saturday to Friday and are called by the ISO year and week of their Friday; the last one is over when no
 * Monday to Friday of it lies after the last session (method 0, A07; method 7, H03, Q01, Z20).
 * @param days epoch days of the sessions, ascending
 * @param period what the year is divided into
 * @returns a value a period
 * @example calendarPeriods(Int32Array.of(0, 1, 31), "month").places // => [1, 2]
 */
export function calendarPeriods(days: Int32Array, period: SeasonPeriod): CalendarPeriods {
  const keyOf = period === "week" ? weekEnd : period === "month" ? monthOf : (day: number) => Math.floor(monthOf(day) / 3);
  const keys: number[] = [];
  const ends: number[] = [];
  for (let s = 0; s < days.length; s++) {
    const key = keyOf(days[s]!);
    if (key === keys[keys.length - 1]) ends[ends.length - 1] = s;
    else {
      keys.push(key);
      ends.push(s);
    }
  }
  const last = days[days.length - 1];
  let later = (last ?? 0) + 1;
  while (weekday(later) > 5) later++;
  return {
    ...namesOf(keys, period),
    ends: Int32Array.from(ends),
    follows: Uint8Array.from(keys, (key, k) => (k > 0 && (period === "week" || keys[k - 1] === key - 1) ? 1 : 0)),
    isLastOver: last === undefined || keyOf(later) !== keys[keys.length - 1],
  };
}

function namesOf(keys: readonly number[], period: SeasonPeriod): Pick<CalendarPeriods, "years" | "places"> {
  if (period === "week") {
    // The ISO year of a week is that of its Thursday.
    const years = Int32Array.from(keys, (friday) => yearOf(friday - 1));
    return { years, places: Int32Array.from(keys, (friday, k) => 1 + Math.floor((friday - 1 - firstOf(years[k]!)) / 7)) };
  }
  const of = period === "month" ? 12 : 4;
  return {
    years: Int32Array.from(keys, (key) => Math.floor(key / of)),
    places: Int32Array.from(keys, (key) => (key % of) + 1),
  };
}

/** The first of January of a year. */
const firstOf = (year: number) => Date.UTC(year, 0, 1) / 86_400_000;
