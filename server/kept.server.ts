import type { Knex } from "knex";
import { z } from "zod";
import { OSCILLATORS } from "@studies/oscillator-names";
import { isTooDeep, ruleSchema } from "@studies/rule-schema";
import { clipped } from "@studies/words";
import { write } from "./db.server";
import { Invalid, NotFound } from "./errors";
import { findKept, listKept, removeKept, upsertKept } from "./stores/kept-store.server";

/** The kinds of things that are kept, each with the schema of its body; `version` grows when a body changes its form. */
const KINDS = {
  "timing-system": z.strictObject({
    version: z.literal(1),
    market: z.string().min(1).max(20),
    on: z.string().min(1).max(20),
    up: ruleSchema,
    down: ruleSchema,
  }),
  "breadth-zones": z.strictObject({
    version: z.literal(1),
    crowded: z.number().min(50).max(100),
    washed: z.number().min(0).max(50),
  }),
  oscillators: z.strictObject({
    version: z.literal(1),
    panes: z.array(z.enum(Object.keys(OSCILLATORS) as [keyof typeof OSCILLATORS, ...(keyof typeof OSCILLATORS)[]])).max(4),
  }),
  list: z.strictObject({
    version: z.literal(1),
    market: z.string().min(1).max(20),
    tickers: z.array(z.string().min(1).max(20)).min(1).max(600),
  }),
  "exposure-set": z.strictObject({ version: z.literal(1), set: z.array(z.string().min(1).max(20)).max(60) }),
} as const;

export type KeptKind = keyof typeof KINDS;
export type KeptBody<K extends KeptKind> = z.output<(typeof KINDS)[K]>;

export interface Kept<K extends KeptKind> {
  readonly name: string;
  readonly body: KeptBody<K>;
}

const nameSchema = z.string().trim().min(1, "needs a name").max(60, "is longer than 60 letters");

/** Everything kept of a kind, in the order in which it was made; a body of an unknown form is passed over. */
export async function listKeptThings<K extends KeptKind>(db: Knex, kind: K): Promise<Kept<K>[]> {
  return (await listKept(db, kind)).flatMap((row) => {
    const parsed = KINDS[kind].safeParse(JSON.parse(row.body));
    return parsed.success ? [{ name: row.name, body: parsed.data as KeptBody<K> }] : [];
  });
}

/** One thing kept under a name, undefined when there is none. */
export async function findKeptThing<K extends KeptKind>(db: Knex, kind: K, name: string): Promise<KeptBody<K> | undefined> {
  const row = await findKept(db, kind, name);
  const parsed = row && KINDS[kind].safeParse(JSON.parse(row.body));
  return parsed?.success ? (parsed.data as KeptBody<K>) : undefined;
}

/**
 * Keeps something.
 * @param kind one of the kinds
 * @param name under which it is kept; a name that is taken is overwritten
 * @param body as JSON
 * @param was the name it has had so far, empty for something new: then a name that is taken is refused, and the old one
 * is given up in the same transaction
 * @throws Invalid for an unknown kind, a bad name or a body that its kind does not have, with the place
 */
export async function keepThing(db: Knex, kind: string, name: string, body: string, was?: string): Promise<void> {
  const parsedName = nameSchema.safeParse(name);
  if (!parsedName.success) throw new Invalid(`The name ${parsedName.error.issues[0]!.message}.`);
  const parsed = schemaOf(kind).safeParse(parseJson(body));
  if (!parsed.success) throw new Invalid("This cannot be kept as it is.", z.prettifyError(parsed.error).split("\n"));
  const row = { name: parsedName.data, body: JSON.stringify(parsed.data) };
  await write(db, () =>
    db.transaction(async (trx) => {
      if (was !== undefined && was !== row.name) {
        if (await findKept(trx, kind, row.name)) throw new Invalid(`There is one called "${row.name}" already.`);
        await removeKept(trx, kind, was);
      }
      await upsertKept(trx, kind, row);
    }),
  );
}

/**
 * Takes something away.
 * @returns its body as JSON, so that it can be put back
 * @throws Invalid for an unknown kind; NotFound when there is nothing of that name
 */
export async function dropThing(db: Knex, kind: string, name: string): Promise<string> {
  schemaOf(kind);
  const row = await findKept(db, kind, name);
  if (!row) throw new NotFound(`There is nothing kept as "${clipped(name)}".`);
  await write(db, () => removeKept(db, kind, name));
  return row.body;
}

function schemaOf(kind: string): z.ZodType {
  const schema = Object.hasOwn(KINDS, kind) ? KINDS[kind as KeptKind] : undefined;
  if (!schema) throw new Invalid(`There is no kind "${clipped(kind)}" of things to keep.`);
  return schema;
}

function parseJson(text: string): unknown {
  if (isTooDeep(text)) throw new Invalid("What is to be kept is nested too deep.");
  try {
    return JSON.parse(text);
  } catch {
    throw new Invalid("What is to be kept is not JSON.");
  }
}
