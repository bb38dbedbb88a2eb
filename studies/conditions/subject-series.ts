import { lazily, type MeasuredBars, type Subject } from "@core";
import { groupSeries, compositeColumn } from "@studies/columns/composites";
import { findGroup, groupKeyText, WHOLE_MARKET } from "@studies/sets/group-key";
import type { Market } from "@studies/market/market";
import { locate, onOwnDays, type Located } from "@studies/market/own-calendar";

/** What the measures of a subject are taken from: bars on a calendar, and what else is known of it. */
export interface SubjectSeries {
  /** The market (or the data of those that belong to none) whose columns are its own. */
  readonly part: Market;
  /** Its place in the panel, where it is an instrument. */
  readonly index?: number;
  /** Key of the group that it is, or whose members it has: the market, a sector, an index or fund. */
  readonly members?: string;
  /** The chart on which something may be drawn: its ticker, or the key of a group. */
  readonly chart: string;
  /** Epoch days of its calendar: the market's own array, or one of its own. */
  readonly days: Int32Array;
  readonly bars: MeasuredBars;
  /** 1 on the sessions on which it has a bar [all]; made when it is first asked for. */
  readonly own?: Uint8Array | undefined;
}

/** Of what conditions are asked: an instrument, or the market's composite. */
export type Asked = Located | "composite";

/** The series of a subject, as seen from what is asked of; one without any bars where there is no such thing. */
export function seriesOfSubject(market: Market, asked: Asked, of: Subject): SubjectSeries {
  if (of === "self") return asked === "composite" ? compositeOfMarket(market) : instrumentSeries(market, asked);
  if (of === "market") return marketSeries(market);
  if (typeof of === "object" && "ticker" in of) {
    const located = locate(market, of.ticker);
    return located ? instrumentSeries(market, located) : nothing(market);
  }
  if (of === "sector" || of === "industry") {
    const name = asked !== "composite" && asked.part === market ? asked.instrument[of] : null;
    return name === null ? nothing(market) : compositeSeries(market, groupKeyText(of, name));
  }
  const known = findGroup(of.group) !== undefined && market.groups.knows(of.group);
  return known ? compositeSeries(market, of.group) : nothing(market);
}

/** The market as a subject: the bars of its broad index, or its composite; its sessions are all sessions. */
function marketSeries(market: Market): SubjectSeries {
  const index = market.find(market.row.broadIndex ?? "");
  if (index)
    return { part: market, chart: index.ticker, days: market.sessions, members: WHOLE_MARKET, bars: barsOf(market, index.index) };
  return compositeOfMarket(market);
}

function compositeOfMarket(market: Market): SubjectSeries {
  return { ...closesOnly(market, WHOLE_MARKET, market.perSession(compositeColumn).level), members: WHOLE_MARKET };
}

function compositeSeries(market: Market, key: string): SubjectSeries {
  if (key === WHOLE_MARKET) return marketSeries(market);
  const series = closesOnly(market, key, market.perSession(groupSeries(key)).level);
  return withOwn({ ...series, members: key });
}

function instrumentSeries(market: Market, { part, instrument }: Located): SubjectSeries {
  const all = barsOf(part, instrument.index);
  const members = groupKeyText("group", instrument.ticker);
  const shared = {
    part,
    index: instrument.index,
    chart: instrument.ticker,
    ...(market.groups.knows(members) ? { members } : {}),
  };
  if (part === market) return withOwn({ ...shared, days: market.sessions, bars: all });
  const own = (column: Float64Array) => onOwnDays(part, all.close, column);
  const bars = { open: own(all.open), high: own(all.high), low: own(all.low), close: own(all.close), volume: own(all.volume) };
  return { ...shared, days: onOwnDays(part, all.close, part.sessions), bars };
}

function barsOf(part: Market, index: number): MeasuredBars {
  const column = (name: keyof MeasuredBars) => part.bars(name, index);
  return { open: column("open"), high: column("high"), low: column("low"), close: column("close"), volume: column("volume") };
}

function closesOnly(market: Market, chart: string, close: Float64Array): SubjectSeries {
  const none = new Float64Array(close.length).fill(NaN);
  return { part: market, chart, days: market.sessions, bars: { open: none, high: none, low: none, close, volume: none } };
}

function nothing(market: Market): SubjectSeries {
  return { ...closesOnly(market, "", new Float64Array(market.t + 1).fill(NaN)), own: new Uint8Array(market.t + 1) };
}

function withOwn(series: Omit<SubjectSeries, "own">): SubjectSeries {
  const own = lazily(() => ({ of: ownOf(series.bars.close) }));
  return {
    ...series,
    get own() {
      return own().of;
    },
  };
}

function ownOf(close: Float64Array): Uint8Array | undefined {
  const own = new Uint8Array(close.length);
  let count = 0;
  for (let s = 0; s < own.length; s++) if (close[s] === close[s]) count += own[s] = 1;
  return count === own.length ? undefined : own;
}
