import type { Knex } from "knex";

/* calls(id, market, body) */

export interface CallStored {
  readonly id: string;
  readonly market: string;
  /** JSON. */
  readonly body: string;
}

/** The calls of a market, or of all, in the order in which they were made. */
export async function listCallRows(db: Knex, market?: string): Promise<CallStored[]> {
  return db<CallStored>("calls")
    .where(market === undefined ? {} : { market })
    .orderByRaw("rowid");
}

export async function countCallRows(db: Knex): Promise<number> {
  const [found] = await db("calls").count<{ n: number }[]>({ n: "*" });
  return found!.n;
}

export async function findCallRow(db: Knex, id: string): Promise<CallStored | undefined> {
  return db<CallStored>("calls").where({ id }).first();
}

export async function insertCallRow(db: Knex, row: CallStored): Promise<void> {
  await db("calls").insert(row);
}

/** Puts another body in the place of one that is still as it was read; tells whether it was. */
export async function updateCallRow(db: Knex, id: string, was: string, body: string): Promise<boolean> {
  return (await db("calls").where({ id, body: was }).update({ body })) === 1;
}

export async function removeCallRow(db: Knex, id: string): Promise<void> {
  await db("calls").where({ id }).delete();
}
