import {
  chancesByHold,
  countWindows,
  expectedHits,
  firstForWindows,
  foundWindows,
  HOLDS,
  holdsBetween,
  holdShares,
  holdSigns,
  isAbove,
  isBelow,
  latestEntries,
  searchWindows,
  startDays,
  type FoundWindow,
  type HoldShares,
  type StartDays,
  type WindowCounts,
  type WindowFilter,
  type WindowsWanted,
} from "@core";
import { keptSection } from "@studies/market/kept";
import type { Market } from "@studies/market/market";
import { ownDays } from "@studies/market/own-calendar";
import type { Peer } from "@studies/sets/peer-set";

/** Latest years on which what was found in those before is tried. */
export const HELD_YEARS = 3;

/** What is searched for, whichever way. */
export interface WindowsAsked {
  readonly years: number;
  readonly wins: number;
  readonly holds: readonly [number, number];
  readonly filter: Omit<WindowFilter, "starts">;
}

/** A series on its own calendar: that of its market; what belongs to none has its own. */
export interface Dated {
  readonly days: Int32Array;
  readonly close: Float64Array;
  readonly starts: StartDays;
}

/** What does not hang on thresholds: worked out once a session, series and number of years. */
interface Counted {
  readonly counts: WindowCounts;
  readonly shares: HoldShares;
  /** Over the years before the latest, which are held out. */
  readonly earlier: WindowCounts;
}

const bytesOf = ({ counts, earlier }: Counted) =>
  2000 + [counts, earlier].reduce((sum, c) => sum + c.known.byteLength + c.up.byteLength + c.down.byteLength, 0);

const keptCounts = keptSection<Counted>("window-counts", 40 * 2 ** 20, bytesOf);
const keptStarts = keptSection<StartDays>("start-days", 4 * 2 ** 20, (s) => s.entries.byteLength);

/** The closes of a peer with the days on which windows of its calendar start. */
export function datedOf(market: Market, { part, levels, key }: Pick<Peer, "part" | "levels" | "key">): Dated {
  const [close, days] = ownDays(part, levels);
  const starts = market.crossSection(keptStarts).get(part === market ? "" : key, () => startDays(days));
  return { days, close, starts };
}

export function countedOf(market: Market, key: string, { close, starts }: Dated, years: number): Counted {
  return market.crossSection(keptCounts).get(`${years}/${key}`, () => {
    const signs = holdSigns(close, firstForWindows(close, starts, years + HELD_YEARS));
    const series = { close, starts, signs };
    const counts = countWindows(series, { years, skip: 0 });
    return { counts, shares: holdShares(series, counts), earlier: countWindows(series, { years, skip: HELD_YEARS }) };
  });
}

/** What was found one way in one series. */
export interface Searched {
  readonly side: 1 | -1;
  /** Hits a start day, and how many chance alone would give. */
  readonly hits: Uint8Array;
  readonly expected: Float64Array;
  /** The windows among the start days asked, overlaps merged. */
  readonly windows: (starts: readonly number[]) => FoundWindow[];
}

/** Searches one series one way. */
export function searchSeries(dated: Dated, counted: Counted, asked: WindowsAsked, side: 1 | -1): Searched {
  const wanted: WindowsWanted = { years: asked.years, wins: asked.wins, holds: asked.holds, side, skip: 0 };
  const found = searchWindows(counted.counts, dated.close, dated.starts, wanted);
  return {
    side,
    hits: found.hits,
    expected: expectedHits(counted.counts, chancesByHold(counted.shares, wanted)),
    windows: (starts) => foundWindows(found, dated.close, dated.starts, wanted, { ...asked.filter, starts }),
  };
}

/** How windows found in earlier years came out in the latest ones. */
export interface HeldWindows {
  readonly windows: number;
  /** Of three years a window. */
  readonly hits: number;
  /** Sum over the windows of how often any hold of their length went that way before. */
  readonly base: number;
}

/**
 * The search repeated with the three latest years of every window left out: those found, overlaps merged, are right in each of
 * the three that went their way (method 7, H12, Z17, Q09).
 */
export function heldWindows({ close, starts }: Dated, { earlier }: Counted, asked: WindowsAsked, side: 1 | -1): HeldWindows {
  const wanted: WindowsWanted = { years: asked.years, wins: asked.wins, holds: asked.holds, side, skip: HELD_YEARS };
  const found = searchWindows(earlier, close, starts, wanted);
  const held = new Int32Array(HELD_YEARS);
  const isWon = side === 1 ? isAbove : isBelow;
  let [hits, base] = [0, 0];
  const windows = foundWindows(found, close, starts, wanted, asked.filter);
  for (const { start, hold, entries } of windows) {
    latestEntries(close, starts, { start, hold }, { years: HELD_YEARS, skip: 0 }, held);
    hits += held.filter((entry) => isWon(close[entry + hold]!, close[entry]!)).length;
    const first = starts.firsts[starts.years.indexOf(earlier.firstYears[hold - HOLDS.shortest]!)]!;
    base += holdsBetween(close, { hold, first, last: entries[0]! + hold, side }).share;
  }
  return { windows: windows.length, hits, base };
}
