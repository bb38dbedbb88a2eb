import type {
  Dataset,
  FundamentalsRow,
  GroupKind,
  HolidayRow,
  InstrumentKind,
  InstrumentRow,
  MarketRow,
  MembershipRow,
  Temperament,
} from "@core/columns/dataset";
import { isoDate, weekday } from "@core";
import { RawBars } from "../ingest/raw-bars";
import { bareInstrument } from "./bare-instrument";
import { FORMATS, TABLE_NAMES, type TableName } from "./formats";
import type { Problems } from "./problems";
import { readTable, type TableFile } from "./read-table";
import { thinSessions } from "./thin-sessions";

/** What is in the database already, which new rows may refer to. */
export interface Known {
  readonly markets: ReadonlySet<string>;
  readonly tickers: ReadonlySet<string>;
}

/** The market that stocks without an instrument row join; added when it is not there yet. */
export interface NewMarket {
  readonly market: string;
  readonly name: string;
  readonly currency: string;
}

export interface ReadRequest {
  readonly files: Partial<Record<TableName, TableFile>>;
  readonly known: Known;
  readonly newMarket: NewMarket | undefined;
  readonly problems: Problems;
  readonly notes: string[];
  readonly progress: (bytes: number) => void;
}

/** What was read, and the tickers without an instrument row that become stocks of the market named for them. */
export interface Read {
  readonly dataset: Dataset;
  readonly adopted: readonly string[];
}

/** Reads the files of an import and checks them row by row and against each other. */
export async function readDataset({ files, known, newMarket, problems, notes, progress }: ReadRequest): Promise<Read> {
  const markets: MarketRow[] = [];
  const instruments: InstrumentRow[] = [];
  const membership: MembershipRow[] = [];
  const holidays: HolidayRow[] = [];
  const fundamentals: FundamentalsRow[] = [];
  const bars = new RawBars();
  /** Tickers and markets that rows named, with the line, to be checked once all is read. */
  const named: { table: TableName; line: number; ticker?: string; market?: string }[] = [];
  const holidayLines = new Map<string, number>();
  let before = 0;
  let reached = 0;

  const takers: Record<TableName, (cells: readonly unknown[], line: number) => void> = {
    markets: (c) =>
      markets.push({
        market: c[0] as string,
        name: c[1] as string,
        currency: c[2] as string,
        broadIndex: c[3] as string | null,
        volatilityIndex: c[4] as string | null,
      }),
    instruments: (c, line) => {
      const market = c[3] as string | null;
      if (market !== null) named.push({ table: "instruments", line, market });
      instruments.push({
        ticker: c[0] as string,
        name: c[1] as string,
        kind: c[2] as InstrumentKind,
        market,
        currency: c[4] as string | null,
        listed: c[5] as number | null,
        delisted: c[6] as number | null,
        sector: c[7] as string | null,
        industry: c[8] as string | null,
        temperament: c[9] as Temperament | null,
        leverage: c[10] as number | null,
        marketValueShares: c[11] as number | null,
      });
    },
    bars: (c, line) => {
      const values = [c[2], c[3], c[4], c[5], c[6]].map((x) => (x === null ? NaN : (x as number)));
      const reason = barProblem(c[1] as number, values);
      if (reason === undefined) bars.add(c[0] as string, c[1] as number, values, line);
      else problems.add(files.bars!.name, line, reason);
    },
    membership: (c, line) => {
      const [group, kind, ticker, from, to, weight] = c as [string, GroupKind, string, number, number | null, number | null];
      if (to !== null && to < from) problems.add(files.membership!.name, line, "to lies before from");
      named.push({ table: "membership", line, ticker });
      membership.push({ group, kind, ticker, from, to, weight });
    },
    holidays: (c, line) => {
      named.push({ table: "holidays", line, market: c[0] as string });
      const holiday = { market: c[0] as string, date: c[1] as number, known: c[2] as number };
      const key = `${holiday.date} ${holiday.market}`;
      const earlier = holidayLines.get(key);
      if (earlier !== undefined)
        problems.add(
          files.holidays!.name,
          line,
          `${holiday.market} has ${isoDate(holiday.date)} twice: it is on line ${earlier} as well`,
        );
      holidayLines.set(key, earlier ?? line);
      holidays.push(holiday);
    },
    fundamentals: (c, line) => {
      named.push({ table: "fundamentals", line, ticker: c[0] as string });
      const [ticker, day, eps, epsExpected, growth, salesGrowth, dividend, shares, nextReport] = c as [
        string,
        number,
        ...(number | null)[],
      ];
      fundamentals.push({
        ticker,
        known: day,
        eps: eps!,
        epsExpected: epsExpected!,
        growth: growth!,
        salesGrowth: salesGrowth!,
        dividend: dividend!,
        shares: shares!,
        nextReport: nextReport!,
      });
    },
  };
  for (const table of TABLE_NAMES) {
    const file = files[table];
    if (!file) continue;
    const onBytes = (bytes: number) => {
      reached = bytes;
      progress(before + bytes);
    };
    await readTable(file, FORMATS[table], { problems, notes, progress: onBytes }, takers[table]);
    before += reached;
  }

  const ownMarkets = new Set([...known.markets, ...markets.map((m) => m.market), ...(newMarket ? [newMarket.market] : [])]);
  const ownTickers = new Set([...known.tickers, ...instruments.map((i) => i.ticker)]);
  const joined = adopt(bars.tickers, ownTickers, newMarket);
  if (joined) {
    instruments.push(...joined);
    for (const i of joined) ownTickers.add(i.ticker);
    if (
      newMarket &&
      joined.length > 0 &&
      !known.markets.has(newMarket.market) &&
      !markets.some((m) => m.market === newMarket.market)
    ) {
      markets.push({ ...newMarket, broadIndex: null, volatilityIndex: null });
    }
  } else {
    for (const ticker of bars.tickers.filter((t) => !ownTickers.has(t))) {
      problems.add(
        files.bars!.name,
        bars.lineOf(ticker),
        `unknown ticker ${ticker}: it has no instrument row, and no market was named for new ones`,
      );
    }
  }
  for (const { table, line, ticker, market } of named) {
    const file = files[table]!.name;
    if (ticker !== undefined && !ownTickers.has(ticker)) problems.add(file, line, `unknown ticker ${ticker}`);
    if (market !== undefined && !ownMarkets.has(market)) problems.add(file, line, `unknown market ${market}`);
  }
  for (const m of markets) {
    for (const ticker of [m.broadIndex, m.volatilityIndex]) {
      if (ticker !== null && !ownTickers.has(ticker))
        problems.add(files.markets?.name ?? "markets.csv", 0, `${m.market} names an index ${ticker} that no instrument row has`);
    }
  }
  doubles(markets.map((m) => m.market)).forEach((m) => {
    problems.add(files.markets?.name ?? "markets.csv", 0, `${m} has more than one row`);
  });
  doubles(instruments.map((i) => i.ticker)).forEach((t) => {
    problems.add(files.instruments?.name ?? "instruments.csv", 0, `${t} has more than one row`);
  });
  const { bars: built, twice } = bars.finish();
  for (const { ticker, day, lines } of twice)
    for (let k = 1; k < lines.length; k++)
      problems.add(files.bars!.name, lines[k]!, `${ticker} has ${isoDate(day)} twice: it is on line ${lines[k - 1]} as well`);
  notes.push(...thinSessions(instruments, built));
  return {
    dataset: { markets, instruments, bars: built, membership, holidays, fundamentals },
    adopted: (joined ?? []).map((i) => i.ticker),
  };
}

