import fs from "node:fs";
import path from "node:path";
import type { Knex } from "knex";
import { clipped, count } from "@studies/words/words";
import { listInstruments } from "../stores/instruments-store.server";
import { listMarkets } from "../stores/markets-store.server";
import { TABLE_NAMES, FORMATS, type TableName } from "./formats";
import { checkBounds } from "./panel-bounds.server";
import { Problems, type Problem } from "./problems";
import { readDataset, type NewMarket } from "./read-dataset";
import type { TableFile } from "./read-table";
import { writeDataset } from "./write-dataset.server";

export interface ImportRequest {
  readonly files: readonly TableFile[];
  readonly newMarket?: NewMarket | undefined;
  /** Bytes that one file may have [1 GB]. */
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

const DEFAULT_MOST_BYTES = 1_000_000_000;

/**
 * Imports files of the open formats: all of them or, where any row has a problem, nothing.
 * @param db the database
 * @param request the files, each named as docs/formats.md says
 * @param progress is told the share done, 0 to 1
 */
export async function importFiles(
  db: Knex,
  request: ImportRequest,
  progress: (share: number) => void = () => undefined,
): Promise<ImportReport> {
  const problems = new Problems();
  const notes: string[] = [];
  const files = sortOut(request, problems);
  const total = Math.max(
    1,
    Object.values(files).reduce((sum, f) => sum + fs.statSync(f.path).size, 0),
  );
  const { dataset, adopted } = await readDataset({
    files,
    known: {
      markets: new Set((await listMarkets(db)).map((m) => m.market)),
      tickers: new Set((await listInstruments(db)).map((i) => i.ticker)),
    },
    newMarket: request.newMarket,
    problems,
    notes,
    progress: (bytes) => {
      progress((0.7 * bytes) / total);
    },
  });
  await checkBounds(db, dataset, files.bars?.name ?? "bars.csv", problems);
  const { bars, ...tables } = dataset;
  const rows = {
    ...Object.fromEntries(Object.entries(tables).map(([table, list]) => [table, list.length])),
    bars: bars.reduce((sum, b) => sum + b.days.length, 0),
  };
  const words = rowsInWords(rows);
  const refused = { problems: problems.list, problemCount: problems.total, notes, rows, words };
  if (adopted.length > 0) notes.push(adoption(adopted, request.newMarket!.name, problems.total > 0));
  if (problems.total > 0) return { ...refused, imported: false, dataVersion: null };
  const named = request.files.map((f) => path.basename(f.name)).join(", ");
  const told = (share: number) => {
    progress(0.7 + 0.3 * share);
  };
  const dataVersion = await writeDataset(db, dataset, told, undefined, `${clipped(named)}: ${words}`);
  return { ...refused, imported: true, dataVersion };
}

/** What happens, or would have happened, to tickers without an instrument row. */
function adoption(tickers: readonly string[], market: string, refused: boolean): string {
  const named = `${tickers.slice(0, 8).join(", ")}${tickers.length > 8 ? ", …" : ""}`;
  const verb = refused ? "would become" : "became";
  return `${count(tickers.length, "ticker")} without an instrument row ${verb} ${tickers.length === 1 ? "a stock" : "stocks"} of ${market}, without a sector: ${named}`;
}

const TABLE_WORDS: Readonly<Record<string, readonly [one: string, many: string]>> = {
  markets: ["market", "markets"],
  instruments: ["instrument", "instruments"],
  bars: ["bar", "bars"],
  membership: ["membership", "memberships"],
  holidays: ["holiday", "holidays"],
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
  { files, mostBytes = DEFAULT_MOST_BYTES }: ImportRequest,
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
  if (files.length === 0) problems.add("", 0, "no file was given");
  return found;
}

export function tooLarge(bytes: number, most: number): string {
  const mb = (n: number) => `${Math.round(n / 1_000_000).toLocaleString("en-GB")} MB`;
  return `has ${mb(bytes)}; the most that is taken here is ${mb(most)}. Larger files go through npm run import.`;
}
