import { Desk } from "./ask/desk.server";
import { startPool } from "./ask/pool.server";
import { databasePath, openDatabase } from "./db.server";
import { Feed } from "./feed/feed.server";
import { Snapshots } from "./panel/snapshots.server";

// Survives the reloading of modules in development.
const kept = globalThis as unknown as { yubrinDesk?: Promise<Desk>; yubrinFeed?: Feed };

/** The desk that the application asks: one for the process. */
export function getDesk(): Promise<Desk> {
  if (!kept.yubrinDesk) {
    const pool = startPool();
    const file = databasePath();
    const opening = openDatabase(file).then((db) => new Desk(db, { pool, snapshots: new Snapshots(file, pool.code) }));
    // Threads that nobody will ask are of no use.
    opening.catch(() => void pool.close());
    kept.yubrinDesk = opening;
    // What failed once is tried again by whoever asks next.
    opening.catch(() => {
      if (kept.yubrinDesk === opening) delete kept.yubrinDesk;
    });
  }
  return kept.yubrinDesk;
}

/** The feed stand-in: one for the process. */
export async function getFeed(): Promise<Feed> {
  const desk = await getDesk();
  kept.yubrinFeed ??= new Feed(desk);
  return kept.yubrinFeed;
}
