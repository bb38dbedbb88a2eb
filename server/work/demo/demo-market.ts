import type { Dataset, InstrumentBars, InstrumentRow } from "@core/columns/dataset";

/** A stock of the home market with its bars, NaN-free and by own session. */
export interface DemoStock {
  readonly row: InstrumentRow;
  readonly bars: InstrumentBars;
}

/** What a desk in the demo is written about: the home market as of its last session. */
export interface DemoMarket {
  readonly market: string;
  readonly currency: string;
  readonly broadIndex: string;
  readonly index: InstrumentBars;
  /** Sessions of the home index as epoch days. */
  readonly days: Int32Array;
  /** Members of the broad index now that have traded on each of the last 300 sessions, in the order of their tickers. */
  readonly stocks: readonly DemoStock[];
}

const SESSIONS_NEEDED = 300;

/** Undefined where the data has no market with a broad index whose members have traded for so long. */
export function findDemoMarket({ markets, instruments, bars, membership }: Dataset): DemoMarket | undefined {
  const [home] = markets;
  const barsOf = new Map(bars.map((own) => [own.ticker, own]));
  const index = barsOf.get(home?.broadIndex ?? "");
  if (!home || !index) return undefined;
  const members = new Set(
    membership.flatMap((m) => (m.group === home.broadIndex && m.kind === "index" && m.to === null ? [m.ticker] : [])),
  );
  const days = index.days;
  const since = days.at(-SESSIONS_NEEDED) ?? Infinity;
  const stocks = instruments.flatMap((row): DemoStock[] => {
    const own = barsOf.get(row.ticker);
    if (row.kind !== "stock" || !members.has(row.ticker) || !own) return [];
    const isWhole = own.days.at(-SESSIONS_NEEDED) === since && own.days.at(-1) === days.at(-1);
    return isWhole ? [{ row, bars: own }] : [];
  });
  if (stocks.length === 0) return undefined;
  const { market, currency, broadIndex } = home;
  return {
    ...{ market, currency, broadIndex: broadIndex!, index, days },
    stocks: stocks.sort((a, b) => (a.row.ticker < b.row.ticker ? -1 : 1)),
  };
}

/** Return over n sessions to the one so many back; bars of the last 300 sessions lie on those of the index. */
export function returnTo({ close }: Pick<InstrumentBars, "close">, back: number, n: number): number {
  return close.at(-1 - back)! / close.at(-1 - back - n)! - 1;
}

/** Sectors by the mean return of their stocks over n sessions to the one so many back, the strongest first. */
export function sectorsByReturn({ stocks }: DemoMarket, back: number, n: number): string[] {
  const sums = new Map<string, { sum: number; count: number }>();
  for (const { row, bars } of stocks) {
    const own = sums.get(row.sector ?? "") ?? { sum: 0, count: 0 };
    sums.set(row.sector ?? "", { sum: own.sum + returnTo(bars, back, n), count: own.count + 1 });
  }
  const meanOf = ([, { sum, count }]: readonly [string, { sum: number; count: number }]) => sum / count;
  const known = [...sums].filter(([sector]) => sector !== "");
  const large = known.filter(([, { count }]) => count >= 3);
  return (large.length > 0 ? large : known).sort((a, b) => meanOf(b) - meanOf(a)).map(([sector]) => sector);
}

/** Stocks by a figure, the highest first. */
export function stocksBy(stocks: readonly DemoStock[], figure: (stock: DemoStock) => number): DemoStock[] {
  return [...stocks].sort((a, b) => figure(b) - figure(a));
}
