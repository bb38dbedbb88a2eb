import { isoDate } from "@core";
import type { InstrumentBars } from "@core/columns/dataset";
import { BAR_COLUMNS } from "@core/columns/panel";
import type { Problems } from "../transfer/problems";

interface Source {
  readonly file: string;
  readonly bars: InstrumentBars;
}

/**
 * Bars of each ticker from all files that have some. A day for which files say different things is a problem; that of the
 * first stands.
 */
export function joinBars(sources: readonly Source[], problems: Problems): InstrumentBars[] {
  const byTicker = new Map<string, Source[]>();
  for (const source of sources) {
    const own = byTicker.get(source.bars.ticker);
    if (own) own.push(source);
    else byTicker.set(source.bars.ticker, [source]);
  }
  return [...byTicker.values()].map((own) => (own.length === 1 ? own[0]!.bars : joined(own, problems)));
}

function joined(sources: readonly Source[], problems: Problems): InstrumentBars {
  const { ticker } = sources[0]!.bars;
  const rows = sources
    .flatMap((source) => Array.from(source.bars.days, (day, k) => ({ source, day, k })))
    .sort((a, b) => a.day - b.day);
  const kept: typeof rows = [];
  for (const row of rows) {
    const last = kept.at(-1);
    if (last?.day !== row.day) kept.push(row);
    else if (BAR_COLUMNS.some((column) => !Object.is(last.source.bars[column][last.k], row.source.bars[column][row.k])))
      problems.add(row.source.file, 0, `has another bar of ${ticker} on ${isoDate(row.day)} than ${last.source.file}`);
  }
  const column = (name: (typeof BAR_COLUMNS)[number]) => Float64Array.from(kept, ({ source, k }) => source.bars[name][k]!);
  return {
    ticker,
    days: Int32Array.from(kept, ({ day }) => day),
    open: column("open"),
    high: column("high"),
    low: column("low"),
    close: column("close"),
    volume: column("volume"),
  };
}
