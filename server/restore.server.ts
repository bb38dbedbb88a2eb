import fs from "node:fs";
import path from "node:path";
import { crc32 } from "node:zlib";
import Database from "better-sqlite3";
import type { Knex } from "knex";
import { connectAgain, databasePath, NewerVersion, openDatabase } from "./db.server";
import { Conflict, Foreseen, Invalid, NotFound } from "./errors";
import { isIntact, type StoredBlock } from "./stores/bar-block";
import { bumpDataVersion, getDataVersion, putMeta, stampHistory } from "./stores/meta-store.server";
import { isImportRunning } from "./transfer/import-jobs.server";
import { readWork } from "./work/work-file.server";

/*
 * A database put in the place of the present one. What is there before stays beside it as a file, so that a restore can be
 * undone; the rows are copied in one transaction, so that a process that is killed leaves one or the other whole.
 */

/** Where what was there before the last restore is kept. */
function beforePath(database: string): string {
  return `${database}.before-restore`;
}

export interface Restored {
  /** How many instruments there are now. */
  readonly instruments: number;
}

/**
 * Puts a database in the place of the present one.
 * @param db the present one
 * @param file the other, a copy that may be written to: one of an earlier version is brought up to date
 * @throws Invalid for a file that is no database of Yubrin, is damaged or of a newer version; Conflict while an import runs. Then
 * nothing is changed.
 */
export async function restoreDatabase(db: Knex, file: string, database = databasePath()): Promise<Restored> {
  if (isImportRunning()) throw new Conflict("An import is running; nothing else is changed until it has ended.");
  requireWhole(file);
  await broughtUpToDate(file);
  await keepPresent(database);
  return copyInto(db, file);
}

/** When what there was before the last restore was put aside; undefined where there is none. */
export function findBeforeRestore(database = databasePath()): Date | undefined {
  return fs.statSync(beforePath(database), { throwIfNoEntry: false })?.mtime;
}

/**
 * Goes back to what there was before the last restore; what is there now takes its place, so that this can be undone as well.
 * @throws NotFound where nothing was restored
 */
export async function undoRestore(db: Knex, folder: string, database = databasePath()): Promise<Restored> {
  if (!findBeforeRestore(database)) throw new NotFound("Nothing was restored here that could be undone.");
  const copy = path.join(folder, "before.db");
  fs.copyFileSync(beforePath(database), copy);
  return restoreDatabase(db, copy, database);
}

const NO_DATABASE = "This is no backup of Yubrin; nothing was changed.";
const HEADER = "SQLite format 3\0";

/** @throws Invalid for what is no database, is damaged, or holds what Yubrin never writes */
function requireWhole(file: string): void {
  const start = Buffer.alloc(HEADER.length);
  const handle = fs.openSync(file, "r");
  fs.readSync(handle, start, 0, HEADER.length, 0);
  fs.closeSync(handle);
  if (start.toString("latin1") !== HEADER) throw new Invalid(NO_DATABASE, ["It is not a SQLite file."]);
  let other: Database.Database | undefined;
  try {
    other = new Database(file, { readonly: true });
    const damage = other.pragma("quick_check(1)", { simple: true });
    if (damage !== "ok") throw new Invalid("This file is damaged; nothing was changed.", [String(damage)]);
    const has = (name: string) => other?.prepare("select 1 from sqlite_master where type = 'table' and name = ?").get(name);
    if (!has("knex_migrations") || !has("meta") || !has("instruments"))
      throw new Invalid(NO_DATABASE, ["It is a database of something else."]);
    const strange = other.prepare("select name from sqlite_master where type in ('trigger', 'view')").get();
    if (strange) throw new Invalid(NO_DATABASE, ["It holds triggers or views, which Yubrin never writes."]);
    if (other.prepare("pragma foreign_key_check").get())
      throw new Invalid("This file is damaged; nothing was changed.", ["Rows that belong together are not all there."]);
  } catch (error) {
    if (error instanceof Foreseen) throw error;
    throw new Invalid("This file is damaged; nothing was changed.", [(error as Error).message]);
  } finally {
    other?.close();
  }
}

