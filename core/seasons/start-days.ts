import { yearOf } from "../columns/epoch-day";
import { firstFrom } from "../columns/first-from";

const DAYS_OF_MONTHS = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** Every day of a year on which a window can start, as `MM-DD`; 29 February among them. */
export const START_DAYS: readonly string[] = DAYS_OF_MONTHS.flatMap((count, month) =>
  Array.from({ length: count }, (_, k) => `${twoDigits(month + 1)}-${twoDigits(k + 1)}`),
);

/** The session on which a window from each start day is entered, year by year. */
export interface StartDays {
  /** The years of the calendar, ascending. */
  readonly years: Int32Array;
  /** Session index of the first session on or after 1 January of each. */
  readonly firsts: Int32Array;
  /** Session index of start day d in year y at `d * years.length + y`; -1 where there is none. */
  readonly entries: Int32Array;
}

/** How long after its day a window can still be entered, in days. */
const LATEST_ENTRY = 10;

/**
 * The entry sessions of all start days.
 * Formula: the first session on or after the day of the year, at most 10 days after it, also if that lies in January of the next;
 * 29 February is 1 March in other years; not where the day lies before the first session (method 7, H08, Q07).
 * @param days epoch days of the sessions, ascending
 * @returns a session a start day and year
 * @example startDays(Int32Array.of(0, 4)).entries[2] // => 1
 */
export function startDays(days: Int32Array): StartDays {
  if (days.length === 0) return { years: new Int32Array(0), firsts: new Int32Array(0), entries: new Int32Array(0) };
  const first = yearOf(days[0]!);
  const years = Int32Array.from({ length: yearOf(days[days.length - 1]!) - first + 1 }, (_, k) => first + k);
  const entries = new Int32Array(START_DAYS.length * years.length).fill(-1);
  const firsts = new Int32Array(years.length);
  let s = 0;
  for (let y = 0; y < years.length; y++) {
    firsts[y] = firstFrom(days, startDayIn(0, years[y]!));
    for (let d = 0; d < START_DAYS.length; d++) {
      const day = startDayIn(d, years[y]!);
      if (day < days[0]!) continue;
      while (s < days.length && days[s]! < day) s++;
      if (s < days.length && days[s]! <= day + LATEST_ENTRY) entries[d * years.length + y] = s;
    }
  }
  return { years, firsts, entries };
}

/**
 * A start day as a date of one year.
 * @param start index among `START_DAYS`
 * @param year calendar year
 * @returns its epoch day; 29 February is 1 March where there is none
 * @example startDayIn(0, 1971) // => 365
 */
export function startDayIn(start: number, year: number): number {
  const [month, day] = START_DAYS[start]!.split("-").map(Number) as [number, number];
  return Date.UTC(year, month - 1, day) / 86_400_000;
}

/**
 * The start day that a date is.
 * @param day epoch day
 * @returns index among `START_DAYS`
 * @example START_DAYS[startDayOf(59)] // => "03-01"
 */
export function startDayOf(day: number): number {
  const date = new Date(day * 86_400_000);
  let index = date.getUTCDate() - 1;
  for (let month = 0; month < date.getUTCMonth(); month++) index += DAYS_OF_MONTHS[month]!;
  return index;
}

function twoDigits(n: number): string {
  return String(n).padStart(2, "0");
}
