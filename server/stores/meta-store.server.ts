import { randomBytes } from "node:crypto";
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

/** Names a state of the market data among all states of all databases: what was made of data with the same stamp still holds. */
export interface Stamps {
  readonly data: string;
  /** Of the data, but for what the feed has added at their end. */
  readonly history: string;
}

export function newStamp(): string {
  return randomBytes(12).toString("hex");
}

export async function getStamps(db: Knex): Promise<Stamps> {
  return { data: (await findMeta(db, "data_stamp")) ?? "", history: (await findMeta(db, "history_stamp")) ?? "" };
}

/** Notes that more has changed than what the feed adds at the end. */
export async function stampHistory(trx: Knex.Transaction): Promise<void> {
  await putMeta(trx, "history_stamp", newStamp());
}

export async function bumpDataVersion(trx: Knex.Transaction): Promise<number> {
  const next = (await getDataVersion(trx)) + 1;
  await putMeta(trx, "data_version", String(next));
  await putMeta(trx, "data_stamp", newStamp());
  return next;
}
