import type { Knex } from "knex";
import { z } from "zod";
import { savedCall } from "@studies/calls/call-schema";
import { pinned, savedBrief, searchedWords, type SavedBrief } from "@studies/briefs/brief-schema";
import { insertNewCalls, listCalls } from "./calls.server";
import { write } from "./db.server";
import { Conflict, Invalid, NotFound } from "./errors";
import { parsedJson } from "./parsed-json.server";
import { revisionToChange } from "./revisions.server";
import {
  countBriefRows,
  findBriefRow,
  findBriefRowBefore,
  insertBriefRow,
  insertPinRow,
  listBriefRows,
  listPinRows,
  removeBriefRow,
  removePinRows,
  updateBriefRow,
  type BriefStored,
} from "./stores/briefs-store.server";

const MOST_BRIEFS = 2000;
const MOST_PINS = 100;

/** A brief with the number of its state: a change is refused where it has another one by then. */
export interface KeptBrief {
  readonly brief: SavedBrief;
  readonly revision: number;
}

/** The briefs of a market, or of all, the latest first; only those that have all of some words in them. */
export async function listBriefs(db: Knex, market?: string, search = ""): Promise<KeptBrief[]> {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 12);
  return (await listBriefRows(db, { ...(market === undefined ? {} : { market }), words })).map(kept);
}

/** @throws NotFound when there is none of that id */
export async function getBrief(db: Knex, id: string): Promise<KeptBrief> {
  const row = await findBriefRow(db, id);
  if (!row) throw new NotFound("That brief is not there any more.");
  return kept(row);
}

/** The last brief of the same purpose and market before this one; undefined for the first. */
export async function findBriefBefore(db: Knex, { market, purpose, asOf }: SavedBrief): Promise<SavedBrief | undefined> {
  const row = await findBriefRowBefore(db, { market, purpose, as_of: asOf });
  return row && kept(row).brief;
}

/**
 * Saves a brief that is new, or was removed and is put back.
 * @param text as JSON
 * @throws Invalid for what is none, with the place; Conflict for an id that there is
 */
export async function insertBrief(db: Knex, text: string): Promise<string> {
  const brief = checked(text);
  await write(db, () =>
    db.transaction(async (trx) => {
      if (await findBriefRow(trx, brief.id)) throw new Conflict("That brief is there already.");
      if ((await countBriefRows(trx)) >= MOST_BRIEFS)
        throw new Invalid(`There are ${MOST_BRIEFS} briefs already; delete some first.`);
      await insertBriefRow(trx, stored(brief, 1));
    }),
  );
  return brief.id;
}

/**
 * Puts another form in the place of a brief.
 * @param revision that of the form which was changed
 * @throws Invalid for what is no brief; Conflict where it was changed meanwhile; NotFound where it was deleted
 */
export async function updateBrief(db: Knex, text: string, revision: number): Promise<void> {
  const brief = checked(text);
  const from = await revisionToChange(async () => (await getBrief(db, brief.id)).revision, revision);
  const isDone = await write(db, () => updateBriefRow(db, stored(brief, from)));
  if (!isDone) throw new Conflict("This brief was changed on another page meanwhile. That change stays; yours was not made.");
}

/**
 * Changes a brief as it is by then, again where somebody else has changed it meanwhile.
 * @throws NotFound, Invalid
 */
export async function changeBrief(db: Knex, id: string, change: (brief: SavedBrief) => SavedBrief): Promise<number> {
  for (let tries = 0; tries < TRIES; tries++) {
    const { brief, revision } = await getBrief(db, id);
    const next = stored(checked(JSON.stringify(change(brief))), revision);
    if (await write(db, () => updateBriefRow(db, next))) return revision + 1;
  }
  throw new Conflict("This brief is being changed elsewhere all the time; nothing was changed.");
}

const TRIES = 20;

/**
 * Removes a brief.
 * @returns the whole of it as JSON, so that it can be put back
 * @throws NotFound when there is none of that id
 */
export async function removeBrief(db: Knex, id: string): Promise<string> {
  const row = await findBriefRow(db, id);
  if (!row) throw new NotFound("That brief is not there any more.");
  await write(db, () => removeBriefRow(db, id));
  return row.body;
}

