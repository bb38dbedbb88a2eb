import type { MeasuredBars } from "@core";
import type { Market } from "@studies/market/market";
import { askedInstruments, type AskedInstrument } from "@studies/conditions/asked-instruments";

/** An instrument with the bars that it has up to a session, none of them missing. */
export interface AskedBars {
  readonly asked: AskedInstrument;
  readonly bars: MeasuredBars;
  /** Epoch day of each bar. */
  readonly days: Int32Array;
}

/** The instrument of a ticker (of several the first), or the broad index for none; undefined where there is no such thing. */
export function askedBars(market: Market, text: string): AskedBars | undefined {
  const asked = askedInstruments(market, text).instruments[0];
  if (!asked) return undefined;
  const { bars, days, own } = asked.conditions.series;
  if (!own) return { asked, bars, days };
  const kept = (column: Float64Array) => column.filter((_, s) => own[s] === 1);
  const { open, high, low, close, volume } = bars;
  return {
    asked,
    bars: { open: kept(open), high: kept(high), low: kept(low), close: kept(close), volume: kept(volume) },
    days: days.filter((_, s) => own[s] === 1),
  };
}
