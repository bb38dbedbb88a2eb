import {
  calendarPeriods,
  AROUND_HOLIDAY,
  MONTH_ENDS,
  monthOf,
  periodReturns,
  seasonRecord,
  sessionsAroundHolidays,
  sessionsOfMonth,
  yearOf,
  yearPath,
  type KnownHoliday,
  type SeasonRecord,
} from "@core";
import { z } from "zod";
import { groupSeries } from "@studies/columns/composites";
import { defineStudy, type Sentence } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { locate, ownDays } from "@studies/market/own-calendar";
import { findGroup, WHOLE_MARKET } from "@studies/sets/group-key";
import { groupsTitle } from "@studies/sets/group-members";
import { tableOf, type Column } from "@studies/table";
import { count, none, signedPercent } from "@studies/words/words";
import { placeLabel, placeName, TABLE_PERIODS, type TablePeriod } from "./place-names";
import { inYears, yearParams, yearsOf } from "./season-params";
import { lineOf, plainNumber, plainNumbers } from "@studies/pictures/picture-parts";
import { MONTH_NAMES } from "@core/seasons/month-names";

/** One year of the table. */
export interface SeasonYear {
  readonly year: number;
  readonly isLeftOut: boolean;
  /** A return a column, NaN where there is none; of sessions their mean. */
  readonly values: Float64Array;
  /** From the last close of the year before to its own last, or to the present one. */
  readonly whole: number;
}

/** What came of one column: of all years, and without those left out. */
export interface SeasonColumn {
  readonly place: number;
  readonly all: SeasonRecord;
  readonly without: SeasonRecord;
}

/** Every month (quarter, week) of an instrument or group year by year, and its path through the year. */
export const monthTable = defineStudy({
  name: "month-table",
  about:
    "The returns of an instrument or group by month (quarter, week) and year, with averages with and without the years left out, and its path through the year.",
  params: z.object({
    of: z.string().min(1).max(2000).default(WHOLE_MARKET).describe("ticker of an instrument or key of a group"),
    period: z
      .enum(TABLE_PERIODS)
      .default("month")
      .describe("what the year is divided into; or sessions from either end of the month, or around holidays"),
    ...yearParams,
  }),
  cost: "heavy",
  examples: [
    {},
    { of: "$stock", period: "quarter", years: "all", without: [2020] },
    { of: "sector:$sector", years: 5 },
    { of: "WORLD", period: "week", years: 3 },
  ],
  ask(market, params) {
    const found = seriesOf(market, params.of);
    if (!found) return undefined;
    const { name, ticker, days, close } = found;
    const present = yearOf(market.asOf);
    const yearOfSession = Int32Array.from(days, yearOf);
    // Years are chosen first; those left out stay in the table.
    const isShown = yearsOf({ ...params, without: [] }, present);
    const isCounted = yearsOf(params, present);
    const { returns, signs, counted, inProgress, ...named } = occurrencesOf(params.period, { close, days }, market.holidays);
    const places = PLACES[params.period];
    const years = [...new Set(named.years)].filter(isShown).sort((a, b) => b - a);
    const rows = years.map((year): SeasonYear => {
      const sums = new Float64Array(places);
      const counts = new Float64Array(places);
      for (let k = 0; k < returns.length; k++) {
        if (named.years[k] !== year || Number.isNaN(returns[k])) continue;
        sums[named.places[k]! - 1]! += returns[k]!;
        counts[named.places[k]! - 1]!++;
      }
      const values = sums.map((sum, place) => sum / counts[place]!);
      return { year, isLeftOut: params.without.includes(year), values, whole: yearReturn(close, yearOfSession, year) };
    });
    const columns = Array.from({ length: places }, (_, place): SeasonColumn => {
      const of = (takes: (year: number) => boolean) => {
        const own: number[] = [];
        let wins = 0;
        for (let k = 0; k < counted; k++) {
          if (named.places[k] !== place + 1 || Number.isNaN(returns[k]) || !takes(named.years[k]!)) continue;
          own.push(returns[k]!);
          if (signs[k] === 1) wins++;
        }
        return seasonRecord(own, wins);
      };
      return { place: place + 1, all: of(isShown), without: of(isCounted) };
    });
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      of: params.of,
      name,
      ticker,
      period: params.period,
      rows: rows.filter((row) => row.values.some((x) => !Number.isNaN(x))),
      columns,
      without: params.without,
      /** The year and place of the period in progress, where there is one. */
      inProgress,
      path: yearPath(close, days, pathYears(params, present, days)),
      monthStarts: monthStarts(days, yearOfSession),
    };
  },
  reading: (r) => (r ? readingOf(r) : []),
  table: (r) => tableOf(r ? tableColumns(r.period) : [], r?.rows ?? []),
  pictures: {
    year: {
      name: "This year over the mean path of the years and their middle half",
      draw: (r) =>
        r && {
          ...{ kind: "curves", along: "sessions of the year", unit: "change" },
          x: Array.from({ length: Math.max(r.path.mean.length, r.path.present.length) }, (_, k) => k + 1),
          bands: [{ name: "middle half", low: plainNumbers(r.path.low), high: plainNumbers(r.path.high), ink: "soft" }],
          lines: [
            lineOf("mean", r.path.mean, "soft", { isDashed: true }),
            lineOf("this year", r.path.present, "indigo", { width: 1.8 }),
          ],
        },
    },
    columns: {
      name: "The mean of each column over the years counted",
      draw: (r) =>
        r && {
          ...{ kind: "bars", unit: "change" },
          rows: r.columns.slice(0, 60).map((column) => ({
            name: r.period === "month" ? MONTH_NAMES[column.place - 1]! : String(column.place),
            value: plainNumber(column.without.mean),
            words: `${column.without.wins} of ${column.without.n}`,
          })),
        },
    },
  },
});

