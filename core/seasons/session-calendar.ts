import { firstFrom } from "../columns/first-from";
import { weekday, weekEnd } from "../columns/epoch-day";

export const CALENDAR_PERIODS = ["week", "month", "quarter", "year"] as const;
export type CalendarPeriod = (typeof CALENDAR_PERIODS)[number];

/** A weekday without a session, and the day from which that is known. */
export interface KnownHoliday {
  readonly day: number;
  readonly known: number;
}

/** Where a session stands in the calendar, counted from either end of a period. */
export interface SessionPlaces {
  /** 1 on the first session of the period. */
  readonly fromStart: Float64Array;
  /** 1 on the last: 1 + sessions that were to follow in it. */
  readonly fromEnd: Float64Array;
}

/**
 * The place of each session within its week, month, quarter or year, from either end.
 * Formula: from the start by the sessions there were; from the end 1 + sessions to follow, which are taken to be all Mondays
 * to Fridays but the holidays known by the session, for past sessions as well (method 7, H04; method 9, Q41).
 * @param days epoch days of the sessions, ascending
 * @param holidays those of the market
 * @param period what is counted in
 * @returns a number a session; from the start NaN in the period in which the sessions begin, unless they begin with it
 */
export function sessionPlaces(days: Int32Array, holidays: readonly KnownHoliday[], period: CalendarPeriod): SessionPlaces {
  const ahead = sessionsAhead(holidays);
  const fromStart = new Float64Array(days.length).fill(NaN);
  const fromEnd = new Float64Array(days.length);
  let last = NaN;
  let place = NaN;
  for (let s = 0; s < days.length; s++) {
    const day = days[s]!;
    const end = periodEnd(day, period);
    if (end !== last) {
      // What came before the first session is not known.
      place = s > 0 || isFirstWeekday(day, period) ? 1 : NaN;
      last = end;
    } else place++;
    fromStart[s] = place;
    fromEnd[s] = 1 + ahead(day, end, day);
  }
  return { fromStart, fromEnd };
}

/**
 * Sessions to the next holiday and since the last one.
 * Formula: to: 1 on the last session before the next known weekday without a session; since: 1 on the first session after
 * one (method 9, Q41).
 * @param days epoch days of the sessions, ascending
 * @param holidays those of the market
 * @returns numbers a session; NaN where no holiday is known ahead, or none has been
 */
export function holidayDistances(
  days: Int32Array,
  holidays: readonly KnownHoliday[],
): { readonly to: Float64Array; readonly since: Float64Array } {
  const ahead = sessionsAhead(holidays);
  const ordered = holidays.filter((h) => weekday(h.day) <= 5 && !Number.isNaN(h.known)).sort((a, b) => a.day - b.day);
  const to = new Float64Array(days.length).fill(NaN);
  const since = new Float64Array(days.length).fill(NaN);
  let next = 0;
  let count = NaN;
  for (let s = 0; s < days.length; s++) {
    const day = days[s]!;
    count = count + 1;
    while (next < ordered.length && ordered[next]!.day < day) {
      // The first session after it, where it is known by now.
      if (ordered[next]!.known <= day && (s === 0 || ordered[next]!.day > days[s - 1]!)) count = 1;
      next++;
    }
    since[s] = count;
    const coming = ordered.slice(next).find((h) => h.known <= day && h.day > day);
    if (coming) to[s] = 1 + ahead(day, coming.day - 1, day);
  }
  return { to, since };
}

/**
 * Sessions from one day to another as they were to be expected.
 * @param holidays those of the market
 * @returns counts the Mondays to Fridays after `from` up to `to`, but the holidays known by `asOf`
 */
export function sessionsAhead(holidays: readonly KnownHoliday[]): (from: number, to: number, asOf: number) => number {
  const ordered = holidays.filter((h) => weekday(h.day) <= 5).sort((a, b) => a.day - b.day);
  const places = Float64Array.from(ordered, (h) => h.day);
  return (from, to, asOf) => {
    if (to <= from) return 0;
    let count = weekdaysUpTo(to) - weekdaysUpTo(from);
    let k = firstFrom(places, from + 1);
    for (; k < ordered.length && ordered[k]!.day <= to; k++) {
      if (ordered[k]!.known <= asOf && ordered[k - 1]?.day !== ordered[k]!.day) count--;
    }
    return count;
  };
}

/**
 * The next session as it is to be expected: the next Monday to Friday that is no holiday.
 * @param day days since 1970-01-01
 * @param holidays those that are known
 * @returns days since 1970-01-01
 * @example nextSession(1, [{ day: 4, known: 0 }]) // => 5
 */
export function nextSession(day: number, holidays: readonly KnownHoliday[]): number {
  return sessionAhead(day, 1, holidays);
}

/**
 * A session further on as it is to be expected: Mondays to Fridays that are no holidays are counted.
 * @param day days since 1970-01-01
 * @param count how many sessions after it; 0 for the day itself
 * @param holidays those that are known
 * @returns days since 1970-01-01
 * @example sessionAhead(1, 2, [{ day: 4, known: 0 }]) // => 6
 */
export function sessionAhead(day: number, count: number, holidays: readonly KnownHoliday[]): number {
  const closed = new Set(holidays.map((h) => h.day));
  let at = day;
  for (let met = 0; met < count;) {
    at++;
    if (weekday(at) <= 5 && !closed.has(at)) met++;
  }
  return at;
}

/** The last day of the period of a day that is a Monday to Friday. */
export function periodEnd(day: number, period: CalendarPeriod): number {
  if (period === "week") return weekEnd(day);
  const date = new Date(day * 86_400_000);
  const month = date.getUTCMonth();
  const following = period === "month" ? month + 1 : period === "quarter" ? 3 * Math.floor(month / 3) + 3 : 12;
  let end = Date.UTC(date.getUTCFullYear(), following, 0) / 86_400_000;
  while (weekday(end) > 5) end--;
  return end;
}

function isFirstWeekday(day: number, period: CalendarPeriod): boolean {
  let before = day - 1;
  while (weekday(before) > 5) before--;
  return periodEnd(before, period) !== periodEnd(day, period);
}

/** Mondays to Fridays from a Monday long ago up to a day. */
function weekdaysUpTo(day: number): number {
  const since = day + 3 + 7 * 10_000;
  return 5 * Math.floor(since / 7) + Math.min(5, (since % 7) + 1);
}
