import { sessionAhead, START_DAYS, startDayIn, windowRecord, yearOf, type KnownHoliday } from "@core";
import type { Market } from "@studies/market/market";
import type { Peer } from "@studies/sets/peer-set";
import type { Dated } from "./search-series";

/** Of what a window is: the day of the year on which it starts as `MM-DD`, its sessions, and the way it went. */
export interface WindowName {
  readonly start: string;
  readonly hold: number;
  readonly way: "rose" | "fell";
}

/** A window that was found, as it comes round next or is under way. Moves are fractions, up above zero whichever way it went. */
export interface WindowRow extends WindowName {
  readonly key: string;
  readonly name: string;
  readonly ticker: string;
  readonly family: string;
  /** Epoch days of its entry and exit as they are to be expected; an entry that has been is the session itself. */
  readonly from: number;
  readonly to: number;
  readonly hasBegun: boolean;
  /** The years counted, ascending, with what each made. */
  readonly years: Int32Array;
  readonly moves: Float64Array;
  readonly wins: number;
  readonly mean: number;
  readonly median: number;
  readonly sd: number;
  /** The worst year for the way it went, and the best. */
  readonly worst: number;
  readonly best: number;
  /** The furthest that a close on the way stood against it in any year. */
  readonly worstOnTheWay: number;
  /** Kendall's tau-b of the years and how far they went its way. */
  readonly lean: number;
  /** Days after the entry up to the exit on which a report is expected, and on which the market is closed. */
  readonly reports: readonly number[];
  readonly holidays: readonly number[];
}

interface Found {
  readonly start: number;
  readonly hold: number;
  readonly side: 1 | -1;
}

/** The row of a window: its record over the years, and the occurrence that is under way or comes next. */
export function windowRow(
  { market, holidays }: { readonly market: Market; readonly holidays: readonly KnownHoliday[] },
  peer: Peer,
  dated: Dated,
  { start, hold, side }: Found,
  years: number,
): WindowRow {
  const record = windowRecord(dated.close, dated.starts, { start, hold, side }, years);
  const occurrence = occurrenceOf(dated, { start, hold }, market.asOf, holidays);
  const { from, to } = occurrence;
  const isInside = (day: number) => day > from && day <= to;
  const instrument = peer.part === market ? market.find(peer.ticker) : undefined;
  const report = instrument ? market.fundamentals(instrument.index).nextReport : NaN;
  return {
    key: peer.key,
    name: peer.name,
    ticker: peer.ticker,
    family: peer.family,
    start: START_DAYS[start]!,
    hold,
    way: side === 1 ? "rose" : "fell",
    ...occurrence,
    years: record.years,
    moves: record.returns.map((x) => side * x),
    wins: record.wins,
    mean: side * record.mean,
    median: side * record.median,
    sd: record.sd,
    worst: side * record.worst,
    best: side * record.best,
    worstOnTheWay: side * record.worstOnTheWay,
    lean: record.lean,
    reports: isInside(report) ? [report] : [],
    holidays: peer.part === market ? holidays.map((h) => h.day).filter(isInside) : [],
  };
}

/** When a window is entered and left: the occurrence under way, else the next. */
export function occurrenceOf(
  { days, starts }: Pick<Dated, "days" | "starts">,
  { start, hold }: { readonly start: number; readonly hold: number },
  asOf: number,
  holidays: readonly KnownHoliday[],
): { readonly from: number; readonly to: number; readonly hasBegun: boolean } {
  const years = starts.years.length;
  // An entry in this year or, at its beginning, in the last one.
  for (let y = years - 1; y >= Math.max(0, years - 2); y--) {
    const entry = starts.entries[start * years + y]!;
    const left = entry + hold - (days.length - 1);
    if (entry >= 0 && left > 0) return { from: days[entry]!, to: sessionAhead(asOf, left, holidays), hasBegun: true };
  }
  const year = yearOf(asOf);
  const day = startDayIn(start, year) > asOf ? startDayIn(start, year) : startDayIn(start, year + 1);
  const from = sessionAhead(day - 1, 1, holidays);
  return { from, to: sessionAhead(from, hold, holidays), hasBegun: false };
}
