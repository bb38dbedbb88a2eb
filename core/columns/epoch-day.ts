import { CoreError } from "../core-error";

const MS_PER_DAY = 86_400_000;

/**
 * The epoch day (whole days since 1970-01-01, UTC) of an ISO date.
 * Source: ISO 8601 calendar dates, proleptic Gregorian.
 * @param iso `YYYY-MM-DD`
 * @returns days since 1970-01-01
 * @throws CoreError `bad-date` when the text is not a date of the calendar
 * @example epochDay("1970-01-02") // => 1
 */
export function epochDay(iso: string): number {
  const day = findEpochDay(iso);
  if (Number.isNaN(day)) throw new CoreError("bad-date", `epochDay: needs a date as YYYY-MM-DD, got "${iso}"`);
  return day;
}

/**
 * As `epochDay`, but NaN where the text is not a date.
 * @param iso `YYYY-MM-DD`
 * @returns days since 1970-01-01, NaN for anything that is not a date
 * @example findEpochDay("2023-02-30") // => NaN
 */
export function findEpochDay(iso: string): number {
  if (iso.length !== 10 || iso.charCodeAt(4) !== 45 || iso.charCodeAt(7) !== 45) return NaN;
  const year = digits(iso, 0, 4);
  const month = digits(iso, 5, 7);
  const date = digits(iso, 8, 10);
  if (!(year >= 1900 && year <= 2199 && month >= 1 && month <= 12 && date >= 1)) return NaN;
  const leap = year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  const longest = month === 2 ? (leap ? 29 : 28) : month === 4 || month === 6 || month === 9 || month === 11 ? 30 : 31;
  if (date > longest) return NaN;
  return Date.UTC(year, month - 1, date) / MS_PER_DAY;
}

function digits(text: string, from: number, to: number): number {
  let value = 0;
  for (let i = from; i < to; i++) {
    const digit = text.charCodeAt(i) - 48;
    if (digit < 0 || digit > 9) return NaN;
    value = value * 10 + digit;
  }
  return value;
}

/**
 * The ISO date of an epoch day.
 * @param day days since 1970-01-01
 * @returns `YYYY-MM-DD`
 * @throws CoreError `bad-date` when the day is not a whole number
 * @example isoDate(0) // => "1970-01-01"
 */
export function isoDate(day: number): string {
  if (!Number.isInteger(day)) throw new CoreError("bad-date", `isoDate: needs a whole day, got ${day}`);
  return new Date(day * MS_PER_DAY).toISOString().slice(0, 10);
}

/**
 * Weekday of an epoch day, Monday 1 to Sunday 7 (ISO 8601).
 * @param day days since 1970-01-01 (a Thursday)
 * @returns 1 to 7
 * @example weekday(0) // => 4
 */
export function weekday(day: number): number {
  return ((((day + 3) % 7) + 7) % 7) + 1;
}

/**
 * The Friday that ends the week of a day; weeks run Saturday to Friday (method 0, A07).
 * @param day days since 1970-01-01
 * @returns the epoch day of that Friday
 * @example isoDate(weekEnd(epochDay("2026-10-17"))) // => "2026-10-23"
 */
export function weekEnd(day: number): number {
  return day + ((5 - weekday(day) + 7) % 7);
}

/**
 * The calendar year of an epoch day.
 * @param day days since 1970-01-01
 * @returns the year
 * @example yearOf(365) // => 1971
 */
export function yearOf(day: number): number {
  return new Date(day * MS_PER_DAY).getUTCFullYear();
}

/**
 * The calendar month of an epoch day, counted through the years.
 * @param day days since 1970-01-01
 * @returns 12 x year + 0 for January to 11 for December
 * @example monthOf(31) - monthOf(0) // => 1
 */
export function monthOf(day: number): number {
  const date = new Date(day * MS_PER_DAY);
  return 12 * date.getUTCFullYear() + date.getUTCMonth();
}