/** Why a bar cannot be; undefined when it can. */
function barProblem(day: number, [open, high, low, close, volume]: number[]): string | undefined {
  if (weekday(day) > 5) return `date is a ${weekday(day) === 6 ? "Saturday" : "Sunday"}: sessions are Monday to Friday`;
  for (const [name, price] of [
    ["open", open],
    ["high", high],
    ["low", low],
    ["close", close],
  ] as const) {
    if (price! <= 0) return `${name} is ${price}: a price is above 0`;
  }
  if (high! < low!) return `high ${high} is below low ${low}`;
  if (close! > high! || close! < low!) return `close ${close} lies outside low ${low} to high ${high}`;
  if (open! > high! || open! < low!) return `open ${open} lies outside low ${low} to high ${high}`;
  if (volume! < 0) return `volume is negative: ${volume}`;
  return undefined;
}

/** Instrument rows for tickers that have none; undefined when there are such and no market was named for them. */
function adopt(
  tickers: readonly string[],
  known: ReadonlySet<string>,
  market: NewMarket | undefined,
): InstrumentRow[] | undefined {
  const without = tickers.filter((t) => !known.has(t));
  if (without.length > 0 && !market) return undefined;
  return without.map((ticker) => bareInstrument(ticker, { kind: "stock", market: market!.market, currency: market!.currency }));
}

function doubles(values: readonly string[]): string[] {
  const seen = new Set<string>();
  const twice = new Set<string>();
  for (const v of values) (seen.has(v) ? twice : seen).add(v);
  return [...twice];
}
