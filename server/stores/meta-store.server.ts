import type { Knex } from "knex";

/* meta(key, value) */

interface Row {
  key: string;
  value: string;
}

/** A value kept under a name, undefined when there is none. */
export async function findMeta(db: Knex, key: string): Promise<string | undefined> {
  return (await db<Row>("meta").where({ key }).first())?.value;
}

export async function putMeta(db: Knex, key: string, value: string): Promise<void> {
  await db("meta").insert({ key, value }).onConflict("key").merge();
}

/** Number of the present state of the market data; every write of them raises it by one. */
export async function getDataVersion(db: Knex): Promise<number> {
  return Number((await findMeta(db, "data_version")) ?? 0);
}

/** Number of the state of the market data, but for what the feed has added at their end. */
export async function getHistoryVersion(db: Knex): Promise<number> {
  return Number((await findMeta(db, "history_version")) ?? 0);
}

export async function bumpHistoryVersion(trx: Knex.Transaction): Promise<void> {
  await putMeta(trx, "history_version", String((await getHistoryVersion(trx)) + 1));
}

export async function bumpDataVersion(trx: Knex.Transaction): Promise<number> {
  const next = (await getDataVersion(trx)) + 1;
  await putMeta(trx, "data_version", String(next));
  return next;
}
