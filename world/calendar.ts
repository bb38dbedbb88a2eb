import { epochDay, weekday, yearOf } from "@core/columns/epoch-day";
import type { HolidayRow } from "@core/columns/dataset";
import type { Random } from "./random";

/** A yearly holiday: the n-th weekday of a month (from its end when negative), or a fixed date. */
export type HolidayRule =
  { readonly month: number; readonly nth: number; readonly weekday: number } | { readonly month: number; readonly date: number };

export interface Calendar {
  /** Epoch days of the sessions, ascending. */
  readonly sessions: Int32Array;
  readonly holidays: readonly HolidayRow[];
}

/**
 * Sessions from a first day until there are `count`, and the weekdays on which there is none, with the day on which
 * that became known: a yearly holiday on 1 November of the year before, a closure out of turn a few days ahead.
 * @param market code of the market
 * @param from first day
 * @param count sessions wanted
 * @param rules yearly holidays
 * @param random draws the closures out of turn, about one in three years
 */
export function makeCalendar(
  market: string,
  from: number,
  count: number,
  rules: readonly HolidayRule[],
  random: Random,
): Calendar {
  const sessions: number[] = [];
  const holidays: HolidayRow[] = [];
  let year = 0;
  let closed = new Map<number, number>();
  for (let day = from; sessions.length < count; day++) {
    if (yearOf(day) !== year) {
      year = yearOf(day);
      closed = closuresOf(year, rules, random);
    }
    if (weekday(day) > 5) continue;
    const known = closed.get(day);
    if (known === undefined) sessions.push(day);
    else holidays.push({ market, date: day, known });
  }
  // The rest of the year is known as well: whoever counts ahead from the last session needs it.
  const last = sessions[count - 1]!;
  for (const [date, known] of closed) if (date > last && weekday(date) <= 5) holidays.push({ market, date, known });
  return { sessions: Int32Array.from(sessions), holidays: holidays.sort((a, b) => a.date - b.date) };
}

function closuresOf(year: number, rules: readonly HolidayRule[], random: Random): Map<number, number> {
  const closed = new Map<number, number>();
  const announced = epochDay(`${year - 1}-11-01`);
  for (const rule of rules) closed.set(dayOf(year, rule), announced);
  if (random.uniform() < 0.33) {
    const day = epochDay(`${year}-01-08`) + random.whole(0, 340);
    if (!closed.has(day)) closed.set(day, day - random.whole(2, 6));
  }
  return closed;
}

function dayOf(year: number, rule: HolidayRule): number {
  const pad = (n: number) => String(n).padStart(2, "0");
  if ("date" in rule) {
    const day = epochDay(`${year}-${pad(rule.month)}-${pad(rule.date)}`);
    // A holiday on a weekend is kept on the Monday after.
    return weekday(day) === 6 ? day + 2 : weekday(day) === 7 ? day + 1 : day;
  }
  const first = epochDay(`${year}-${pad(rule.month)}-01`);
  const toWeekday = first + ((rule.weekday - weekday(first) + 7) % 7);
  return toWeekday + 7 * (rule.nth - 1);
}
