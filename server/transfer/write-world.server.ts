import type { Knex } from "knex";
import type { World } from "@world/make-world";
import { insertRows } from "../db.server";
import { writeDataset } from "./write-dataset.server";

/** Writes a made world with the reserve of sessions that the feed stand-in may deliver. */
export async function writeWorld(db: Knex, world: World, progress?: (share: number) => void): Promise<void> {
  const also = async (trx: Knex.Transaction) => {
    await trx("feed_reserve").delete();
    await insertRows(
      trx,
      "feed_reserve",
      world.reserve.map((s) => ({ day: s.day, payload: JSON.stringify(s) })),
    );
  };
  await writeDataset(db, world.dataset, progress ? { progress, also } : { also });
}
