import { START_DAYS } from "@core";
import type { TellShare } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import type { Peer } from "@studies/sets/peer-set";
import { windowRow, type WindowRow } from "./window-row";
import { countedOf, datedOf, heldWindows, searchSeries, type WindowsAsked } from "./search-series";

/** Starts and holds that are hits, by start day: above and below, with what chance alone would give. */
export interface HitsByDay {
  readonly up: Float64Array;
  readonly down: Float64Array;
  readonly upByChance: Float64Array;
  readonly downByChance: Float64Array;
}

interface Wanted extends WindowsAsked {
  readonly sides: readonly (1 | -1)[];
  /** Start days whose windows are given. */
  readonly span: readonly number[];
  /** Windows with a report inside, too? */
  readonly reports: "any" | "none";
}

/** Searches some members on all start days; gives the windows of the span, most wins and largest median first. */
export function findWindows(market: Market, peers: readonly Peer[], wanted: Wanted, tell?: TellShare) {
  const column = () => new Float64Array(START_DAYS.length);
  const strip: HitsByDay = { up: column(), down: column(), upByChance: column(), downByChance: column() };
  const rows: WindowRow[] = [];
  const held = { windows: 0, hits: 0, base: 0 };
  const { holidays } = market;
  let searched = 0;
  for (const [k, peer] of peers.entries()) {
    tell?.(k / peers.length);
    const dated = datedOf(market, peer);
    const counted = countedOf(market, peer.key, dated, wanted.years);
    if (counted.counts.firstYears.some((year) => year > 0)) searched++;
    for (const side of wanted.sides) {
      const { hits, expected, windows } = searchSeries(dated, counted, wanted, side);
      add(side === 1 ? strip.up : strip.down, hits);
      add(side === 1 ? strip.upByChance : strip.downByChance, expected);
      for (const found of windows(wanted.span)) {
        const row = windowRow({ market, holidays }, peer, dated, { ...found, side }, wanted.years);
        if (wanted.reports === "any" || row.reports.length === 0) rows.push(row);
      }
      const own = heldWindows(dated, counted, wanted, side);
      held.windows += own.windows;
      held.hits += own.hits;
      held.base += own.base;
    }
  }
  rows.sort((a, b) => b.wins - a.wins || Math.abs(b.median) - Math.abs(a.median) || (a.name < b.name ? -1 : 1));
  return { strip, rows, held, searched };
}

/** The hits of some start days, both ways, and what chance alone would give. */
export function hitsOver(span: readonly number[], strip: HitsByDay): { readonly hits: number; readonly expected: number } {
  const over = (values: Float64Array) => span.reduce((sum, d) => sum + values[d]!, 0);
  return { hits: over(strip.up) + over(strip.down), expected: over(strip.upByChance) + over(strip.downByChance) };
}

function add(sums: Float64Array, values: ArrayLike<number>): void {
  for (let d = 0; d < sums.length; d++) sums[d]! += values[d]!;
}
