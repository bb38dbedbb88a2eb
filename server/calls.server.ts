import type { Knex } from "knex";
import { savedCall, type SavedCall } from "@studies/calls/call-schema";
import { write } from "./db.server";
import { Conflict, Invalid, NotFound } from "./errors";
import { parsedJson } from "./parsed-json.server";
import {
  countCallRows,
  findCallRow,
  insertCallRow,
  listCallRows,
  removeCallRow,
  updateCallRow,
  type CallStored,
} from "./stores/calls-store.server";

export const MOST_CALLS = 5000;

/** The calls of a market, or of all, in the order in which they were made. */
export async function listCalls(db: Knex, market?: string): Promise<SavedCall[]> {
  return (await listCallRows(db, market)).map(bodyOf);
}

/** @throws NotFound when there is none of that id */
export async function getCall(db: Knex, id: string): Promise<SavedCall> {
  return bodyOf(await rowOf(db, id));
}

/**
 * Saves a call that is new.
 * @param text as JSON
 * @throws Invalid for what is none, with the place; Conflict for an id that there is
 */
export async function insertCall(db: Knex, text: string): Promise<SavedCall> {
  const call = checked(text);
  await write(db, () =>
    db.transaction(async (trx) => {
      if (await findCallRow(trx, call.id)) throw new Conflict("That call is there already.");
      if ((await countCallRows(trx)) >= MOST_CALLS) throw new Invalid(`There are ${MOST_CALLS} calls already.`);
      await insertCallRow(trx, stored(call));
    }),
  );
  return call;
}

/**
 * Puts another form in the place of a call, which can be done until the first close after it was written (S45).
 * @param latest the last session that is over, as an epoch day
 * @throws Invalid for what is none; Conflict once it stands; NotFound
 */
export async function updateCall(db: Knex, text: string, latest: number): Promise<void> {
  const call = checked(text);
  await change(db, call.id, (was) => {
    requireOpen(was, latest);
    if (was.market !== call.market) throw new Invalid("A call stays with its market.");
    // When it was made and written is not for changing.
    return { ...call, made: was.made, written: was.written };
  });
}

/** Withdraws a call as of the last session that is over: it stays in the ledger, marked, and is scored. */
export async function withdrawCall(db: Knex, id: string, latest: number): Promise<void> {
  await change(db, id, (was) => ({ ...was, withdrawn: was.withdrawn ?? latest }));
}

/** Takes a call away again, which can be done until the first close after it was written. */
export async function removeCall(db: Knex, id: string, latest: number): Promise<SavedCall> {
  const call = await getCall(db, id);
  requireOpen(call, latest);
  await write(db, () => removeCallRow(db, id));
  return call;
}

/** Saves calls from a file where there are none of their ids yet, within a transaction of its own. */
export async function insertNewCalls(trx: Knex, calls: readonly SavedCall[]): Promise<number> {
  let added = 0;
  for (const call of calls) {
    if (await findCallRow(trx, call.id)) continue;
    await insertCallRow(trx, stored(call));
    added++;
  }
  if ((await countCallRows(trx)) > MOST_CALLS)
    throw new Invalid(`That would be more than ${MOST_CALLS} calls; nothing was taken.`);
  return added;
}

function requireOpen(call: SavedCall, latest: number): void {
  if (latest > call.written)
    throw new Conflict("A session has closed since this call was made: it stands as it is, and is scored. It can be withdrawn.");
}

async function change(db: Knex, id: string, to: (was: SavedCall) => SavedCall): Promise<void> {
  const row = await rowOf(db, id);
  const body = JSON.stringify(to(bodyOf(row)));
  const isDone = await write(db, () => updateCallRow(db, id, row.body, body));
  if (!isDone) throw new Conflict("This call was changed on another page meanwhile. That change stays; yours was not made.");
}

async function rowOf(db: Knex, id: string): Promise<CallStored> {
  const row = await findCallRow(db, id);
  if (!row) throw new NotFound("That call is not there any more.");
  return row;
}

const bodyOf = (row: CallStored): SavedCall => savedCall.parse(JSON.parse(row.body));
const stored = (call: SavedCall): CallStored => ({ id: call.id, market: call.market, body: JSON.stringify(call) });

function checked(text: string): SavedCall {
  return parsedJson(text, savedCall, "This cannot be called.");
}
