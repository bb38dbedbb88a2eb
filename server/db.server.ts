import fs from "node:fs";
import path from "node:path";
import { setTimeout as sleep } from "node:timers/promises";
import type { Database } from "better-sqlite3";
import knexPkg, { type Knex } from "knex";
import { inWords, isBusy } from "./database-errors";
import { Unavailable } from "./errors";
import { migrations } from "./migrations.server";

/** Path of the database: `YUBRIN_DB` [data/yubrin.db]. */
export function databasePath(): string {
  return path.resolve(process.env["YUBRIN_DB"] ?? "data/yubrin.db");
}

/** The driver is synchronous: while it waits for a lock, nothing else of its thread runs. */
const SHORT_WAIT_MS = 40;

/** A database that a newer version of Yubrin wrote. */
export class NewerVersion extends Unavailable {}

export interface OpenOptions {
  /** How long a statement may wait for a lock; long only in a process or thread that has nothing else to do [40]. */
  readonly busyMs?: number;
}

/** The file that a connection was opened on, so that a save into a file that is gone is noticed. */
interface OpenFile {
  readonly file: string;
  readonly inode: bigint;
  readonly device: bigint;
}
const openFiles = new WeakMap<object, OpenFile>();

/**
 * Opens a database and brings its tables up to date. Write-ahead logging keeps the file whole when the process is
 * killed: a transaction is there entirely or not at all, and what was answered as saved outlives a power cut.
 * @param file path of the file, made with its folder when missing; `:memory:` for one that is not kept
 * @throws Unavailable where it cannot be opened, or was written by a newer version
 */
export async function openDatabase(file: string, { busyMs = SHORT_WAIT_MS }: OpenOptions = {}): Promise<Knex> {
  const db = connect(file, busyMs);
  try {
    if (file !== ":memory:") fs.mkdirSync(path.dirname(file), { recursive: true });
    await retried(() => migrate(db, file));
    if (file !== ":memory:") openFiles.set(db, identityOf(file));
    return db;
  } catch (error) {
    await db.destroy();
    throw inWords(error, file);
  }
}

const silent = () => undefined;

function connect(filename: string, busyMs: number): Knex {
  return knexPkg.knex({
    client: "better-sqlite3",
    connection: { filename },
    useNullAsDefault: true,
    // Errors are thrown as well; the builder's own log would carry statements with their values.
    log: { warn: silent, error: silent, deprecate: silent, debug: silent },
    pool: {
      min: 1,
      max: 1,
      afterCreate(connection: { pragma(sql: string): unknown }, done: (error: unknown, c: unknown) => void) {
        try {
          connection.pragma(`busy_timeout = ${busyMs}`);
          connection.pragma("journal_mode = WAL");
          connection.pragma("synchronous = FULL");
          connection.pragma("foreign_keys = ON");
          done(null, connection);
        } catch (error) {
          done(error, connection);
        }
      },
    },
  });
}

async function migrate(db: Knex, file: string): Promise<void> {
  const done = (await db.schema.hasTable("knex_migrations")) ? await db("knex_migrations").pluck<string[]>("name") : [];
  const own = new Set(migrations.map((m) => m.name));
  if (done.some((name) => !own.has(name)))
    throw new NewerVersion(
      `The database ${file} was written by a newer version of Yubrin. It is as it was; start that version, or name another file with YUBRIN_DB.`,
    );
  if (done.length === own.size) return;
  await db.migrate.latest({
    migrationSource: {
      getMigrations: () => Promise.resolve([...migrations]),
      getMigrationName: (m: (typeof migrations)[number]) => m.name,
      getMigration: (m: (typeof migrations)[number]) => Promise.resolve(m),
    },
  });
}

/** A further connection to the file of a database, for what reads for long; the same one for a database in memory. */
export function connectAgain(db: Knex): { readonly db: Knex; close(): Promise<void> } {
  const open = openFiles.get(db);
  if (!open) return { db, close: () => Promise.resolve() };
  const second = connect(open.file, SHORT_WAIT_MS);
  return { db: second, close: () => second.destroy() };
}

function identityOf(file: string): OpenFile {
  const { ino, dev } = fs.statSync(file, { bigint: true });
  return { file, inode: ino, device: dev };
}

/**
 * Whether the file is still there under its name: the system lets a process write on into one that was removed.
 * @throws Unavailable where it is gone or another stands in its place
 */
export function requireFile(db: Knex): void {
  const open = openFiles.get(db);
  if (!open) return;
  const now = fs.existsSync(open.file) ? identityOf(open.file) : undefined;
  if (now?.inode === open.inode && now.device === open.device) return;
  throw new Unavailable(
    `The database ${open.file} ${now ? "was replaced by another file" : "is gone"} while Yubrin was running. Nothing was kept; start Yubrin again.`,
  );
}

const ATTEMPTS_MS = 5_000;

/** Tries again, without holding up anything else, while another program has the lock. */
async function retried<T>(work: () => Promise<T>): Promise<T> {
  const end = Date.now() + ATTEMPTS_MS;
  for (let pause = 25; ; pause = Math.min(400, 2 * pause)) {
    try {
      return await work();
    } catch (error) {
      if (!isBusy(error) || Date.now() + pause > end) throw error;
      await sleep(pause);
    }
  }
}

/**
 * Runs a write of the server: into the file that was opened, again while another program has the lock.
 * @throws Unavailable, in words, where it cannot be written
 */
export async function write<T>(db: Knex, work: () => Promise<T>): Promise<T> {
  requireFile(db);
  try {
    return await retried(work);
  } catch (error) {
    throw inWords(error, openFiles.get(db)?.file ?? "in memory");
  }
}

interface DriverClient {
  acquireConnection(): Promise<Database>;
  releaseConnection(connection: Database): Promise<void>;
}

/** Lends the driver's own connection, for work that must be one with what follows in the same tick. */
export async function withConnection<T>(db: Knex, work: (connection: Database) => T): Promise<T> {
  const client = db.client as DriverClient;
  const connection = await client.acquireConnection();
  try {
    return work(connection);
  } finally {
    await client.releaseConnection(connection);
  }
}

/** Rows of one insert statement: SQLite takes no more than 500 at once, and each column is a bound value. */
const CHUNK = 100;

/** Inserts many rows of one table within a transaction. */
export async function insertRows(trx: Knex.Transaction, table: string, rows: readonly object[]): Promise<void> {
  for (let i = 0; i < rows.length; i += CHUNK) await trx(table).insert(rows.slice(i, i + CHUNK));
}
