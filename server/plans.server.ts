import type { Knex } from "knex";
import { z } from "zod";
import { handTrade, savedPlan, type AskedPlan, type HandTrade, type SavedPlan } from "@studies/plans/plan-schema";
import { write } from "./db.server";
import { Conflict, Invalid, NotFound } from "./errors";
import { listItems } from "./items.server";
import { parsedJson } from "./parsed-json.server";
import { revisionToChange } from "./revisions.server";
import {
  countPlanRows,
  findPlanRow,
  insertPlanRow,
  listPlanRows,
  removePlanRow,
  updatePlanRow,
  type PlanRowKind,
  type PlanStored,
} from "./stores/plans-store.server";
import { tradesOfCsv } from "./trades-csv.server";

/** So many of each kind: plans, and trades made elsewhere. */
const MOST: Readonly<Record<PlanRowKind, number>> = { plan: 500, trade: 5000 };

const SCHEMAS = { plan: savedPlan, trade: handTrade } as const;
type BodyOf<K extends PlanRowKind> = z.output<(typeof SCHEMAS)[K]>;

/** A plan with the number of its state: a change is refused where it has another one by then. */
export interface KeptPlan {
  readonly plan: SavedPlan;
  readonly revision: number;
}

/** The plans of a market, or of all, in the order in which they were made. */
export async function listPlans(db: Knex, market?: string): Promise<KeptPlan[]> {
  return (await listPlanRows(db, "plan", market)).map((row) => ({ plan: bodyOf("plan", row), revision: row.revision }));
}

/** The trades that were entered by hand. */
export async function listTrades(db: Knex, market?: string): Promise<HandTrade[]> {
  return (await listPlanRows(db, "trade", market)).map((row) => bodyOf("trade", row));
}

/** @throws NotFound when there is none of that id */
export async function getPlan(db: Knex, id: string): Promise<KeptPlan> {
  const row = await findPlanRow(db, id);
  if (row?.kind !== "plan") throw new NotFound("That plan is not there any more.");
  return { plan: bodyOf("plan", row), revision: row.revision };
}

/** Plans as the studies take them: with the accounts that they name, as they are on record. */
export async function askedPlans(db: Knex, plans: readonly SavedPlan[]): Promise<AskedPlan[]> {
  const named = new Set(plans.flatMap((plan) => plan.versions.flatMap((version) => version.account ?? [])));
  const accounts = named.size > 0 ? await listItems(db, "account") : [];
  const known = accounts.map(({ name, body }) => ({ ...body, name }));
  return plans.map((plan) => ({
    ...plan,
    accountsOnRecord: known.filter(({ name }) => plan.versions.some((version) => version.account === name)),
  }));
}

/**
 * Saves a plan or a trade that is new, or was removed and is put back.
 * @param text as JSON
 * @throws Invalid for what is none, with the place; Conflict for an id that there is
 */
export async function insertPlan(db: Knex, kind: PlanRowKind, text: string): Promise<string> {
  const body = checked(kind, text);
  await write(db, () =>
    db.transaction(async (trx) => {
      if (await findPlanRow(trx, body.id)) throw new Conflict("It is there already.");
      if ((await countPlanRows(trx, kind)) >= MOST[kind])
        throw new Invalid(`There are ${MOST[kind]} already; delete some first.`);
      await insertPlanRow(trx, rowOf(kind, body));
    }),
  );
  return body.id;
}

/**
 * Puts another form in the place of a plan.
 * @param revision that of the form which was changed
 * @throws Invalid for what is no plan; Conflict where it was changed meanwhile; NotFound where it was deleted
 */
export async function updatePlan(db: Knex, text: string, revision: number): Promise<void> {
  const body = checked("plan", text);
  const { plan } = await getPlan(db, body.id);
  if (plan.market !== body.market || plan.ticker !== body.ticker) throw new Invalid("A plan stays with its instrument.");
  const from = await revisionToChange(async () => (await getPlan(db, body.id)).revision, revision);
  const isDone = await write(db, () => updatePlanRow(db, { id: body.id, revision: from, body: JSON.stringify(body) }));
  if (!isDone) throw new Conflict("This plan was changed on another page meanwhile. That change stays; yours was not made.");
}

