import type { Dataset } from "@core/columns/dataset";

/** What a database would hold had it been filled on a day: nothing of what came later. */
export function cutDataset(whole: Dataset, day: number): Dataset {
  const known = (d: number | null) => (d !== null && d > day ? null : d);
  const instruments = whole.instruments.filter((i) => i.listed === null || i.listed <= day);
  const tickers = new Set(instruments.map((i) => i.ticker));
  return {
    markets: whole.markets,
    instruments: instruments.map((i) => ({ ...i, delisted: known(i.delisted) })),
    bars: whole.bars
      .filter((b) => tickers.has(b.ticker))
      .map((b) => {
        const keep = b.days.filter((d) => d <= day).length;
        const cut = (column: Float64Array) => column.slice(0, keep);
        return {
          ticker: b.ticker,
          days: b.days.slice(0, keep),
          open: cut(b.open),
          high: cut(b.high),
          low: cut(b.low),
          close: cut(b.close),
          volume: cut(b.volume),
        };
      }),
    membership: whole.membership.filter((m) => m.from <= day && tickers.has(m.ticker)).map((m) => ({ ...m, to: known(m.to) })),
    holidays: whole.holidays.filter((h) => h.known <= day),
    fundamentals: whole.fundamentals.filter((f) => f.known <= day),
  };
}
