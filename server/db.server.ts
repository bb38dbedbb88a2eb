import fs from "node:fs";
import path from "node:path";
import knexPkg, { type Knex } from "knex";
import { migrations } from "./migrations.server";

/** Path of the database: `YUBRIN_DB` [data/yubrin.db]. */
export function databasePath(): string {
  return path.resolve(process.env["YUBRIN_DB"] ?? "data/yubrin.db");
}

/**
 * Opens a database and brings its tables up to date. Write-ahead logging keeps the file whole when the process is
 * killed: a transaction is there entirely or not at all.
 * @param file path of the file, made with its folder when missing; `:memory:` for one that is not kept
 */
export async function openDatabase(file: string): Promise<Knex> {
  if (file !== ":memory:") fs.mkdirSync(path.dirname(file), { recursive: true });
  const db = knexPkg.knex({
    client: "better-sqlite3",
    connection: { filename: file },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate(connection: { pragma(sql: string): unknown }, done: (error: Error | null, c: unknown) => void) {
        connection.pragma("journal_mode = WAL");
        connection.pragma("synchronous = NORMAL");
        connection.pragma("foreign_keys = ON");
        connection.pragma("busy_timeout = 5000");
        done(null, connection);
      },
    },
  });
  await db.migrate.latest({
    migrationSource: {
      getMigrations: () => Promise.resolve([...migrations]),
      getMigrationName: (m: (typeof migrations)[number]) => m.name,
      getMigration: (m: (typeof migrations)[number]) => Promise.resolve(m),
    },
  });
  return db;
}

/** Rows of one insert statement: SQLite takes no more than 500 at once, and each column is a bound value. */
const CHUNK = 100;

/** Inserts many rows of one table within a transaction. */
export async function insertRows(trx: Knex.Transaction, table: string, rows: readonly object[]): Promise<void> {
  for (let i = 0; i < rows.length; i += CHUNK) await trx(table).insert(rows.slice(i, i + CHUNK));
}
