import fs from "node:fs";
import path from "node:path";
import type { Knex } from "knex";
import { clipped, count } from "@studies/words/words";
import type { Dataset, InstrumentRow, MarketRow } from "@core/columns/dataset";
import { nameOfForm, rememberMapping } from "../ingest/file-forms.server";
import { readForms } from "../ingest/read-forms";
import { takeForms, type FormRead, type FormRequest, type NamedList } from "../ingest/take-forms";
import { insertArrivals, type ArrivedFile } from "../stores/arrivals-store.server";
import { addToLists } from "../stores/lists-store.server";
import { listBarSpans, type BarSpan } from "../stores/bars-store.server";
import { listInstruments } from "../stores/instruments-store.server";
import { listMarkets } from "../stores/markets-store.server";
import { TABLE_NAMES, FORMATS, type TableName } from "./formats";
import { checkBounds } from "./panel-bounds.server";
import { Problems, type Problem } from "./problems";
import { readDataset, type NewMarket } from "./read-dataset";
import type { TableFile } from "./read-table";
import { writeDataset } from "./write-dataset.server";

export interface ImportRequest {
  /** Files of the open formats. */
  readonly files: readonly TableFile[];
  /** The market that tickers of those files without an instrument row join. */
  readonly newMarket?: NewMarket | undefined;
  /** Files of other forms, with what they are taken for. */
  readonly forms?: readonly FormRequest[];
  /** Files by which it came into the watched folder: that they are imported is noted in the same transaction. */
  readonly arrivals?: readonly ArrivedFile[];
  /** Whether rows with a problem are left out and the others imported; else one of them refuses all [no]. */
  readonly onlyGood?: boolean;
  /** Bytes that one file may have [any number]. */
  readonly mostBytes?: number;
}

export interface ImportReport {
  readonly imported: boolean;
  readonly problems: readonly Problem[];
  /** All problems, of which the first 200 are listed. */
  readonly problemCount: number;
  readonly notes: readonly string[];
  /** Rows that were read of each table. */
  readonly rows: Readonly<Record<string, number>>;
  /** The same in words. */
  readonly words: string;
  readonly dataVersion: number | null;
}

/** What an import would write, and all that was found on the way. */
export interface Gathered {
  readonly dataset: Dataset;
  /** Lists of the analyst's to save; members are added to one that is there. */
  readonly lists: readonly NamedList[];
  readonly problems: Problems;
  /** Whether what is left without the rows that have a problem can be imported. */
  readonly isUsable: boolean;
  readonly notes: string[];
  readonly rows: ImportReport["rows"];
  readonly words: string;
  /** Tickers that become instruments of a market by themselves. */
  readonly adopted: readonly string[];
}

export interface GatherOptions {
  /** What was read of the forms already, in their order [read here]. */
  readonly read?: readonly FormRead[] | undefined;
  /** Is told the share done, 0 to 1. */
  readonly progress?: (share: number) => void;
}

/**
 * Imports files: all of them or, where any row has a problem, nothing; or only the good rows, where that is asked for.
 * @param db the database
 * @param request the files
 */
export async function importFiles(
  db: Knex,
  request: ImportRequest,
  { read, progress = none }: GatherOptions = {},
): Promise<ImportReport> {
  const gathered = await gatherFiles(db, request, {
    read,
    progress: (share) => {
      progress(0.7 * share);
    },
  });
  const { dataset, lists, problems, isUsable, notes, rows, words, adopted } = gathered;
  const refused = { problems: problems.list, problemCount: problems.total, notes, rows, words };
  const imports = problems.total === 0 || (request.onlyGood === true && isUsable);
  if (adopted.length > 0) notes.push(adoption(adopted, request, !imports));
  if (!imports) return { ...refused, imported: false, dataVersion: null };
  const names = [...request.files, ...(request.forms ?? []).flatMap((form) => form.files)].map((f) => path.basename(f.name));
  const named = names.length > 4 ? `${names.slice(0, 3).join(", ")} and ${names.length - 3} more files` : names.join(", ");
  const told = (share: number) => {
    progress(0.7 + 0.3 * share);
  };
  // What files of a form were taken for is remembered with what they brought, and given up with it.
  const remembered = (request.forms ?? []).flatMap(({ signature, mapping }) =>
    signature === undefined ? [] : [{ signature, mapping }],
  );
  const also = async (trx: Knex.Transaction) => {
    for (const form of remembered) await rememberMapping(trx, form);
    await addToLists(trx, lists);
    await insertArrivals(trx, request.arrivals ?? [], "imported", words);
  };
  const dataVersion = await writeDataset(db, dataset, {
    progress: told,
    also,
    words: `${clipped(named)}: ${words}`,
    lists: lists.map((list) => list.name),
    items: remembered.map(({ signature }) => nameOfForm(signature)),
  });
  return { ...refused, imported: true, dataVersion };
}

