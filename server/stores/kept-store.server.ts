import type { Knex } from "knex";

/* kept(id, kind, name, body) */

interface Row {
  id: number;
  kind: string;
  name: string;
  body: string;
}

export interface KeptRow {
  readonly name: string;
  readonly body: string;
}

/** What is kept of a kind, in the order in which it was made. */
export async function listKept(db: Knex, kind: string): Promise<KeptRow[]> {
  return db<Row>("kept").where({ kind }).orderBy("id").select("name", "body");
}

export async function findKept(db: Knex, kind: string, name: string): Promise<KeptRow | undefined> {
  return db<Row>("kept").where({ kind, name }).select("name", "body").first();
}

/** Keeps something under a name of its kind; what was there under it is overwritten. */
export async function upsertKept(db: Knex, kind: string, row: KeptRow): Promise<void> {
  await db("kept")
    .insert({ kind, ...row })
    .onConflict(["kind", "name"])
    .merge();
}

export async function removeKept(db: Knex, kind: string, name: string): Promise<void> {
  await db("kept").where({ kind, name }).delete();
}
