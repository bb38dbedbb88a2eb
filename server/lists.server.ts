import { group } from "d3-array";
import type { Knex } from "knex";
import { onList } from "@studies/alerts/alert-schema";
import { savedList, type SavedList } from "@studies/lists/list-schema";
import { clipped } from "@studies/words/words";
import { write } from "./db.server";
import { Invalid, NotFound } from "./errors";
import { parsedJson } from "./parsed-json.server";
import { moveAlertTargets } from "./stores/alerts-store.server";
import {
  findListRow,
  listListMemberRows,
  listListRows,
  removeListRow,
  replaceListRows,
  type ListMemberRow,
  type ListRow,
} from "./stores/lists-store.server";

/** The lists of a market, or of all, in the order in which they were made. */
export async function listLists(db: Knex, market?: string): Promise<SavedList[]> {
  const rows = await listListRows(db, market);
  const membersOf = group(await listListMemberRows(db), (m) => m.list_id);
  return rows.map((row) => listOf(row, membersOf.get(row.id) ?? []));
}

/** A list by its name, undefined when there is none. */
export async function findList(db: Knex, name: string): Promise<SavedList | undefined> {
  return (await listLists(db)).find((list) => list.name === name);
}

function listOf({ name, market, note, made, scan }: ListRow, members: readonly ListMemberRow[]): SavedList {
  return {
    version: 1,
    ...{ name, market, note, made },
    ...(scan === null ? {} : { scan: JSON.parse(scan) as NonNullable<SavedList["scan"]> }),
    members: members.map((m) => ({ ticker: m.ticker, note: m.note, added: m.added, removed: m.removed })),
  };
}

/**
 * Saves a list as a whole, in the place of what it was.
 * @param text the list as JSON
 * @param was the name it has had so far, empty for a new one: then a name that is taken is refused
 * @throws Invalid for what is no list, with the place, and for a name that another one has
 */
export async function saveList(db: Knex, text: string, was = ""): Promise<void> {
  const { name, market, note, made, scan, members } = parsedJson(text, savedList, "This cannot be kept as a list.");
  if (!scan && members.length === 0 && was === "") throw new Invalid("A list needs a member, or a scan that it is of.");
  await write(db, () =>
    db.transaction(async (trx) => {
      const own = was === "" ? undefined : await findListRow(trx, was);
      if (name !== was && (await findListRow(trx, name))) throw new Invalid(`There is a list called "${name}" already.`);
      const row = { name, market, note, made, scan: scan ? JSON.stringify(scan) : null };
      await replaceListRows(trx, own?.id, row, members);
      // What is watched of it goes by its name.
      if (own && name !== was) await moveAlertTargets(trx, { market: own.market, from: onList(was), to: onList(name) });
    }),
  );
}

/**
 * Removes a list.
 * @returns the whole of it as JSON, so that it can be put back
 * @throws NotFound when there is none of that name
 */
export async function removeList(db: Knex, name: string): Promise<string> {
  const list = await findList(db, name);
  const row = await findListRow(db, name);
  if (!list || !row) throw new NotFound(`There is no list "${clipped(name)}".`);
  await write(db, () => removeListRow(db, row.id));
  return JSON.stringify(list);
}