const PLACES: Readonly<Record<TablePeriod, number>> = {
  month: 12,
  quarter: 4,
  week: 53,
  session: 2 * MONTH_ENDS,
  holiday: 2 * AROUND_HOLIDAY,
};

/** What is in the table: returns with their years and places, the counted ones first. */
function occurrencesOf(
  period: TablePeriod,
  { close, days }: { readonly close: Float64Array; readonly days: Int32Array },
  holidays: readonly KnownHoliday[],
) {
  if (period === "session" || period === "holiday") {
    const found = period === "session" ? sessionsOfMonth(close, days) : sessionsAroundHolidays(close, days, holidays);
    return { ...found, counted: found.returns.length, inProgress: undefined };
  }
  const periods = calendarPeriods(days, period);
  const { years, places, isLastOver } = periods;
  const counted = isLastOver ? years.length : years.length - 1;
  const inProgress = isLastOver ? undefined : { year: years[counted]!, place: places[counted]! };
  return { ...periodReturns(close, periods), years, places, counted, inProgress };
}

/** The finished years of the path: so many before the present one. */
function pathYears(
  { years, without }: { years: number | "all"; without: readonly number[] },
  present: number,
  days: Int32Array,
): number[] {
  const first = years === "all" ? yearOf(days[0] ?? 0) : present - years;
  return Array.from({ length: Math.max(0, present - first) }, (_, k) => first + k).filter((year) => !without.includes(year));
}

/** Session of the year with which each month begins, in the latest year that is over (or the only one). */
function monthStarts(days: Int32Array, yearOfSession: Int32Array): number[] {
  const present = yearOfSession[days.length - 1] ?? 0;
  const year = yearOfSession.includes(present - 1) ? present - 1 : present;
  const first = yearOfSession.indexOf(year);
  const starts: number[] = [];
  for (let s = first; s >= 0 && s < days.length && yearOfSession[s] === year; s++) {
    const month = monthOf(days[s]!) % 12;
    while (starts.length <= month) starts.push(s - first);
  }
  return starts;
}

function seriesOf(market: Market, of: string) {
  if (findGroup(of) !== undefined) {
    if (!market.groups.knows(of)) return undefined;
    return {
      name: groupsTitle([of], market),
      ticker: "",
      days: market.sessions,
      close: market.perSession(groupSeries(of)).level,
    };
  }
  const found = locate(market, of);
  if (!found) return undefined;
  const { part, instrument } = found;
  const [close, days] = ownDays(part, part.bars("close", instrument.index));
  return { name: instrument.name, ticker: instrument.ticker, days, close };
}

function yearReturn(close: Float64Array, yearOfSession: Int32Array, year: number): number {
  let [start, end] = [NaN, NaN];
  for (let s = 0; s < close.length; s++) {
    if (Number.isNaN(close[s])) continue;
    const own = yearOfSession[s]!;
    if (own === year - 1) start = close[s]!;
    else if (own === year) end = close[s]!;
  }
  return end / start - 1;
}

interface Told {
  readonly name: string;
  readonly period: TablePeriod;
  readonly columns: readonly SeasonColumn[];
}

const LEAST = 3;

/** What a column is called in a sentence, and how one counts in it. */
const WORDS: Readonly<Record<TablePeriod, { readonly one: string; readonly times: (wins: number, n: number) => string }>> = {
  month: { one: "month", times: inYears },
  quarter: { one: "quarter", times: inYears },
  week: { one: "week", times: inYears },
  session: { one: "session of the month", times: (wins, n) => `${none(wins)} of ${count(n, "time")}` },
  holiday: { one: "session around a holiday", times: (wins, n) => `${none(wins)} of ${count(n, "time")}` },
};

function readingOf({ name, period, columns }: Told): Sentence[] {
  const { one, times } = WORDS[period];
  const known = columns.filter((c) => c.without.n >= LEAST);
  if (known.length === 0) return [[`${name} has no ${one} with three years of history yet.`]];
  const by = (sign: number) =>
    [...known].sort(
      (a, b) =>
        sign * (b.without.wins / b.without.n - a.without.wins / a.without.n) || sign * (b.without.median - a.without.median),
    )[0]!;
  const [best, worst] = [by(1), by(-1)];
  const told = ({ place, without: r }: SeasonColumn): Sentence => [
    period === "session" || period === "holiday" ? "on the " : "in ",
    { figure: placeName(period, place) },
    ` (rose ${times(r.wins, r.n)}, ${signedPercent(r.median, period === "session" || period === "holiday" ? 2 : 1)} in the median)`,
  ];
  if (best === worst) return [[`Of ${name} only one ${one} has three years of history: `, ...told(best).slice(1), "."]];
  return [[`${name} rose most often `, ...told(best), " and least often ", ...told(worst), "."]];
}

function tableColumns(period: TablePeriod): readonly Column<SeasonYear>[] {
  return [
    { key: "year", label: "year", unit: "text", value: (r) => String(r.year) },
    ...Array.from({ length: PLACES[period] }, (_, k): Column<SeasonYear> => ({
      key: period === "month" ? placeLabel(period, k + 1).toLowerCase() : `${period}_${k + 1}`,
      label: placeLabel(period, k + 1),
      unit: "change",
      value: (r) => r.values[k]!,
    })),
    { key: "whole", label: "year", unit: "change", value: (r) => r.whole },
  ];
}
