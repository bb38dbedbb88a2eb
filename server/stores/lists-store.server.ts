import type { Knex } from "knex";

/* lists(id, name, market, note, made, scan), list_members(list_id, place, ticker, note, added, removed) */

export interface ListRow {
  readonly id: number;
  readonly name: string;
  readonly market: string;
  readonly note: string;
  readonly made: number | null;
  /** JSON of the scan that a live list is of. */
  readonly scan: string | null;
}

export interface ListMemberRow {
  readonly list_id: number;
  readonly place: number;
  readonly ticker: string;
  readonly note: string;
  readonly added: number | null;
  readonly removed: number | null;
}

/** The lists of a market, or of all, in the order in which they were made. */
export async function listListRows(db: Knex, market?: string): Promise<ListRow[]> {
  return db<ListRow>("lists")
    .where(market === undefined ? {} : { market })
    .orderBy("id");
}

export async function findListRow(db: Knex, name: string): Promise<ListRow | undefined> {
  return db<ListRow>("lists").where({ name }).first();
}

/** Members of all lists in their order. */
export async function listListMemberRows(db: Knex): Promise<ListMemberRow[]> {
  return db<ListMemberRow>("list_members").orderBy(["list_id", "place"]);
}

/** Puts a list in the place of what has its id, or as a new one, with these members and no others. */
export async function replaceListRows(
  db: Knex,
  id: number | undefined,
  row: Omit<ListRow, "id">,
  members: readonly Omit<ListMemberRow, "list_id" | "place">[],
): Promise<void> {
  let own = id;
  if (own === undefined) [own] = (await db("lists").insert(row)) as [number];
  else await db("lists").where({ id: own }).update(row);
  await db("list_members").where({ list_id: own }).delete();
  if (members.length > 0)
    await db.batchInsert(
      "list_members",
      members.map((m, place) => ({ list_id: own, place, ...m })),
      100,
    );
}

/** Adds members to static lists by their names, making those that are not there; a live one of the name stays as it is. */
export async function addToLists(
  db: Knex,
  lists: readonly { readonly name: string; readonly market: string; readonly tickers: readonly string[] }[],
): Promise<void> {
  for (const { name, market, tickers } of lists) {
    const there = await findListRow(db, name);
    if (there && (there.scan !== null || there.market !== market)) continue;
    const members = there ? await db<ListMemberRow>("list_members").where({ list_id: there.id }).orderBy("place") : [];
    const current = new Set(members.filter((m) => m.removed === null).map((m) => m.ticker));
    const fresh = tickers
      .filter((ticker) => !current.has(ticker))
      .map((ticker) => ({ ticker, note: "", added: null, removed: null }));
    const row = { name, market, note: there?.note ?? "", made: there?.made ?? null, scan: null };
    const kept = members.map(({ ticker, note, added, removed }) => ({ ticker, note, added, removed }));
    await replaceListRows(db, there?.id, row, [...kept, ...fresh]);
  }
}

export async function removeListRow(db: Knex, id: number): Promise<void> {
  await db("lists").where({ id }).delete();
}
