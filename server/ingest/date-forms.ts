import { isValid, parse } from "date-fns";
import { findEpochDay, weekday } from "@core";

/*
 * Dates as people's files have them. A form says in which order day, month and year stand, or which count of time it is;
 * what separates the parts, and a time of day behind them, is passed over.
 */

export const DATE_FORMS = ["year-first", "day-first", "month-first", "named-month", "seconds", "seconds-midnight"] as const;
export type DateForm = (typeof DATE_FORMS)[number];

const MS_PER_DAY = 86_400_000;
const FIRST_YEAR = 1900;
const LAST_YEAR = 2199;

/** The parts of a date with one sign between them, and what is behind: a time of day, a zone. */
const PARTS = /^(\d{1,4}|[A-Za-z]{3,9})[-/. ]+(\d{1,2}|[A-Za-z]{3,9})[-/. ,]+(\d{1,4})(?:[T ,].*)?$/;
const WITHOUT_SIGNS = /^(\d{4})(\d{2})(\d{2})(?:[T ]?\d{4,6})?$/;
const COUNT = /^\d{9,10}(?:\.\d+)?$|^\d{12,13}$/;
const WEEKDAY_BEFORE = /^(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?,?\s+/i;

/**
 * The epoch day of a text in a form; NaN where it is no such date.
 * Seconds (or milliseconds) since 1970 give their day in UTC, or that of the nearest midnight, for what was counted
 * from a midnight elsewhere.
 */
function parseDate(text: string, form: DateForm): number {
  if (form === "seconds" || form === "seconds-midnight") {
    if (!COUNT.test(text)) return NaN;
    const ms = Number(text) * (/^\d{12,13}$/.test(text) ? 1 : 1000);
    return inRange(form === "seconds" ? Math.floor(ms / MS_PER_DAY) : Math.round(ms / MS_PER_DAY));
  }
  if (text.length > 60) return NaN;
  if (form === "year-first") {
    const plain = WITHOUT_SIGNS.exec(text);
    if (plain) return dayOf(`${plain[1]}-${plain[2]}-${plain[3]}`, "y-M-d");
  }
  const parts = PARTS.exec(text.replace(form === "named-month" ? WEEKDAY_BEFORE : /^$/, ""));
  if (!parts) return NaN;
  const [, a = "", b = "", c = ""] = parts;
  const named = /[A-Za-z]/.test(a + b);
  if (named !== (form === "named-month")) return NaN;
  const year = c.length === 4 ? "y" : "yy";
  const month = (name: string) => name.slice(0, 3);
  switch (form) {
    case "year-first":
      return a.length === 4 ? dayOf(`${a}-${b}-${c}`, "y-M-d") : NaN;
    case "day-first":
      return a.length <= 2 && (c.length === 4 || c.length === 2) ? dayOf(`${a}-${b}-${c}`, `d-M-${year}`) : NaN;
    case "month-first":
      return a.length <= 2 && (c.length === 4 || c.length === 2) ? dayOf(`${a}-${b}-${c}`, `M-d-${year}`) : NaN;
    case "named-month":
      if (/\d/.test(a))
        return a.length === 4 ? dayOf(`${a}-${month(b)}-${c}`, "y-MMM-d") : dayOf(`${a}-${month(b)}-${c}`, `d-MMM-${year}`);
      return dayOf(`${month(a)}-${b}-${c}`, `MMM-d-${year}`);
  }
}

/** The same dates come again in file after file: each text is read once a form. */
const read = new Map<DateForm, Map<string, number>>(DATE_FORMS.map((form) => [form, new Map()]));
const MOST_REMEMBERED = 50_000;

/** As `parseDate`, remembering what was read. */
export function readDate(text: string, form: DateForm): number {
  if (form === "year-first") {
    const plain = findEpochDay(text);
    if (!Number.isNaN(plain)) return plain;
  }
  const known = read.get(form)!;
  let day = known.get(text);
  if (day === undefined) {
    day = parseDate(text, form);
    if (known.size >= MOST_REMEMBERED) known.clear();
    known.set(text, day);
  }
  return day;
}

/** Two digits of a year lie within the fifty years around this one. */
const AROUND = new Date(2020, 0, 1);

function dayOf(text: string, format: string): number {
  const date = parse(text, format, AROUND);
  return isValid(date) ? inRange(Date.UTC(date.getFullYear(), date.getMonth(), date.getDate()) / MS_PER_DAY) : NaN;
}

function inRange(day: number): number {
  const year = new Date(day * MS_PER_DAY).getUTCFullYear();
  return year >= FIRST_YEAR && year <= LAST_YEAR ? day : NaN;
}

/** Whether a cell is a date in any form. */
export function looksLikeDate(text: string): boolean {
  // Prices are asked as well: they are no dates at first sight.
  if (
    text.length < 6 ||
    text.length > 60 ||
    !(COUNT.test(text) || WITHOUT_SIGNS.test(text) || PARTS.test(text.replace(WEEKDAY_BEFORE, "")))
  )
    return false;
  return DATE_FORMS.some((form) => !Number.isNaN(readDate(text, form)));
}

export interface DateFormFound {
  /** Forms in which every text is a date, the likeliest first; more than one means that it has to be asked. */
  readonly forms: readonly DateForm[];
}

/**
 * The form of a column of dates, from all of it. Where day and month could change places, one reading may have sessions at
 * weekends and the other none: then the other is meant, as it is where only one keeps the rows in their order.
 * @param texts distinct texts of the column, in the order of the rows
 */
export function findDateForm(texts: readonly string[]): DateFormFound {
  const read = DATE_FORMS.map((form) => ({ form, days: texts.map((text) => readDate(text, form)) })).filter(({ days }) =>
    days.every((day) => !Number.isNaN(day)),
  );
  if (read.length === 0) return { forms: mostlyRead(texts) };
  const different = read.filter(
    ({ days }, k) => !read.slice(0, k).some((earlier) => earlier.days.every((d, i) => d === days[i])),
  );
  if (different.length === 1) return { forms: [different[0]!.form] };
  const counted = different.some(({ form }) => form === "seconds");
  const workdays = different.filter(({ days }) => days.every((day) => weekday(day) <= 5));
  // A count of time is taken as its own day unless that has weekends; which midnight was meant then shows.
  if (counted) return { forms: [(workdays[0] ?? different[0]!).form] };
  if (workdays.length === 1 && texts.length >= FEW) return { forms: [workdays[0]!.form] };
  const ordered = different.filter(({ days }) => isOrdered(days));
  if (ordered.length === 1 && texts.length >= FEW) return { forms: [ordered[0]!.form] };
  return { forms: different.map(({ form }) => form) };
}

/** Fewer dates than this say nothing by their weekdays or their order. */
const FEW = 8;

/** The form in which most texts are dates, where some are none in any. */
function mostlyRead(texts: readonly string[]): readonly DateForm[] {
  const counts = DATE_FORMS.map((form) => ({ form, n: texts.filter((text) => !Number.isNaN(readDate(text, form))).length }));
  const most = Math.max(...counts.map(({ n }) => n));
  return most < 0.8 * texts.length || most === 0 ? [] : counts.filter(({ n }) => n === most).map(({ form }) => form);
}

function isOrdered(days: readonly number[]): boolean {
  const later = days.every((day, k) => k === 0 || days[k - 1]! <= day);
  return later || days.every((day, k) => k === 0 || days[k - 1]! >= day);
}