/** @throws Invalid for one that was written by a newer version, or in which something cannot be read */
async function broughtUpToDate(file: string): Promise<void> {
  let other: Knex | undefined;
  try {
    other = await openDatabase(file, { busyMs: 5_000 });
    await requireReadable(other);
  } catch (error) {
    if (error instanceof NewerVersion)
      throw new Invalid(
        "This backup was written by a newer version of Yubrin; nothing was changed. Restore it with that version.",
      );
    throw new Invalid("This file is damaged; nothing was changed.", [error instanceof Error ? error.message : String(error)]);
  } finally {
    await other?.destroy();
  }
}

/** SQLite sees that pages are whole, not that what stands in them is what was written. */
async function requireReadable(other: Knex): Promise<void> {
  await readWork(other);
  for (const table of ["bar_blocks", "delivered_sessions"]) {
    for (let after = 0; ;) {
      const rows = await other(table)
        .where("rowid", ">", after)
        .orderBy("rowid")
        .limit(ROWS_AT_ONCE)
        .select<(StoredBlock & { rowid: number })[]>(other.raw("rowid"), "bars", "block", "checksum");
      if (table === "bar_blocks" ? !rows.every((row) => isIntact(row)) : rows.some((row) => crc32(row.block) !== row.checksum))
        throw new Invalid("Bars in it are not what was written.");
      if (rows.length < ROWS_AT_ONCE) break;
      after = rows.at(-1)!.rowid;
    }
  }
}

async function keepPresent(database: string): Promise<void> {
  const before = beforePath(database);
  const connection = new Database(database, { readonly: true });
  try {
    fs.rmSync(`${before}.unfinished`, { force: true });
    await connection.backup(`${before}.unfinished`);
  } finally {
    connection.close();
  }
  fs.renameSync(`${before}.unfinished`, before);
}

/** So many rows at once, that others are served between. */
const ROWS_AT_ONCE = 400;

async function copyInto(db: Knex, file: string): Promise<Restored> {
  const again = connectAgain(db);
  const own = again.db;
  try {
    await own.raw("attach database ? as restored", [file]);
    try {
      return await own.transaction(async (trx) => {
        await trx.raw("pragma defer_foreign_keys = on");
        const version = await getDataVersion(trx);
        const tables = await ownTables(trx);
        // What belongs to others goes before them.
        for (const table of tables.toReversed()) await trx.raw("delete from main.??", [table]);
        for (const table of tables) await copyTable(trx, table);
        // Whoever has read the data before has to see that they are others now.
        await putMeta(trx, "data_version", String(Math.max(version, await getDataVersion(trx))));
        await stampHistory(trx);
        await bumpDataVersion(trx);
        const [found] = await trx("instruments").count<{ n: number }[]>({ n: "*" });
        return { instruments: found!.n };
      });
    } finally {
      await own.raw("detach database restored");
    }
  } finally {
    await again.close();
  }
}

/** The tables that hold something, without those in which the versions of their form are kept. */
async function ownTables(trx: Knex): Promise<string[]> {
  return trx("sqlite_master")
    .where({ type: "table" })
    .whereNot("name", "like", "sqlite_%")
    .whereNot("name", "like", "knex_%")
    .orderBy("rootpage")
    .pluck<string[]>("name");
}

async function copyTable(trx: Knex, table: string): Promise<void> {
  const columns = (await trx.raw<{ name: string }[]>("select name from pragma_table_info(?)", [table])).map((c) => c.name);
  const names = columns.map(() => "??").join(", ");
  const [ends] = await trx.raw<{ first: number | null; last: number | null }[]>(
    "select min(rowid) as first, max(rowid) as last from restored.??",
    [table],
  );
  if (!ends || ends.first === null || ends.last === null) return;
  for (let from = ends.first; from <= ends.last; from += ROWS_AT_ONCE) {
    await trx.raw(`insert into main.?? (${names}) select ${names} from restored.?? where rowid between ? and ?`, [
      ...[table, ...columns, ...columns, table],
      ...[from, from + ROWS_AT_ONCE - 1],
    ]);
  }
}
