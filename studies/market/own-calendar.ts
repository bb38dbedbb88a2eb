import { align } from "@core";
import type { KnownInstrument, Market } from "./market";

/** An instrument with the market whose days it has: the one asked, or the data of those that belong to none. */
export interface Located {
  readonly part: Market;
  readonly instrument: KnownInstrument;
}

/** An instrument of a market, or one that belongs to no market; undefined when neither knows it. */
export function locate(market: Market, ticker: string): Located | undefined {
  for (const part of market.parts) {
    const instrument = part.find(ticker);
    if (instrument) return { part, instrument };
  }
  return undefined;
}

/**
 * A column of an instrument on the sessions of the market asked; calculated on the instrument's own days, then carried
 * from its own bars (method 0, A09). Within the market nothing is carried.
 */
export function onSessionsOf(market: Market, { part, instrument }: Located, column: Float64Array): Float64Array {
  if (part === market) return column;
  const close = part.bars("close", instrument.index);
  return align(onOwnDays(part, close, column), onOwnDays(part, close, part.sessions), market.sessions);
}

/**
 * A column on the sessions of a series: within a market all of them; what belongs to none has its own days, those on
 * which its levels have a value (method 0, A01).
 */
export function onOwnDays<T extends Float64Array | Int32Array>(part: Market, levels: Float64Array, column: T): T {
  if (part.row.market !== "") return column;
  let count = 0;
  for (const level of levels) if (level === level) count++;
  const own = new (column.constructor as new (length: number) => T)(count);
  for (let s = 0, k = 0; k < count; s++) if (levels[s] === levels[s]) own[k++] = column[s]!;
  return own;
}

/** Values and days of a series, each on its own days. */
export function ownDays(part: Market, levels: Float64Array): [Float64Array, Int32Array] {
  return [onOwnDays(part, levels, levels), onOwnDays(part, levels, part.sessions)];
}
