import { Desk } from "./ask/desk.server";
import { startPool } from "./ask/pool.server";
import { databasePath, openDatabase } from "./db.server";
import { Feed } from "./feed/feed.server";

// Survives the reloading of modules in development.
const kept = globalThis as unknown as { yubrinDesk?: Promise<Desk>; yubrinFeed?: Promise<Feed> };

/** The desk that the application asks: one for the process. */
export function getDesk(): Promise<Desk> {
  kept.yubrinDesk ??= openDatabase(databasePath()).then((db) => new Desk(db, startPool()));
  return kept.yubrinDesk;
}

/** The feed stand-in: one for the process. */
export function getFeed(): Promise<Feed> {
  kept.yubrinFeed ??= getDesk().then((desk) => new Feed(desk));
  return kept.yubrinFeed;
}
