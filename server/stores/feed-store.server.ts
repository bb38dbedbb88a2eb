import type { Knex } from "knex";
import type { ReserveSession } from "@world/make-world";
import { findMeta } from "./meta-store.server";

/* feed_reserve(day, payload): sessions that only the feed stand-in may deliver; meta session_in_progress: "day:step". */

const IN_PROGRESS = "session_in_progress";

/** Day of the session that has been delivered in part, undefined when none is. */
export async function findSessionInProgress(db: Knex): Promise<number | undefined> {
  const text = await findMeta(db, IN_PROGRESS);
  return text === undefined ? undefined : Number(text.split(":")[0]);
}

/** The next session of the reserve, undefined when all have been delivered. */
export async function findNextReserve(db: Knex): Promise<ReserveSession | undefined> {
  const row = await db<{ day: number; payload: string }>("feed_reserve").orderBy("day").first();
  return row && (JSON.parse(row.payload) as ReserveSession);
}
