import type { Dataset, InstrumentBars, InstrumentRow, MarketRow, MembershipRow } from "@core/columns/dataset";
import { count, list } from "@studies/words/words";
import { bareInstrument } from "../transfer/bare-instrument";
import type { Problems } from "../transfer/problems";
import { joinBars } from "./join-bars";
import type { Mapping } from "./mapping";
import type { Changes } from "./mend-bar";
import type { BarsRead, FormFile } from "./read-bars";
import type { NamesRead, NamesRow } from "./read-names";

/** Files of one form, and what they are taken for. */
export interface FormRequest {
  readonly files: readonly FormFile[];
  readonly mapping: Mapping;
  /** Under which the mapping is remembered; left out, it is not. */
  readonly signature?: string;
  /** Ticker of a lone file whose name is none. */
  readonly ticker?: string | undefined;
}

/** What was read of the files of one form. */
export interface FormRead {
  readonly mapping: Mapping;
  readonly bars: readonly BarsRead[];
  readonly names: readonly NamesRead[];
}

/** What the database has already. */
export interface There {
  readonly markets: readonly MarketRow[];
  readonly instruments: readonly InstrumentRow[];
  /** Epoch day of an instrument's first bar; undefined where it has none. */
  readonly firstBarOf: (ticker: string) => number | undefined;
}

/** Kinds of instrument that may belong to no market. */
const WITHOUT_MARKET: readonly string[] = ["commodity", "currency", "bond", "index"];

/** A list of the analyst's, named in a column: tickers of one market. */
export interface NamedList {
  readonly name: string;
  readonly market: string;
  readonly tickers: readonly string[];
}

/** What the files of all forms make of the database: rows to write and lists to save, with notes of what was done to them. */
export function takeForms(
  forms: readonly FormRead[],
  there: There,
  problems: Problems,
  notes: string[],
): { readonly dataset: Dataset; readonly lists: readonly NamedList[] } {
  const instruments = new Map<string, InstrumentRow>();
  const known = new Map(there.instruments.map((row) => [row.ticker, row]));
  const markets = new Map<string, MarketRow>();
  const marketCodes = new Set(there.markets.map((m) => m.market));
  const current = (ticker: string) => instruments.get(ticker) ?? known.get(ticker);

  /** The row of a ticker, made where there is none; undefined where no market is named that it could join. */
  const rowOf = (ticker: string, mapping: Mapping, file: string, line: number): InstrumentRow | undefined => {
    const row = current(ticker);
    if (row) return row;
    if (mapping.market === "" && !WITHOUT_MARKET.includes(mapping.kind)) {
      problems.add(file, line, `${ticker} is new, and no market is named for new tickers`);
      return undefined;
    }
    if (mapping.market !== "" && !marketCodes.has(mapping.market)) {
      marketCodes.add(mapping.market);
      markets.set(mapping.market, {
        market: mapping.market,
        name: mapping.marketName || mapping.market,
        currency: mapping.currency,
        broadIndex: null,
        volatilityIndex: null,
      });
    }
    const currency = mapping.currency || (there.markets.find((m) => m.market === mapping.market)?.currency ?? null);
    const fresh = bareInstrument(ticker, { kind: mapping.kind, market: mapping.market || null, currency });
    instruments.set(ticker, fresh);
    return fresh;
  };

  const sources: { readonly file: string; readonly bars: InstrumentBars }[] = [];
  for (const { mapping, bars } of forms)
    for (const read of bars)
      for (const own of read.bars) {
        const file = read.file;
        if (rowOf(own.ticker, mapping, file, 0)) sources.push({ file, bars: own });
      }
  const joined = joinBars(sources, problems);
  const firstComing = new Map(joined.map((own) => [own.ticker, own.days[0]!]));

  const belonging: { readonly group: string; readonly mapping: Mapping; readonly ticker: string }[] = [];
  const withoutBars: string[] = [];
  for (const { mapping, names } of forms)
    for (const read of names)
      for (const said of read.rows) {
        const row = rowOf(said.ticker, mapping, read.file, said.line);
        if (!row) continue;
        instruments.set(said.ticker, named(row, said));
        if (!firstComing.has(said.ticker) && there.firstBarOf(said.ticker) === undefined) withoutBars.push(said.ticker);
        for (const group of said.groups) belonging.push({ group, mapping, ticker: said.ticker });
      }
  const isList = ({ mapping }: (typeof belonging)[number]) => mapping.groupKind === "list";
  const lists = new Map<string, { name: string; market: string; tickers: string[] }>();
  for (const { group: name, ticker } of belonging.filter(isList)) {
    // A list is of one market; what belongs to none stands in none.
    const market = current(ticker)?.market;
    if (!market) continue;
    const own = lists.get(name);
    if (!own) lists.set(name, { name, market, tickers: [ticker] });
    else if (own.market === market && !own.tickers.includes(ticker)) own.tickers.push(ticker);
  }
  const inGroups = belonging.filter((one) => !isList(one));
  const membership: MembershipRow[] = inGroups.map(({ group, mapping, ticker }) => ({
    group,
    kind: mapping.groupKind,
    ticker,
    from: Math.min(firstComing.get(ticker) ?? Infinity, there.firstBarOf(ticker) ?? Infinity, FAR),
    to: null,
    weight: null,
  }));
  notes.push(...changeNotes(forms), ...nameNotes(forms));
  if (withoutBars.length > 0) notes.push(`${count(withoutBars.length, "instrument")} without bars yet: ${some(withoutBars)}`);
  if (membership.length > 0)
    notes.push(
      "Members of groups count from their first bar on. Those who left are missing, so statistics of the past show survivors only and look better than they were",
    );
  const dataset = {
    markets: [...markets.values()],
    instruments: [...instruments.values()],
    bars: joined,
    membership: withoutRepeats(membership),
    holidays: [],
    fundamentals: [],
  };
  return { dataset, lists: [...lists.values()] };
}

