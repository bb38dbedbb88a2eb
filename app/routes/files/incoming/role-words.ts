import type { Role } from "@server/ingest/column-roles";
import type { DateForm } from "@server/ingest/date-forms";

/** What a column may be taken for, in words. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  date: "date",
  time: "time of day",
  ticker: "ticker",
  open: "open",
  high: "high",
  low: "low",
  close: "close",
  adjusted: "adjusted close",
  volume: "volume",
  "closes-of": "closes of a ticker",
  name: "name",
  kind: "kind",
  sector: "sector",
  industry: "industry",
  currency: "currency",
  shares: "shares outstanding",
  group: "group",
  nothing: "passed over",
};

export const BARS_CHOICES: readonly Role[] = [
  "date",
  "ticker",
  "open",
  "high",
  "low",
  "close",
  "adjusted",
  "volume",
  "closes-of",
  "nothing",
];
export const NAMES_CHOICES: readonly Role[] = [
  "ticker",
  "name",
  "kind",
  "sector",
  "industry",
  "currency",
  "shares",
  "group",
  "nothing",
];

/** How dates may be written, in words. */
export const DATE_WORDS: Readonly<Record<DateForm, string>> = {
  "year-first": "year first, as 2024-03-14",
  "day-first": "day first, as 14/03/2024",
  "month-first": "month first, as 03/14/2024",
  "named-month": "with the month's name, as 14 Mar 2024",
  seconds: "as seconds since 1970",
  "seconds-midnight": "as seconds since 1970, of midnights elsewhere",
};
