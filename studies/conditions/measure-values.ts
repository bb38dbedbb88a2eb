import {
  CoreError,
  holidayDistances,
  horizonOf,
  measureColumn,
  measureOf,
  monthOf,
  paramsOf,
  reEntries,
  sessionPlaces,
  sessionsAhead,
  sma,
  thrusts,
  weekday,
  type CalendarPeriod,
  type MeasureUse,
  type Params,
} from "@core";
import { averageColumn } from "@studies/columns/averages";
import { holidayColumns, placesColumns } from "@studies/columns/calendar";
import { internalsColumns } from "@studies/columns/internals";
import { participationPercents } from "@studies/columns/participation";
import { regimeColumns, volatilitySlopeColumns } from "@studies/columns/regime";
import { laneColumns, pressureColumn } from "@studies/columns/timing";
import type { Lane } from "@core/timing/lane-names";
import { WHOLE_MARKET } from "@studies/sets/group-key";
import type { DrawingParts, ValueAt } from "@studies/drawings/drawing-parts";
import { drawnValues } from "@studies/drawings/drawn-values";
import { rotationHistory } from "./rotation-history";
import { scoreHistory, stanceHistory } from "./score-history";
import type { SubjectSeries } from "./subject-series";

/**
 * A measure of a subject on each session of its calendar; NaN throughout where the subject has no such thing.
 * @throws CoreError `bad-option` for a measure or parameters that do not exist
 */
export function measureValues(series: SubjectSeries, use: MeasureUse): Float64Array {
  const measure = measureOf(use.measure);
  const params = paramsOf(use);
  if (measure.column) return fromBars(series, use, params);
  return (
    ofDrawing(series, measure.name, params) ??
    ofMarket(series, measure.name, params) ??
    ofStock(series, measure.name, params) ??
    ofCalendar(series, measure.name, params)
  );
}

function fromBars(series: SubjectSeries, use: MeasureUse, params: Params): Float64Array {
  const { part, index, bars, days } = series;
  // What the rest of the application keeps.
  const isDaily50 = use.measure === "ema" && params["n"] === 50 && params["on"] === "close" && params["sampling"] === "daily";
  if (isDaily50 && index !== undefined && part.row.market !== "") return part.perInstrument(averageColumn("ema", 50), index);
  if (series.members === WHOLE_MARKET && index === undefined) {
    if (use.measure === "regime") return stated(part.perSession(regimeColumns).direction);
    if (use.measure === "volatility state") return stated(part.perSession(regimeColumns).volatility);
  }
  return measureColumn(use, bars, days);
}

const stated = (states: Int8Array) => eachOf(states, (x) => (x < 0 ? NaN : x));

/** A value for each; `Float64Array.from` takes ten times as long. */
function eachOf(values: ArrayLike<number>, valueOf: (x: number) => number): Float64Array {
  const out = new Float64Array(values.length);
  for (let k = 0; k < out.length; k++) out[k] = valueOf(values[k]!);
  return out;
}

const none = ({ days }: SubjectSeries) => new Float64Array(days.length).fill(NaN);

/** Prices of what is drawn on a subject's chart; undefined for a name that is none of them. */
function ofDrawing(series: SubjectSeries, name: string, params: Params): Float64Array | undefined {
  const part = PARTS[name];
  if (!part) return undefined;
  const drawing = series.part.drawingsOn(series.chart).find((d) => d.name === params["drawing"]);
  return drawing ? drawnValues(drawing, series, (parts) => part(parts, params)) : none(series);
}

/** The same on each bar that a subject has, and at the session to come. */
export function drawnToNext(series: SubjectSeries, use: MeasureUse, nextDay: number): Float64Array {
  const { own, days } = series;
  const all = ofDrawing({ ...series, days: Int32Array.of(...days, nextDay) }, use.measure, paramsOf(use))!;
  return own ? all.filter((_, s) => s === days.length || own[s] === 1) : all;
}

const PARTS: Readonly<Record<string, (parts: DrawingParts, params: Params) => ValueAt | undefined>> = {
  "drawn line": ({ line }) => line,
  "drawn top": ({ top }) => top,
  "drawn bottom": ({ bottom }) => bottom,
  "drawn retracement": ({ retracement }, params) => retracement && (() => retracement((params["share"] as number) / 100)),
};