/** 2200-01-01: later than any bar. */
const FAR = 84_006;

/** A row with what a table of names says of it. */
function named(row: InstrumentRow, said: NamesRow): InstrumentRow {
  return {
    ...row,
    name: said.name ?? row.name,
    kind: said.kind ?? row.kind,
    sector: said.sector ?? row.sector,
    industry: said.industry ?? row.industry,
    currency: said.currency ?? row.currency,
    marketValueShares: said.shares ?? row.marketValueShares,
  };
}

function withoutRepeats(rows: readonly MembershipRow[]): MembershipRow[] {
  return [...new Map(rows.map((row) => [`${row.group}\n${row.ticker}`, row])).values()];
}

/** What the reading changed, in words. */
function changeNotes(forms: readonly FormRead[]): string[] {
  const read = forms.flatMap(({ bars }) => bars);
  const sum = (key: keyof Changes) => read.reduce((n, { changes }) => n + changes[key], 0);
  const said = (key: keyof Changes, words: (n: string) => string) =>
    sum(key) === 0 ? [] : [words(count(sum(key), ...ONE[key]))];
  return [
    ...said(
      "scaled",
      (n) => `${n} scaled to the adjusted close: open, high and low by adjusted over close, volume the other way`,
    ),
    ...said("roundedVolumes", (n) => `${n} in fractions rounded to whole shares`),
    ...said("empty", (n) => `${n} without any price passed over`),
    ...said("zeros", (n) => `${n} of 0 taken as not known`),
    ...said("widened", (n) => `${n} widened by a rounding to hold open and close`),
    ...said("repeated", (n) => `${n} passed over that say what another says`),
  ];
}

const ONE: Readonly<Record<keyof Changes, readonly [string, string]>> = {
  scaled: ["bar", "bars"],
  roundedVolumes: ["volume", "volumes"],
  empty: ["row", "rows"],
  zeros: ["open, high or low", "opens, highs and lows"],
  widened: ["high or low", "highs and lows"],
  repeated: ["row", "rows"],
};

function nameNotes(forms: readonly FormRead[]): string[] {
  const unknown = [...new Set(forms.flatMap(({ names }) => names.flatMap((read) => read.unknownKinds)))];
  return unknown.length === 0 ? [] : [`Kinds that are not known here are passed over: ${some(unknown)}`];
}

function some(values: readonly string[]): string {
  return values.length <= 8 ? list(values) : `${values.slice(0, 8).join(", ")}, …`;
}