/** What was pinned and is not in a brief yet, in the order in which it was. */
export async function listPins(db: Knex): Promise<{ readonly id: number; readonly pin: Pin }[]> {
  return (await listPinRows(db)).map(({ id, body }) => ({ id, pin: pinSchema.parse(JSON.parse(body)) }));
}

const day = savedBrief.shape.asOf;
export const pinSchema = z.union([
  z.strictObject({ of: z.literal("answer"), asOf: day, ...pinned.shape }),
  z.strictObject({
    of: z.literal("plan"),
    asOf: day,
    plan: savedBrief.shape.id,
    market: z.string().max(20),
    name: z.string().max(200),
  }),
  z.strictObject({
    of: z.literal("call"),
    asOf: day,
    call: savedBrief.shape.id,
    market: z.string().max(20),
    name: z.string().max(200),
  }),
]);
/** Something in the tray: what of a screen, a plan or a call, with the date on which it was taken. */
export type Pin = z.output<typeof pinSchema>;

/**
 * Puts something into the tray.
 * @throws Invalid for what cannot be pinned, or when the tray is full
 */
export async function insertPin(db: Knex, text: string): Promise<number> {
  const body = parsedJson(text, pinSchema, "This cannot be pinned.");
  return write(db, () =>
    db.transaction(async (trx) => {
      if ((await listPinRows(trx)).length >= MOST_PINS)
        throw new Invalid(`The tray holds ${MOST_PINS}; put some into a brief first.`);
      return insertPinRow(trx, JSON.stringify(body));
    }),
  );
}

/** Takes things out of the tray; those that are gone already are passed over. */
export async function removePins(db: Knex, ids: readonly number[]): Promise<void> {
  await write(db, () => removePinRows(db, ids));
}

const file = z.strictObject({
  yubrin: z.literal("briefs", "is no file of briefs"),
  version: z.literal(1, "is of a version that is not known here"),
  briefs: z.array(savedBrief).default([]),
  calls: z.array(savedCall).default([]),
});

/** All briefs and calls, or one brief with the calls in it, as one JSON text with the version of its form. */
export async function exportBriefs(db: Knex, id?: string): Promise<string> {
  const briefs = id === undefined ? (await listBriefs(db)).reverse().map(({ brief }) => brief) : [(await getBrief(db, id)).brief];
  const inThem = new Set(briefs.flatMap((brief) => brief.parts.flatMap((part) => (part.type === "call" ? [part.call] : []))));
  const calls = (await listCalls(db)).filter((call) => id === undefined || inThem.has(call.id));
  return JSON.stringify({ yubrin: "briefs", version: 1, briefs, calls }, null, 2);
}

/**
 * Takes in what `exportBriefs` wrote: what is there already by its id stays as it is.
 * @throws Invalid with the place of what is wrong; then nothing was taken
 */
export async function importBriefs(db: Knex, text: string): Promise<{ readonly added: number; readonly known: number }> {
  const { briefs, calls } = parsedJson(text, file, "This is no file of briefs; nothing was taken.");
  return write(db, () =>
    db.transaction(async (trx) => {
      let added = await insertNewCalls(trx, calls);
      for (const brief of briefs) {
        if (await findBriefRow(trx, brief.id)) continue;
        await insertBriefRow(trx, stored(brief, 1));
        added++;
      }
      if ((await countBriefRows(trx)) > MOST_BRIEFS)
        throw new Invalid(`That would be more than ${MOST_BRIEFS} briefs; nothing was taken.`);
      return { added, known: briefs.length + calls.length - added };
    }),
  );
}

function kept({ body, revision }: BriefStored): KeptBrief {
  return { brief: savedBrief.parse(JSON.parse(body)), revision };
}

function stored(brief: SavedBrief, revision: number): BriefStored {
  const { id, market, purpose, title, asOf } = brief;
  return { id, market, purpose, title, as_of: asOf, revision, words: searchedWords(brief), body: JSON.stringify(brief) };
}

function checked(text: string): SavedBrief {
  return parsedJson(text, savedBrief, "This is no brief that can be saved.");
}
