import fs from "node:fs";
import path from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { Knex } from "knex";
import { isoDate } from "@core";
import { connectAgain } from "../db.server";
import { getBars } from "../stores/bars-store.server";
import { listDelivered } from "../stores/delivered-store.server";
import { listFundamentals } from "../stores/fundamentals-store.server";
import { listInstruments, type StoredInstrument } from "../stores/instruments-store.server";
import { listHolidays, listMarkets } from "../stores/markets-store.server";
import { listMemberships } from "../stores/memberships-store.server";
import { getDataVersion } from "../stores/meta-store.server";
import { csvLine } from "./csv-text";
import { FORMATS, TABLE_NAMES, type ColumnFormat, type TableName } from "./formats";
import { writeParquet, type ParquetColumn } from "./parquet-file.server";

/**
 * What is exported: everything, or one market with what belongs to no market (its funds and screens need the indexes
 * abroad), or the rows of a span of days (epoch days, inclusive).
 */
export interface ExportScope {
  readonly market?: string | undefined;
  readonly from?: number | undefined;
  readonly to?: number | undefined;
}

/** The forms in which tables are written. */
export const EXPORT_FORMS = ["csv", "parquet"] as const;
export type ExportForm = (typeof EXPORT_FORMS)[number];

type Row = readonly (string | number | null)[];

const day = (d: number | null): string | null => (d === null ? null : isoDate(d));

/** A download: the lines of one file, all as of the moment at which the first is asked for. */
export async function* downloadLines(db: Knex, table: TableName, scope: ExportScope = {}): AsyncGenerator<string> {
  const moment = await snapshotOf(db);
  try {
    yield* exportLines(moment.db, table, scope);
  } finally {
    await moment.close();
  }
}

/** A reading transaction on a connection of its own: whatever is written meanwhile, it sees what was there at its start. */
async function snapshotOf(db: Knex): Promise<{ readonly db: Knex; close(): Promise<void> }> {
  const again = connectAgain(db);
  const trx = await again.db.transaction();
  // The moment is that of the first reading.
  await getDataVersion(trx);
  return {
    db: trx,
    close: async () => {
      await trx.rollback();
      await again.close();
    },
  };
}

/** The lines of one file of the open formats, its header first; bars come an instrument at a time. */
async function* exportLines(db: Knex, table: TableName, scope: ExportScope): AsyncGenerator<string> {
  yield csvLine(Object.keys(FORMATS[table].columns));
  let lines = "";
  for await (const row of ROWS[table](db, scope)) {
    lines += csvLine(row);
    if (lines.length > 1 << 16) {
      yield lines;
      lines = "";
    }
  }
  if (lines !== "") yield lines;
}

/**
 * Writes all files of the open formats into a folder, as of one moment; import reads them again. They are written beside
 * their places and moved there whole at the end.
 * @returns the files written
 */
export async function exportFiles(
  db: Knex,
  folder: string,
  { as = "csv", ...scope }: ExportScope & { readonly as?: ExportForm } = {},
  progress: (share: number) => void = () => undefined,
): Promise<string[]> {
  fs.mkdirSync(folder, { recursive: true });
  const files = TABLE_NAMES.map((table) => path.join(folder, `${table}.${as}`));
  const unfinished = (file: string) => `${file}.unfinished`;
  const moment = await snapshotOf(db);
  try {
    for (const [k, table] of TABLE_NAMES.entries()) {
      const file = unfinished(files[k]!);
      if (as === "parquet") await writeParquet(file, parquetColumns(table), ROWS[table](moment.db, scope));
      else await pipeline(Readable.from(exportLines(moment.db, table, scope)), fs.createWriteStream(file));
      progress((k + 1) / TABLE_NAMES.length);
    }
    for (const file of files) fs.renameSync(unfinished(file), file);
  } finally {
    await moment.close();
    for (const file of files) fs.rmSync(unfinished(file), { force: true });
  }
  return files;
}

/**
 * Writes one table as a Parquet file, as of one moment.
 * @returns how many rows were written
 */
export async function exportParquet(db: Knex, table: TableName, file: string, scope: ExportScope = {}): Promise<number> {
  const moment = await snapshotOf(db);
  try {
    return await writeParquet(file, parquetColumns(table), ROWS[table](moment.db, scope));
  } finally {
    await moment.close();
  }
}

function parquetColumns(table: TableName): ParquetColumn[] {
  const columns: Readonly<Record<string, ColumnFormat>> = FORMATS[table].columns;
  return Object.entries(columns).map(([name, { type }]): ParquetColumn => ({ name, type: type ?? "text" }));
}

/** The instruments of the scope: of a market also those that belong to none. */
async function instrumentsOf(db: Knex, { market }: ExportScope): Promise<StoredInstrument[]> {
  const all = await listInstruments(db);
  return market === undefined ? all : all.filter((i) => i.market === market || i.market === null);
}

function within(scope: ExportScope, d: number): boolean {
  return d >= (scope.from ?? -Infinity) && d <= (scope.to ?? Infinity);
}

const ROWS: Record<TableName, (db: Knex, scope: ExportScope) => AsyncGenerator<Row>> = {
  async *markets(db, scope) {
    for (const m of await listMarkets(db)) {
      if (scope.market === undefined || m.market === scope.market)
        yield [m.market, m.name, m.currency, m.broadIndex, m.volatilityIndex];
    }
  },
  async *instruments(db, scope) {
    for (const i of await instrumentsOf(db, scope)) {
      yield [
        i.ticker,
        i.name,
        i.kind,
        i.market,
        i.currency,
        day(i.listed),
        day(i.delisted),
        i.sector,
        i.industry,
        i.temperament,
        i.leverage,
        i.marketValueShares,
      ];
    }
  },
  async *bars(db, scope) {
    const delivered = await listDelivered(db);
    for (const i of await instrumentsOf(db, scope)) {
      const b = await getBars(db, i.id, i.ticker, delivered);
      for (let k = 0; k < b.days.length; k++) {
        if (within(scope, b.days[k]!))
          yield [i.ticker, isoDate(b.days[k]!), b.open[k]!, b.high[k]!, b.low[k]!, b.close[k]!, b.volume[k]!];
      }
    }
  },
  async *membership(db, scope) {
    const own = scope.market === undefined ? undefined : new Set((await instrumentsOf(db, scope)).map((i) => i.ticker));
    for (const m of await listMemberships(db)) {
      const overlaps = m.from <= (scope.to ?? Infinity) && (m.to ?? Infinity) >= (scope.from ?? -Infinity);
      if (overlaps && (!own || own.has(m.ticker))) yield [m.group, m.kind, m.ticker, day(m.from), day(m.to), m.weight];
    }
  },
  async *holidays(db, scope) {
    for (const h of await listHolidays(db, scope.market)) if (within(scope, h.date)) yield [h.market, day(h.date), day(h.known)];
  },
  async *fundamentals(db, scope) {
    const own = new Set((await instrumentsOf(db, scope)).map((i) => i.ticker));
    for (const f of await listFundamentals(db)) {
      if (own.has(f.ticker) && within(scope, f.known)) {
        yield [f.ticker, day(f.known), f.eps, f.epsExpected, f.growth, f.salesGrowth, f.dividend, f.shares, day(f.nextReport)];
      }
    }
  },
};
