import { deserialize, serialize } from "node:v8";
import type { Knex } from "knex";
import { insertRows } from "../db.server";

/*
 * data_changes(id, kind, made_at, words, instruments_before, bars_before, instruments_after, bars_after): the latest
 * imports and removals, the newest with the highest id.
 * change_rows(change_id, table_name, key, rows), change_blocks(change_id, instrument_id, year, bars, block, checksum):
 * what stood where they wrote, null where nothing did. Instruments keep their ids when they come back.
 */

export type ChangeKind = "import" | "removal" | "edit";

export interface DataChange {
  readonly id: number;
  readonly kind: ChangeKind;
  /** Milliseconds since 1970. */
  readonly madeAt: number;
  /** What it brought or took away. */
  readonly words: string;
  /** What there was before it and after it; undefined where that was not counted. */
  readonly before?: Counted | undefined;
  readonly after?: Counted | undefined;
}

/** Instruments and bars in all. */
export interface Counted {
  readonly instruments: number;
  readonly bars: number;
}

/** What a change is about to touch. */
export interface Touched {
  readonly markets?: readonly string[];
  readonly tickers?: readonly string[];
  /** Years of bars of an instrument, by ticker. */
  readonly years?: ReadonlyMap<string, readonly [from: number, to: number]>;
  readonly groups?: readonly string[];
  readonly holidayMarkets?: readonly string[];
  /** Tickers whose fundamentals. */
  readonly fundamentals?: readonly string[];
  /** Names of items by which the next files of a form are taken. */
  readonly items?: readonly string[];
  /** Names of lists. */
  readonly lists?: readonly string[];
}

type Row = Record<string, unknown>;

/** The tables whose rows are kept whole, and the column by which they are told apart. */
const KEYED = {
  markets: "market",
  instruments: "ticker",
  memberships: "group_name",
  holidays: "market",
  fundamentals: "instrument_id",
  items: "name",
  lists: "name",
  list_members: "list_id",
} as const;
type Keyed = keyof typeof KEYED;

/** Changes that can be undone, the newest first. */
export async function listChanges(db: Knex): Promise<DataChange[]> {
  const rows = await db<ChangeRow>("data_changes").orderBy("id", "desc");
  const counted = (instruments: number | null, bars: number | null) =>
    instruments === null || bars === null ? undefined : { instruments, bars };
  return rows.map((row) => ({
    id: row.id,
    kind: row.kind,
    madeAt: row.made_at,
    words: row.words,
    before: counted(row.instruments_before, row.bars_before),
    after: counted(row.instruments_after, row.bars_after),
  }));
}

interface ChangeRow {
  readonly id: number;
  readonly kind: ChangeKind;
  readonly made_at: number;
  readonly words: string;
  readonly instruments_before: number | null;
  readonly bars_before: number | null;
  readonly instruments_after: number | null;
  readonly bars_after: number | null;
}

async function countAll(trx: Knex.Transaction): Promise<Counted> {
  const [instruments] = (await trx("instruments").count("id as n")) as [{ n: number }];
  const [bars] = (await trx("bar_blocks").sum("bars as n")) as [{ n: number | null }];
  return { instruments: instruments.n, bars: bars.n ?? 0 };
}

/** Counts what there is after a change, once it has been made. */
export async function countAfter(trx: Knex.Transaction, id: number): Promise<void> {
  const { instruments, bars } = await countAll(trx);
  await trx("data_changes").where({ id }).update({ instruments_after: instruments, bars_after: bars });
}

/**
 * Keeps what stands where a change is about to write.
 * @param most how many changes are kept, this one among them
 * @returns the id of the change
 */
export async function insertChange(
  trx: Knex.Transaction,
  change: Omit<DataChange, "id">,
  touched: Touched,
  most: number,
): Promise<number> {
  const { instruments, bars } = await countAll(trx);
  const row = {
    kind: change.kind,
    made_at: change.madeAt,
    words: change.words,
    instruments_before: instruments,
    bars_before: bars,
  };
  const [id] = (await trx("data_changes").insert(row)) as [number];
  const old = await trx("data_changes").orderBy("id", "desc").offset(most).limit(1000).pluck<number[]>("id");
  await trx("data_changes").whereIn("id", old).delete();
  const ids = await idsOf(trx, [...(touched.tickers ?? []), ...(touched.fundamentals ?? []), ...(touched.years?.keys() ?? [])]);
  await keepRows(trx, id, "markets", touched.markets ?? []);
  await keepRows(trx, id, "instruments", touched.tickers ?? []);
  await keepRows(trx, id, "memberships", touched.groups ?? []);
  await keepRows(trx, id, "holidays", touched.holidayMarkets ?? []);
  await keepRows(trx, id, "items", touched.items ?? []);
  await keepRows(trx, id, "lists", touched.lists ?? []);
  await keepRows(
    trx,
    id,
    "list_members",
    await trx("lists")
      .whereIn("name", [...(touched.lists ?? [])])
      .pluck<number[]>("id"),
  );
  await keepRows(
    trx,
    id,
    "fundamentals",
    (touched.fundamentals ?? []).flatMap((ticker) => ids.get(ticker) ?? []),
  );
  for (const [ticker, [from, to]] of touched.years ?? []) {
    const instrument = ids.get(ticker);
    if (instrument === undefined) continue;
    await trx.raw(
      "INSERT INTO change_blocks (change_id, instrument_id, year, bars, block, checksum) SELECT ?, instrument_id, year, bars, block, checksum FROM bar_blocks WHERE instrument_id = ? AND year BETWEEN ? AND ?",
      [id, instrument, from, to],
    );
    // A year that has no block is kept as such, so that undoing takes away what came into it.
    const there = new Set(
      await trx("bar_blocks").where({ instrument_id: instrument }).whereBetween("year", [from, to]).pluck<number[]>("year"),
    );
    const empty = Array.from({ length: to - from + 1 }, (_, k) => from + k).filter((year) => !there.has(year));
    await insertRows(
      trx,
      "change_blocks",
      empty.map((year) => ({ change_id: id, instrument_id: instrument, year })),
    );
  }
  return id;
}

