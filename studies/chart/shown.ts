import { align, firstFrom, sampledBars, samplesOf, type BarColumn, type Sampling } from "@core";
import { compositeColumn, groupSeries } from "@studies/columns/composites";
import type { KnownInstrument, Market } from "@studies/market/market";
import { locate, onOwnDays } from "@studies/market/own-calendar";
import { findGroup, WHOLE_MARKET } from "@studies/sets/group-key";
import { groupsTitle } from "@studies/sets/group-members";

/** What is drawn on a chart: an instrument on its own sessions, or the market's composite. */
export interface Shown {
  readonly part: Market;
  readonly name: string;
  readonly instrument: KnownInstrument | undefined;
  readonly days: Int32Array;
  readonly column: (name: BarColumn) => Float64Array;
}

/** An instrument that belongs to no market is shown on its own days. */
function instrumentOf(market: Market, ticker: string): Shown | undefined {
  const located = locate(market, ticker);
  if (!located) return undefined;
  const { part, instrument } = located;
  const close = part.bars("close", instrument.index);
  return {
    part,
    instrument,
    name: instrument.name,
    days: onOwnDays(part, close, part.sessions),
    column: (name) => onOwnDays(part, close, part.bars(name, instrument.index)),
  };
}

/** A composite has levels only, no highs and lows. */
function compositeOf(market: Market, key: string): Shown | undefined {
  if (!market.groups.knows(key)) return undefined;
  const { level } = market.perSession(key === WHOLE_MARKET ? compositeColumn : groupSeries(key));
  return {
    part: market,
    instrument: undefined,
    name: key === WHOLE_MARKET ? `${market.row.name} composite` : groupsTitle([key], market),
    days: market.sessions,
    column: (name) => (name === "close" ? level : new Float64Array(level.length).fill(NaN)),
  };
}

/** What is drawn: the instrument of a ticker, or the composite of a group; undefined where neither is known. */
export function shownOf(market: Market, ticker: string): Shown | undefined {
  return findGroup(ticker) ? compositeOf(market, ticker) : instrumentOf(market, ticker);
}

/** The closes of something else on the days of what is shown, carried from its own where it has others (method 0, A09). */
export function closesOn({ days, column }: Shown, onto: Int32Array): Float64Array {
  const close = column("close");
  return days === onto ? close : align(close, days, onto);
}

/** Bars by day, week or month. */
export interface ShownSamples {
  readonly days: Int32Array;
  readonly bars: Readonly<Record<BarColumn, Float64Array>>;
  /** For each sample the place of its last session among the days of what is shown. */
  readonly ends: Int32Array;
  /** Whether the last one is not over yet. */
  readonly inProgress: boolean;
}

/** The daily bars of what is shown. */
export function barsOfShown({ column }: Shown): Record<BarColumn, Float64Array> {
  return {
    open: column("open"),
    high: column("high"),
    low: column("low"),
    close: column("close"),
    volume: column("volume"),
  };
}

/** The bars of what is shown, or those of its weeks or months. */
export function samplesOfShown(shown: Shown, sampling: Sampling): ShownSamples {
  const { days } = shown;
  const daily = barsOfShown(shown);
  const { sessions, inProgress } = samplesOf(days, days.length - 1, sampling);
  if (sampling === "daily") return { days, bars: daily, ends: sessions, inProgress };
  return { ...sampledBars(daily, days, sampling), ends: sessions, inProgress };
}

/** The first sample in view: that in which the history asked for begins. */
export function startOf({ days }: Shown, { ends }: ShownSamples, history: number): number {
  return firstFrom(ends, days.length - history);
}

/** The first day of each sample, from one on, on which it had its high, its low and its open: where a point on one belongs. */
export function extremeDays(shown: Shown, { bars, ends }: ShownSamples, start: number) {
  const { days } = shown;
  const daily = barsOfShown(shown);
  const firstWith = (name: "open" | "high" | "low") =>
    Int32Array.from(ends.subarray(start), (end, k) => {
      const from = start + k === 0 ? 0 : ends[start + k - 1]! + 1;
      for (let s = from; s <= end; s++) if (daily[name][s] === bars[name][start + k]) return days[s]!;
      return days[end]!;
    });
  return { open: firstWith("open"), high: firstWith("high"), low: firstWith("low") };
}
