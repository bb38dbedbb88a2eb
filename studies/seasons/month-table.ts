import {
  calendarPeriods,
  monthOf,
  MONTH_NAMES,
  periodReturns,
  SEASON_PERIODS,
  seasonRecord,
  yearOf,
  yearPath,
  type SeasonPeriod,
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
import { signedPercent } from "@studies/words/words";
import { inYears, yearParams, yearsOf } from "./season-params";

/** One year of the table. */
export interface SeasonYear {
  readonly year: number;
  readonly isLeftOut: boolean;
  /** A return a column, NaN where there is none. */
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
    period: z.enum(SEASON_PERIODS).default("month").describe("what the year is divided into"),
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
    const periods = calendarPeriods(days, params.period);
    const { returns, signs } = periodReturns(close, periods);
    const counted = periods.isLastOver ? returns.length : returns.length - 1;
    const places = PLACES[params.period];
    const years = [...new Set(periods.years)].filter(isShown).sort((a, b) => b - a);
    const rows = years.map((year): SeasonYear => {
      const values = new Float64Array(places).fill(NaN);
      for (let k = 0; k < returns.length; k++) if (periods.years[k] === year) values[periods.places[k]! - 1] = returns[k]!;
      return { year, isLeftOut: params.without.includes(year), values, whole: yearReturn(close, yearOfSession, year) };
    });
    const columns = Array.from({ length: places }, (_, place): SeasonColumn => {
      const of = (takes: (year: number) => boolean) => {
        const own: number[] = [];
        let wins = 0;
        for (let k = 0; k < counted; k++) {
          if (periods.places[k] !== place + 1 || Number.isNaN(returns[k]) || !takes(periods.years[k]!)) continue;
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
      inProgress: periods.isLastOver ? undefined : { year: periods.years[counted]!, place: periods.places[counted]! },
      path: yearPath(close, days, pathYears(params, present, days)),
      monthStarts: monthStarts(days, yearOfSession),
    };
  },
  reading: (r) => (r ? readingOf(r) : []),
  table: (r) => tableOf(r ? tableColumns(r.period) : [], r?.rows ?? []),
});

const PLACES: Readonly<Record<SeasonPeriod, number>> = { month: 12, quarter: 4, week: 53 };

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
  readonly period: SeasonPeriod;
  readonly columns: readonly SeasonColumn[];
}

const LEAST = 3;

function readingOf({ name, period, columns }: Told): Sentence[] {
  const known = columns.filter((c) => c.without.n >= LEAST);
  if (known.length === 0) return [[`${name} has no ${period} with three years of history yet.`]];
  const by = (sign: number) =>
    [...known].sort(
      (a, b) =>
        sign * (b.without.wins / b.without.n - a.without.wins / a.without.n) || sign * (b.without.median - a.without.median),
    )[0]!;
  const [best, worst] = [by(1), by(-1)];
  const told = ({ place, without: r }: SeasonColumn): Sentence => [
    { figure: placeName(period, place) },
    ` (rose ${inYears(r.wins, r.n)}, ${signedPercent(r.median)} in the median)`,
  ];
  if (best === worst) return [[`Of ${name} only one ${period} has three years of history: `, ...told(best), "."]];
  return [[`${name} rose most often in `, ...told(best), " and least often in ", ...told(worst), "."]];
}

/** How a place of the year is called: a month by its name, "the 2nd quarter", "week 14". */
export function placeName(period: SeasonPeriod, place: number): string {
  if (period === "month") return MONTH_NAMES[place - 1]!;
  return period === "week" ? `week ${place}` : `quarter ${place}`;
}

function tableColumns(period: SeasonPeriod): readonly Column<SeasonYear>[] {
  return [
    { key: "year", label: "year", unit: "text", value: (r) => String(r.year) },
    ...Array.from({ length: PLACES[period] }, (_, k): Column<SeasonYear> => ({
      key: period === "month" ? MONTH_NAMES[k]!.slice(0, 3).toLowerCase() : `${period}_${k + 1}`,
      label: period === "month" ? MONTH_NAMES[k]!.slice(0, 3) : String(k + 1),
      unit: "change",
      value: (r) => r.values[k]!,
    })),
    { key: "whole", label: "year", unit: "change", value: (r) => r.whole },
  ];
}