const none = () => undefined;

function marketNamed({ newMarket, forms = [] }: ImportRequest): string {
  const [mapping] = forms.map((form) => form.mapping).filter((own) => own.market !== "");
  return newMarket?.name ?? (mapping ? mapping.marketName || mapping.market : "no market");
}

/** Reads and checks files, without writing anything. */
export async function gatherFiles(
  db: Knex,
  request: ImportRequest,
  { read, progress = none }: GatherOptions = {},
): Promise<Gathered> {
  const problems = new Problems();
  const notes: string[] = [];
  const { forms = [], newMarket } = request;
  const files = sortOut(request, problems);
  const total = Math.max(
    1,
    [...Object.values(files), ...forms.flatMap((form) => form.files)].reduce((sum, f) => sum + fs.statSync(f.path).size, 0),
  );
  const reached = (bytes: number) => {
    progress(bytes / total);
  };
  const markets = await listMarkets(db);
  const instruments = await listInstruments(db);
  const own = await readDataset({
    files,
    known: { markets: new Set(markets.map((m) => m.market)), tickers: new Set(instruments.map((i) => i.ticker)) },
    newMarket,
    problems,
    notes,
    progress: reached,
  });
  // What the tables could not give, such as a missing column, is more than a bad row.
  const isUsable = problems.list.every((problem) => problem.line > 0) || Object.keys(files).length === 0;
  const formsRead =
    read ?? (await readForms(forms, new Map(instruments.map((i) => [i.ticker.toUpperCase(), i.ticker])), reached));
  for (const { bars, names } of formsRead) {
    for (const one of bars) problems.addAll(one.problems, one.problemCount);
    for (const one of names) problems.addAll(one.problems, one.problems.length);
  }
  const spans = formsRead.length > 0 ? await listBarSpans(db) : new Map<number, BarSpan>();
  const idOf = new Map(instruments.map((i) => [i.ticker, i.id]));
  const there = {
    markets: [...markets, ...own.dataset.markets],
    instruments: [...instruments, ...own.dataset.instruments],
    firstBarOf: (ticker: string) => spans.get(idOf.get(ticker) ?? NaN)?.first,
  };
  const { dataset: taken, lists } = takeForms(formsRead, there, problems, notes);
  const joined = joinDatasets(own.dataset, taken);
  const dataset = request.onlyGood === true ? withoutStrays(joined, { markets, instruments }) : joined;
  const knownTickers = new Set(there.instruments.map((i) => i.ticker));
  const adopted = [...own.adopted, ...taken.instruments.map((i) => i.ticker).filter((ticker) => !knownTickers.has(ticker))];
  await checkBounds(db, dataset, files.bars?.name ?? forms[0]?.files[0]?.name ?? "bars.csv", problems);
  const { bars, ...tables } = dataset;
  const rows = {
    ...Object.fromEntries(Object.entries(tables).map(([table, rows]) => [table, rows.length])),
    lists: lists.length,
    bars: bars.reduce((sum, b) => sum + b.days.length, 0),
  };
  return { dataset, lists, problems, isUsable, notes, rows, words: rowsInWords(rows), adopted };
}