async function idsOf(trx: Knex.Transaction, tickers: readonly string[]): Promise<Map<string, number>> {
  if (tickers.length === 0) return new Map();
  const wanted = new Set(tickers);
  const rows: { id: number; ticker: string }[] = await trx("instruments").select("id", "ticker");
  return new Map(rows.filter((r) => wanted.has(r.ticker)).map((r) => [r.ticker, r.id]));
}

async function keepRows(
  trx: Knex.Transaction,
  changeId: number,
  table: Keyed,
  keys: readonly (string | number)[],
): Promise<void> {
  const column = KEYED[table];
  for (let start = 0; start < keys.length; start += 400) {
    const part = keys.slice(start, start + 400);
    const byKey = new Map<string | number, Row[]>(part.map((key) => [key, []]));
    // The place of a market among the others is that of its row.
    const columns = table === "markets" ? ["*", trx.raw("rowid as rowid")] : ["*"];
    const rows: unknown = await trx(table).whereIn(column, part).select(columns);
    for (const row of rows as Row[]) byKey.get(row[column] as string | number)!.push(row);
    await insertRows(
      trx,
      "change_rows",
      [...byKey].map(([key, rows]) => ({
        change_id: changeId,
        table_name: table,
        key: String(key),
        rows: rows.length > 0 ? serialize(rows) : null,
      })),
    );
  }
}

/** Puts back what stood before a change, and forgets the change. */
export async function revertChange(trx: Knex.Transaction, id: number): Promise<void> {
  const images = await trx<{ change_id: number; table_name: Keyed; key: string; rows: Buffer | null }>("change_rows").where({
    change_id: id,
  });
  const of = (table: Keyed) => images.filter((image) => image.table_name === table);
  const gone = (table: Keyed) => of(table).flatMap((image) => (image.rows === null ? [image.key] : []));
  const rowsOf = (table: Keyed) => of(table).flatMap((image) => (image.rows === null ? [] : (deserialize(image.rows) as Row[])));
  // What refers to others goes before them and comes after them.
  // Members of lists go with them.
  for (const table of ["memberships", "holidays", "fundamentals", "items", "lists"] as const)
    await removeWhere(
      trx,
      table,
      KEYED[table],
      of(table).map((image) => image.key),
    );
  await removeWhere(trx, "instruments", "ticker", gone("instruments"));
  await removeWhere(trx, "markets", "market", gone("markets"));
  for (const table of ["markets", "instruments"] as const)
    for (const row of rowsOf(table)) await trx(table).insert(row).onConflict(KEYED[table]).merge();
  const there = new Set(await trx("instruments").pluck<number[]>("id"));
  await trx.raw(
    "DELETE FROM bar_blocks WHERE EXISTS (SELECT 1 FROM change_blocks c WHERE c.change_id = ? AND c.instrument_id = bar_blocks.instrument_id AND c.year = bar_blocks.year)",
    [id],
  );
  await trx.raw(
    "INSERT INTO bar_blocks (instrument_id, year, bars, block, checksum) SELECT instrument_id, year, bars, block, checksum FROM change_blocks WHERE change_id = ? AND block IS NOT NULL AND instrument_id IN (SELECT id FROM instruments)",
    [id],
  );
  const still = (row: Row) => !("instrument_id" in row) || there.has(row["instrument_id"] as number);
  for (const table of ["memberships", "holidays", "fundamentals", "items", "lists", "list_members"] as const)
    await insertRows(trx, table, rowsOf(table).filter(still));
  await trx("data_changes").where({ id }).delete();
}

async function removeWhere(trx: Knex.Transaction, table: string, column: string, keys: readonly string[]): Promise<void> {
  for (let start = 0; start < keys.length; start += 400)
    await trx(table)
      .whereIn(column, keys.slice(start, start + 400))
      .delete();
}
