import { WHOLE_MARKET, findGroup } from "@studies/sets/group-key";
import type { Market } from "@studies/market/market";
import { conditionsAskedOf, type ConditionsOf } from "@studies/conditions/conditions-of";
import { locate } from "@studies/market/own-calendar";

/** An instrument that is asked about, and on which sessions of the market it belongs to what was named. */
export interface AskedInstrument {
  readonly conditions: ConditionsOf;
  readonly ticker: string;
  readonly name: string;
  /** First and last sessions of its membership, inclusive [always]. */
  readonly runs?: readonly (readonly [number, number])[];
}

export interface AskedInstruments {
  readonly instruments: readonly AskedInstrument[];
  /** Key of the group whose members they are. */
  readonly group?: string;
  /** Tickers that nothing is known by. */
  readonly unknown: readonly string[];
}

const MOST_NAMED = 60;

/**
 * For whom: tickers with commas between them, or the key of a group whose members of each session are meant; for none the
 * broad index, or every stock where there is none.
 */
export function askedInstruments(market: Market, text: string): AskedInstruments {
  const wanted = text === "" ? (market.row.broadIndex ?? WHOLE_MARKET) : text;
  if (findGroup(wanted) !== undefined) {
    const instruments = market.groups.everIn(wanted).map((row) => ({
      conditions: conditionsAskedOf(market, { part: market, instrument: row }),
      ticker: row.ticker,
      name: row.name,
      runs: market.groups.runsIn(wanted, row.index),
    }));
    return { instruments, group: wanted, unknown: [] };
  }
  const tickers = [...new Set(wanted.split(",").map((t) => t.trim()))].filter((t) => t !== "").slice(0, MOST_NAMED);
  const instruments: AskedInstrument[] = [];
  const unknown: string[] = [];
  for (const ticker of tickers) {
    const located = locate(market, ticker);
    if (located) instruments.push({ conditions: conditionsAskedOf(market, located), ticker, name: located.instrument.name });
    else unknown.push(ticker);
  }
  return { instruments, unknown };
}
