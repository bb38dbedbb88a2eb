import type { InstrumentRow } from "@core/columns/dataset";

/** The row of an instrument of which nothing but its bars is known. */
export function bareInstrument(
  ticker: string,
  { kind, market, currency }: Pick<InstrumentRow, "kind" | "market" | "currency">,
): InstrumentRow {
  return {
    ...{ ticker, name: ticker, kind, market, currency },
    listed: null,
    delisted: null,
    sector: null,
    industry: null,
    temperament: null,
    leverage: null,
    marketValueShares: null,
  };
}