/** Measures of the market or of the members of a group; undefined for a name that is none of them. */
function ofMarket(series: SubjectSeries, name: string, params: Params): Float64Array | undefined {
  const { part, members } = series;
  const kind = params["average"] === "simple" ? "sma" : "ema";
  const counted = (column: (key: string) => Float64Array) => (members === undefined ? none(series) : column(members));
  const inner = (key: "oscillator" | "summation" | "netShare" | "upVolume" | "netHighs") =>
    counted((of) => part.perSession(internalsColumns(of))[key]);
  const only = (column: () => Float64Array) => (members === WHOLE_MARKET ? column() : none(series));
  switch (name) {
    case "participation":
      return counted((of) => part.perSession(participationPercents(kind, of))[`p${horizonOf(params)}`]!);
    case "all five":
      return counted((of) => part.perSession(participationPercents(kind, of))["p5"]!);
    case "mcclellan":
      return inner("oscillator");
    case "summation":
      return inner("summation");
    case "net advances":
      return inner("netShare");
    case "up volume":
      return inner("upVolume");
    case "net highs":
      return inner("netHighs");
    case "thrust":
      return counted((of) => {
        const share = part.perSession(participationPercents("ema", of))["p1"]!;
        return flagged(share, thrusts(share));
      });
    case "pressure":
      return only(() => part.perSession(pressureColumn).pressure);
    case "volatility slope":
      return only(() => part.perSession(volatilitySlopeColumns).slope);
    case "lane":
      return only(() => {
        const states = part.perSession(laneColumns)[params["lane"] as Lane];
        return eachOf(states, (x) => (x === 0 ? NaN : x));
      });
    case "re-entry":
      return only(() => {
        const { pressure } = part.perSession(pressureColumn);
        const { episodes } = reEntries(pressure, part.perSession(laneColumns).Checked, params["level"] as number);
        return flagged(
          pressure,
          episodes.map((e) => e.session),
        );
      });
    default:
      return undefined;
  }
}

/** 1 on some sessions and 0 on the others on which something has a value. */
function flagged(values: Float64Array, on: readonly number[]): Float64Array {
  const out = values.map((x) => (Number.isNaN(x) ? NaN : 0));
  for (const s of on) out[s] = 1;
  return out;
}

/** Measures of a stock, a group or a fund; undefined for a name that is none of them. */
function ofStock(series: SubjectSeries, name: string, params: Params): Float64Array | undefined {
  const { part, index, bars, days } = series;
  const known = (field: Parameters<typeof part.fundamentalHistory>[1]) =>
    index === undefined || part.at(index)?.kind !== "stock" ? none(series) : part.fundamentalHistory(index, field);
  const withClose = (values: Float64Array, figure: (value: number, close: number) => number) =>
    values.map((x, s) => figure(x, bars.close[s]!));
  const where = (values: Float64Array) => withClose(values, (x, c) => (c === c ? x : NaN));
  switch (name) {
    case "trend":
    case "value":
    case "resilience":
    case "overall":
    case "strength":
    case "staying power":
      return scoreHistory(series, name);
    case "trend average":
      return sma(scoreHistory(series, "trend"), params["n"] as number);
    case "stance":
      return stanceHistory(series);
    case "relative trend":
    case "momentum":
    case "phase":
      return rotationHistory(series, params)[name];
    case "earnings per share":
      return where(known("eps"));
    case "expected earnings per share":
      return where(known("epsExpected"));
    case "expected growth":
      return where(known("growth"));
    case "sales growth":
      return where(known("salesGrowth"));
    case "price to earnings":
      return withClose(known("eps"), (eps, c) => (eps > 0 ? c / eps : NaN));
    case "dividend yield":
      return withClose(known("dividend"), (dividend, c) => dividend / c);
    case "market value": {
      const constant = index === undefined ? NaN : (part.at(index)?.marketValueShares ?? NaN);
      return withClose(known("shares"), (shares, c) => c * (Number.isNaN(shares) ? constant : shares));
    }
    case "sessions to report": {
      const ahead = sessionsAhead(part.holidays);
      // The first session on or after the date of the report.
      return where(known("nextReport")).map((day, s) => {
        const own = days[s]!;
        return Number.isNaN(day) ? NaN : day === own ? 0 : 1 + ahead(own, day - 1, own);
      });
    }
    case "member": {
      const key = params["group"] as string;
      if (index === undefined || !part.groups.knows(key)) return none(series);
      const out = bars.close.map((c) => (Number.isNaN(c) ? NaN : 0));
      for (const [from, to] of part.groups.runsIn(key, index)) for (let s = from; s <= to; s++) if (out[s] === 0) out[s] = 1;
      return out;
    }
    default:
      return undefined;
  }
}

/** A measure that the calendar alone decides, on any days; NaN throughout for one that needs more. */
export function calendarValues(of: Pick<SubjectSeries, "part" | "days">, use: MeasureUse): Float64Array {
  if (measureOf(use.measure).needs !== "calendar" || use.measure === "member") return new Float64Array(of.days.length).fill(NaN);
  return ofCalendar(of, use.measure, paramsOf(use));
}

function ofCalendar({ part, days }: Pick<SubjectSeries, "part" | "days">, name: string, params: Params): Float64Array {
  // On the sessions of its market they are kept.
  const isMarket = days === part.sessions;
  const places = () => {
    const period = params["period"] as CalendarPeriod;
    return isMarket ? part.perSession(placesColumns(period)) : sessionPlaces(days, part.holidays, period);
  };
  const holidays = () => (isMarket ? part.perSession(holidayColumns) : holidayDistances(days, part.holidays));
  switch (name) {
    case "weekday":
      return eachOf(days, weekday);
    case "month":
      return eachOf(days, (day) => (monthOf(day) % 12) + 1);
    case "session from start":
      return places().fromStart;
    case "session from end":
      return places().fromEnd;
    case "sessions to holiday":
      return holidays().to;
    case "sessions since holiday":
      return holidays().since;
    default:
      throw new CoreError("bad-option", `measureValues: nobody gives the measure "${name}"`);
  }
}