/** A dataset without the rows that refer to what is nowhere, or say what an earlier one has said. */
function withoutStrays(
  dataset: Dataset,
  there: { readonly markets: readonly MarketRow[]; readonly instruments: readonly InstrumentRow[] },
): Dataset {
  const markets = new Set([...there.markets, ...dataset.markets].map((m) => m.market));
  const instruments = dataset.instruments.filter((i) => i.market === null || markets.has(i.market));
  const tickers = new Set([...there.instruments, ...instruments].map((i) => i.ticker));
  const isKnown = (row: { readonly ticker: string }) => tickers.has(row.ticker);
  const holidays = new Map(dataset.holidays.filter((h) => markets.has(h.market)).map((h) => [`${h.market} ${h.date}`, h]));
  return {
    markets: dataset.markets,
    instruments,
    bars: dataset.bars.filter(isKnown),
    membership: dataset.membership.filter((m) => isKnown(m) && (m.to === null || m.to >= m.from)),
    holidays: [...holidays.values()],
    fundamentals: dataset.fundamentals.filter(isKnown),
  };
}

/** Rows of two datasets as one; of a ticker or market that both have, those of the first are written last and stand. */
function joinDatasets(first: Dataset, second: Dataset): Dataset {
  const own = new Set(first.instruments.map((i) => i.ticker));
  return {
    markets: [...first.markets, ...second.markets],
    instruments: [...first.instruments, ...second.instruments.filter((i) => !own.has(i.ticker))],
    bars: [...second.bars, ...first.bars],
    membership: [...first.membership, ...second.membership],
    holidays: [...first.holidays, ...second.holidays],
    fundamentals: [...first.fundamentals, ...second.fundamentals],
  };
}

/** What happens, or would have happened, to tickers without an instrument row. */
function adoption(tickers: readonly string[], request: ImportRequest, refused: boolean): string {
  const named = `${tickers.slice(0, 8).join(", ")}${tickers.length > 8 ? ", …" : ""}`;
  const noun = request.forms?.some((form) => form.mapping.kind !== "stock") ? "new instrument" : "stock";
  const verb = refused ? "would become" : "became";
  return `${count(tickers.length, "ticker")} without an instrument row ${verb} ${tickers.length === 1 ? `a ${noun}` : `${noun}s`} of ${marketNamed(request)}, without a sector: ${named}`;
}

const TABLE_WORDS: Readonly<Record<string, readonly [one: string, many: string]>> = {
  markets: ["market", "markets"],
  instruments: ["instrument", "instruments"],
  bars: ["bar", "bars"],
  membership: ["membership", "memberships"],
  holidays: ["holiday", "holidays"],
  lists: ["list", "lists"],
  fundamentals: ["row of fundamentals", "rows of fundamentals"],
};

/** "1 market, 2 instruments, 500 bars". */
function rowsInWords(rows: ImportReport["rows"]): string {
  return Object.entries(rows)
    .filter(([, n]) => n > 0)
    .map(([table, n]) => count(n, ...TABLE_WORDS[table]!))
    .join(", ");
}

/** Which table each file is, by its name; a lone CSV of another name is taken for bars. */
function sortOut(
  { files, forms = [], mostBytes = Infinity }: ImportRequest,
  problems: Problems,
): Partial<Record<TableName, TableFile>> {
  const found: Partial<Record<TableName, TableFile>> = {};
  for (const file of files) {
    const name = path.basename(file.name).toLowerCase();
    const table =
      TABLE_NAMES.find((t) => FORMATS[t].file === name) ?? (files.length === 1 && name.endsWith(".csv") ? "bars" : undefined);
    const size = fs.statSync(file.path).size;
    if (table === undefined) problems.add(file.name, 0, `is none of ${TABLE_NAMES.map((t) => FORMATS[t].file).join(", ")}`);
    else if (found[table]) problems.add(file.name, 0, "was given twice");
    else if (size > mostBytes) problems.add(file.name, 0, tooLarge(size, mostBytes));
    else found[table] = file;
  }
  if (files.length + forms.length === 0) problems.add("", 0, "no file was given");
  return found;
}

export function tooLarge(bytes: number, most: number): string {
  const mb = (n: number) => `${Math.round(n / 1_000_000).toLocaleString("en-GB")} MB`;
  return `has ${mb(bytes)}; the most that is taken here is ${mb(most)}. Larger files go through npm run import.`;
}
