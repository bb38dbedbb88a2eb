import type { Knex } from "knex";

/* briefs(id, market, purpose, as_of, title, revision, words, body), pins(id, body) */

export interface BriefStored {
  readonly id: string;
  readonly market: string;
  readonly purpose: string;
  /** Epoch day. */
  readonly as_of: number;
  readonly title: string;
  /** Raised by each change, so that one made on another page is not overwritten. */
  readonly revision: number;
  /** In which is searched, in small letters. */
  readonly words: string;
  /** JSON. */
  readonly body: string;
}

/** The briefs of a market, or of all, with all of some words in them; the latest first. */
export async function listBriefRows(
  db: Knex,
  { market, words = [] }: { readonly market?: string; readonly words?: readonly string[] } = {},
): Promise<BriefStored[]> {
  const query = db<BriefStored>("briefs").orderBy([
    { column: "as_of", order: "desc" },
    { column: "rowid", order: "desc" },
  ]);
  if (market !== undefined) void query.where({ market });
  for (const word of words) void query.whereRaw("instr(words, ?) > 0", [word]);
  return query;
}

/** The last brief of a purpose before a day. */
export async function findBriefRowBefore(
  db: Knex,
  { market, purpose, as_of }: Pick<BriefStored, "market" | "purpose" | "as_of">,
): Promise<BriefStored | undefined> {
  return db<BriefStored>("briefs")
    .where({ market, purpose })
    .where("as_of", "<", as_of)
    .orderBy([
      { column: "as_of", order: "desc" },
      { column: "rowid", order: "desc" },
    ])
    .first();
}

export async function countBriefRows(db: Knex): Promise<number> {
  const [found] = await db("briefs").count<{ n: number }[]>({ n: "*" });
  return found!.n;
}

export async function findBriefRow(db: Knex, id: string): Promise<BriefStored | undefined> {
  return db<BriefStored>("briefs").where({ id }).first();
}

export async function insertBriefRow(db: Knex, row: BriefStored): Promise<void> {
  await db("briefs").insert(row);
}

/** Puts another form in the place of a brief's, where nobody has done so since; tells whether it did. */
export async function updateBriefRow(db: Knex, { id, revision, ...row }: BriefStored): Promise<boolean> {
  return (
    (await db("briefs")
      .where({ id, revision })
      .update({ ...row, revision: revision + 1 })) === 1
  );
}

export async function removeBriefRow(db: Knex, id: string): Promise<void> {
  await db("briefs").where({ id }).delete();
}

export interface PinStored {
  readonly id: number;
  /** JSON. */
  readonly body: string;
}

export async function listPinRows(db: Knex): Promise<PinStored[]> {
  return db<PinStored>("pins").orderBy("id");
}

export async function insertPinRow(db: Knex, body: string): Promise<number> {
  const [id] = (await db("pins").insert({ body })) as [number];
  return id;
}

export async function removePinRows(db: Knex, ids: readonly number[]): Promise<void> {
  await db("pins").whereIn("id", ids).delete();
}
