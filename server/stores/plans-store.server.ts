import type { Knex } from "knex";

/* plans(id, kind, market, ticker, revision, body): plans, and trades that were entered by hand */

export type PlanRowKind = "plan" | "trade";

export interface PlanStored {
  readonly id: string;
  readonly kind: PlanRowKind;
  readonly market: string;
  readonly ticker: string;
  /** Raised by each change, so that one made on another page is not overwritten. */
  readonly revision: number;
  /** JSON. */
  readonly body: string;
}

/** The plans of a market, or of all, in the order in which they were made. */
export async function listPlanRows(db: Knex, kind: PlanRowKind, market?: string): Promise<PlanStored[]> {
  return db<PlanStored>("plans")
    .where({ kind, ...(market === undefined ? {} : { market }) })
    .orderByRaw("rowid");
}

export async function countPlanRows(db: Knex, kind: PlanRowKind): Promise<number> {
  const [found] = await db("plans").where({ kind }).count<{ n: number }[]>({ n: "*" });
  return found!.n;
}

export async function findPlanRow(db: Knex, id: string): Promise<PlanStored | undefined> {
  return db<PlanStored>("plans").where({ id }).first();
}

export async function insertPlanRow(db: Knex, row: PlanStored): Promise<void> {
  await db("plans").insert(row);
}

/** Puts another body in the place of a plan's, where nobody has done so since; tells whether it did. */
export async function updatePlanRow(
  db: Knex,
  { id, revision, body }: Pick<PlanStored, "id" | "revision" | "body">,
): Promise<boolean> {
  return (
    (await db("plans")
      .where({ id, revision })
      .update({ body, revision: revision + 1 })) === 1
  );
}

export async function removePlanRow(db: Knex, id: string): Promise<void> {
  await db("plans").where({ id }).delete();
}
