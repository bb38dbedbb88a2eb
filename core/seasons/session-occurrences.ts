import { isAbove, isBelow } from "../columns/compare";
import { monthOf, weekday, yearOf } from "../columns/epoch-day";
import { requireSameLength } from "../core-error";
import { calendarPeriods } from "./calendar-periods";
import { nextSession, sessionPlaces, type KnownHoliday } from "./session-calendar";

/** Sessions of one kind with what each made; a session can occur in two places. */
export interface SessionOccurrences {
  /** Calendar year of each. */
  readonly years: Int32Array;
  /** Which of its kind, from 1. */
  readonly places: Int32Array;
  /** Return over the bar before; fractions. */
  readonly returns: Float64Array;
  /** 1 above the close before, -1 below it, 0 level. */
  readonly signs: Int8Array;
}

/** Sessions of a month that are told apart at either end. */
export const MONTH_ENDS = 5;
/** Sessions told apart before and after a holiday. */
export const AROUND_HOLIDAY = 3;

/**
 * What the first and last sessions of the months made.
 * Formula: r(1) of the n-th session from the start by the calendar, in the month in progress too; from the end of months that
 * are over. The month in which the calendar begins has no start, unless it begins with it (method 7, H03, Q03).
 * @param close of one series on the sessions of the calendar, NaN where it has no bar
 * @param days epoch days of the sessions, ascending
 * @returns places 1 to 5 from the start, then the 5th from the end (6) to the last (10)
 * @throws CoreError `bad-length`
 */
export function sessionsOfMonth(close: Float64Array, days: Int32Array): SessionOccurrences {
  requireSameLength("sessionsOfMonth", close, days);
  const { fromStart } = sessionPlaces(days, [], "month");
  const { ends, isLastOver } = calendarPeriods(days, "month");
  const fromEnd = new Float64Array(days.length).fill(NaN);
  const over = isLastOver ? ends.length : ends.length - 1;
  for (let k = 0; k < over; k++) {
    const end = ends[k]!;
    for (let s = end; s >= 0 && monthOf(days[s]!) === monthOf(days[end]!); s--) fromEnd[s] = 1 + end - s;
  }
  return occurrences(close, days, (s) => [
    ...(fromStart[s]! <= MONTH_ENDS ? [fromStart[s]!] : []),
    ...(fromEnd[s]! <= MONTH_ENDS ? [2 * MONTH_ENDS + 1 - fromEnd[s]!] : []),
  ]);
}

/**
 * What the sessions around holidays made: weekdays on which the calendar has no session, and those known to come.
 * Formula: r(1) of the n-th session before and after; nearer holidays take it from farther ones (method 7, H03, H04).
 * @param close of one series on the sessions of the calendar, NaN where it has no bar
 * @param days epoch days of the sessions, ascending
 * @param holidays those known by the last session
 * @returns places 1 (three sessions before) to 3 (the last before), 4 (the first after) to 6
 * @throws CoreError `bad-length`
 */
export function sessionsAroundHolidays(
  close: Float64Array,
  days: Int32Array,
  holidays: readonly KnownHoliday[],
): SessionOccurrences {
  requireSameLength("sessionsAroundHolidays", close, days);
  const last = days.length - 1;
  const before = new Float64Array(days.length).fill(NaN);
  const after = new Float64Array(days.length).fill(NaN);
  for (let s = 0; s < last; s++) {
    if (!hasWeekdayBetween(days[s]!, days[s + 1]!)) continue;
    for (let k = 0; k < AROUND_HOLIDAY; k++) {
      if (s - k >= 0 && !(before[s - k]! <= k + 1)) before[s - k] = k + 1;
      if (s + 1 + k <= last) after[s + 1 + k] = k + 1;
    }
  }
  if (last >= 0 && hasWeekdayBetween(days[last]!, nextSession(days[last]!, holidays)))
    for (let k = 0; k < AROUND_HOLIDAY && last - k >= 0; k++) before[last - k] = k + 1;
  return occurrences(close, days, (s) => [
    ...(before[s]! >= 1 ? [AROUND_HOLIDAY + 1 - before[s]!] : []),
    ...(after[s]! >= 1 ? [AROUND_HOLIDAY + after[s]!] : []),
  ]);
}

function hasWeekdayBetween(day: number, next: number): boolean {
  for (let between = day + 1; between < next; between++) if (weekday(between) <= 5) return true;
  return false;
}

function occurrences(close: Float64Array, days: Int32Array, placesOf: (s: number) => number[]): SessionOccurrences {
  const years: number[] = [];
  const places: number[] = [];
  const returns: number[] = [];
  const signs: number[] = [];
  let previous = NaN;
  for (let s = 0; s < days.length; s++) {
    const c = close[s]!;
    if (c !== c) continue;
    if (previous === previous) {
      for (const place of placesOf(s)) {
        years.push(yearOf(days[s]!));
        places.push(place);
        returns.push(c / previous - 1);
        signs.push(isAbove(c, previous) ? 1 : isBelow(c, previous) ? -1 : 0);
      }
    }
    previous = c;
  }
  return {
    years: Int32Array.from(years),
    places: Int32Array.from(places),
    returns: Float64Array.from(returns),
    signs: Int8Array.from(signs),
  };
}
