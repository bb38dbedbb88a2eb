import { align, carriedOn, type BenchmarkBars } from "@core";
import { referenceColumns } from "@studies/columns/composites";
import { locate, ownDays } from "@studies/market/own-calendar";
import type { Market } from "@studies/market/market";

export interface TrialBenchmark extends BenchmarkBars {
  readonly name: string;
  readonly ticker: string;
}

/**
 * What trials are held against, on the sessions of the market; undefined where nothing is known by the ticker. Another calendar's
 * closes are carried as A09 says, its open counts only on its own date (method 12, R36).
 * @param bench a ticker, or `index` for the broad index, in whose place the composite stands where there is none
 */
export function trialBenchmark(market: Market, bench: string): TrialBenchmark | undefined {
  const ticker = bench === "index" ? (market.row.broadIndex ?? "") : bench;
  const found = locate(market, ticker);
  if (!found) {
    if (bench !== "index") return undefined;
    const { close } = market.perSession(referenceColumns);
    return { name: market.referenceName, ticker: "", open: new Float64Array(close.length).fill(NaN), close: carriedOn(close) };
  }
  const { part, instrument } = found;
  const { name, index } = instrument;
  const [open, close] = [part.bars("open", index), part.bars("close", index)];
  if (part === market) return { name, ticker, open, close: carriedOn(close) };
  return {
    name,
    ticker,
    open: onOwnDates(open, part.sessions, market.sessions),
    close: align(...ownDays(part, close), market.sessions),
  };
}

/** A column where another calendar has the very date; NaN elsewhere. */
export function onOwnDates(values: Float64Array, days: Int32Array, onto: Int32Array): Float64Array {
  const byDay = new Map(Array.from(days, (day, s) => [day, values[s]!]));
  return Float64Array.from(onto, (day) => byDay.get(day) ?? NaN);
}