/**
 * Removes a plan or a trade.
 * @returns the whole of it as JSON, so that it can be put back
 * @throws NotFound when there is none of that id
 */
export async function removePlan(db: Knex, id: string): Promise<{ readonly kind: PlanRowKind; readonly body: string }> {
  const row = await findPlanRow(db, id);
  if (!row) throw new NotFound("It is not there any more.");
  await write(db, () => removePlanRow(db, id));
  return { kind: row.kind, body: row.body };
}

/** All plans and trades as one JSON text, with the version of its form. */
export async function exportPlans(db: Knex): Promise<string> {
  const [plans, trades, accounts] = [await listPlans(db), await listTrades(db), await listItems(db, "account")];
  return JSON.stringify({ yubrin: "plans", version: 1, accounts, plans: plans.map(({ plan }) => plan), trades }, null, 2);
}

const file = z.strictObject({
  yubrin: z.literal("plans", "is no file of plans"),
  version: z.literal(1, "is of a version that is not known here"),
  accounts: z.array(z.unknown()).default([]),
  plans: z.array(savedPlan).default([]),
  trades: z.array(handTrade).default([]),
});

/**
 * Takes in what `exportPlans` wrote: what is there already by its id stays as it is.
 * @returns how many were new, and how many were there
 * @throws Invalid with the place of what is wrong; then nothing was taken
 */
export async function importPlans(db: Knex, text: string): Promise<TakenIn> {
  const { plans, trades } = parsedJson(text, file, "This is no file of plans; nothing was taken.");
  return takeIn(db, [
    ...plans.map((body) => ({ kind: "plan" as const, body })),
    ...trades.map((body) => ({ kind: "trade" as const, body })),
  ]);
}

/**
 * Takes in the trades of a CSV file with the columns of the journal's own.
 * @throws Invalid with the line of what is wrong; then nothing was taken
 */
export async function importTrades(db: Knex, text: string, market: string): Promise<TakenIn> {
  const { trades, leftOut } = tradesOfCsv(text, market);
  const taken = await takeIn(
    db,
    trades.map((body) => ({ kind: "trade" as const, body })),
  );
  return { ...taken, leftOut };
}

export interface TakenIn {
  readonly added: number;
  /** That were there already by their id, and stay as they are. */
  readonly known: number;
  /** Rows that are not taken in from such a file: they come with the plans themselves. */
  readonly leftOut?: number;
}

function takeIn(
  db: Knex,
  rows: readonly { readonly kind: PlanRowKind; readonly body: SavedPlan | HandTrade }[],
): Promise<TakenIn> {
  return write(db, () =>
    db.transaction(async (trx) => {
      let added = 0;
      for (const { kind, body } of rows) {
        if (await findPlanRow(trx, body.id)) continue;
        await insertPlanRow(trx, rowOf(kind, body));
        added++;
      }
      for (const kind of ["plan", "trade"] as const)
        if ((await countPlanRows(trx, kind)) > MOST[kind])
          throw new Invalid(`That would be more than ${MOST[kind]}; nothing was taken.`);
      return { added, known: rows.length - added };
    }),
  );
}

/** The row of something new. */
function rowOf(kind: PlanRowKind, body: SavedPlan | HandTrade): PlanStored {
  const { id, market, ticker } = body;
  return { id, kind, market, ticker, revision: 1, body: JSON.stringify(body) };
}

function bodyOf<K extends PlanRowKind>(kind: K, row: PlanStored): BodyOf<K> {
  return SCHEMAS[kind].parse(JSON.parse(row.body)) as BodyOf<K>;
}

function checked<K extends PlanRowKind>(kind: K, text: string): BodyOf<K> {
  return parsedJson(text, SCHEMAS[kind], kind === "plan" ? "This cannot be planned." : "This cannot be entered.") as BodyOf<K>;
}
