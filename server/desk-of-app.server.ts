import { Desk } from "./ask/desk.server";
import { startPool } from "./ask/pool.server";
import { databasePath, openDatabase } from "./db.server";

// Survives the reloading of modules in development.
const kept = globalThis as unknown as { yubrinDesk?: Promise<Desk> };

/** The desk that the application asks: one for the process. */
export function getDesk(): Promise<Desk> {
  kept.yubrinDesk ??= openDatabase(databasePath()).then((db) => new Desk(db, startPool()));
  return kept.yubrinDesk;
}
