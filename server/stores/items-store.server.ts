import type { Knex } from "knex";

/* items(id, kind, name, body) */

interface Row {
  id: number;
  kind: string;
  name: string;
  body: string;
}

export interface ItemRow {
  readonly name: string;
  readonly body: string;
}

/** What is kept of a kind, in the order in which it was made. */
export async function listItemRows(db: Knex, kind: string): Promise<ItemRow[]> {
  return db<Row>("items").where({ kind }).orderBy("id").select("name", "body");
}

/** What is kept of any kind. */
export async function listAllRows(db: Knex): Promise<(ItemRow & { readonly kind: string })[]> {
  return db<Row>("items").orderBy("id").select("kind", "name", "body");
}

export async function findItemRow(db: Knex, kind: string, name: string): Promise<ItemRow | undefined> {
  return db<Row>("items").where({ kind, name }).select("name", "body").first();
}

/** Keeps something under a name of its kind; what was there under it is overwritten. */
export async function upsertItemRow(db: Knex, kind: string, row: ItemRow): Promise<void> {
  await db("items")
    .insert({ kind, ...row })
    .onConflict(["kind", "name"])
    .merge();
}

export async function removeItemRow(db: Knex, kind: string, name: string): Promise<void> {
  await db("items").where({ kind, name }).delete();
}
