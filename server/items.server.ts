import type { Knex } from "knex";
import { z } from "zod";
import { ENTRIES, SAMPLINGS } from "@core";
import { MOST_PLOTS } from "@studies/chart/plots/plots-param";
import { OSCILLATORS } from "@studies/words/oscillator-names";
import { measureParam, rankingParam } from "@studies/conditions/measure-param";
import { ruleSchema } from "@studies/conditions/rule-schema";
import { routineBody } from "@studies/briefs/brief-schema";
import { accountBody } from "@studies/plans/plan-schema";
import { TRIAL_VIEWS } from "@studies/trials/trial-views";
import { clipped } from "@studies/words/words";
import { mappingShape } from "./ingest/mapping";
import { write } from "./db.server";
import { Invalid, NotFound } from "./errors";
import { parsedJson } from "./parsed-json.server";
import { findItemRow, listAllRows, listItemRows, removeItemRow, upsertItemRow } from "./stores/items-store.server";

interface KindOfItem<S extends z.ZodType> {
  /** Version of the form that its bodies have now; a body of an earlier one is upgraded when it is read. */
  readonly version: number;
  readonly body: S;
  /** From each earlier version to the next one, the first from 1. */
  readonly upgrades: readonly ((body: Record<string, unknown>) => Record<string, unknown>)[];
}

/** The first form of a kind; one that changes it raises the version and adds the way from the last. */
function first<S extends z.ZodRawShape>(shape: S) {
  const body = z.strictObject({ version: z.literal(1), ...shape });
  return { version: 1, body, upgrades: [] } satisfies KindOfItem<typeof body>;
}

/** The kinds of items that the analyst saves. */
const KINDS = {
  "timing-system": first({
    market: z.string().min(1).max(20),
    on: z.string().min(1).max(20),
    up: ruleSchema,
    down: ruleSchema,
  }),
  "breadth-zones": first({ crowded: z.number().min(50).max(100), washed: z.number().min(0).max(50) }),
  oscillators: first({
    panes: z.array(z.enum(Object.keys(OSCILLATORS) as [keyof typeof OSCILLATORS, ...(keyof typeof OSCILLATORS)[]])).max(4),
  }),
  situation: first({
    market: z.string().min(1).max(20),
    when: ruleSchema,
    for: z.string().max(4000),
    entry: z.enum(ENTRIES),
    hold: z.number().int().min(0).max(252),
    exit: z.enum(["open", "close"]),
    side: z.enum(["long", "short"]),
    cost: z.number().min(0).max(500),
    overlaps: z.enum(["thinned", "kept"]).optional(),
  }),
  arrangement: first({
    plots: z.array(z.string().min(1).max(8000)).max(MOST_PLOTS),
    // What it leaves as it is has none.
    sampling: z.enum(SAMPLINGS).optional(),
    history: z.number().int().min(20).max(20_000).optional(),
    scale: z.enum(["linear", "log", "percent"]).optional(),
  }),
  "default-arrangement": first({ arrangement: z.string().min(1).max(60) }),
  strategy: first({
    market: z.string().min(1).max(20),
    enter: ruleSchema,
    leave: ruleSchema,
    side: z.enum(["long", "short"]),
    stop: z.string().max(20),
    sessions: z.number().int().min(0).max(2520),
    size: z.enum(["shares", "risk"]),
    amount: z.number().positive().max(1e12),
    cost: z.number().min(0).max(500),
  }),
  scan: first({
    market: z.string().min(1).max(20),
    when: ruleSchema,
    for: z.string().max(4000),
    rank: rankingParam,
    order: z.enum(["highest", "lowest"]),
    top: z.number().int().min(1).max(1000),
    col: z.array(measureParam).max(16),
    /** Why it exists and how it is to be used. */
    note: z.string().max(2000),
  }),
  trial: first({
    market: z.string().min(1).max(20),
    view: z.enum(TRIAL_VIEWS),
    /** What the address says beside the market, the date and the focus. */
    params: z.record(z.string().max(40), z.array(z.string().max(20_000)).max(20)).refine((all) => Object.keys(all).length <= 40),
    note: z.string().max(2000),
  }),
  account: { version: 1, body: accountBody, upgrades: [] },
  /** The order of one's work, from which briefs are begun. */
  routine: { version: 1, body: routineBody, upgrades: [] },
  /** What files of one form are taken for when they come again. */
  "file-form": first({ signature: z.string().min(1).max(100_000), ...mappingShape }),
  "exposure-set": first({ set: z.array(z.string().min(1).max(20)).max(60) }),
} as const;

export type ItemKind = keyof typeof KINDS;
export type ItemBody<K extends ItemKind> = z.output<(typeof KINDS)[K]["body"]>;

export interface Item<K extends ItemKind> {
  readonly name: string;
  readonly body: ItemBody<K>;
}

const nameSchema = z.string().trim().min(1, "needs a name").max(60, "is longer than 60 letters");

/** All items of a kind, in the order in which they were made; those of a form that is not known here are left out. */
export async function listItems<K extends ItemKind>(db: Knex, kind: K): Promise<Item<K>[]> {
  return (await listItemRows(db, kind)).flatMap((row) => {
    const body = read(kind, row.body);
    return body === undefined ? [] : [{ name: row.name, body }];
  });
}

/** Kind and name of what is saved in a form that is not known here, such as one of a newer version; it stays as it is. */
export async function listUnreadable(db: Knex): Promise<{ readonly kind: string; readonly name: string }[]> {
  const found: { kind: string; name: string }[] = [];
  for (const { kind, name, body } of await listAllRows(db))
    if (!isKind(kind) || read(kind, body) === undefined) found.push({ kind, name });
  return found;
}

/** One item by its name, undefined when there is none. */
export async function findItem<K extends ItemKind>(db: Knex, kind: K, name: string): Promise<ItemBody<K> | undefined> {
  const row = await findItemRow(db, kind, name);
  return row && read(kind, row.body);
}

/** A body in its present form, upgraded where it has an earlier one; undefined for a form that is not known. */
function read<K extends ItemKind>(kind: K, text: string): ItemBody<K> | undefined {
  try {
    return upgraded<z.ZodType>(KINDS[kind], JSON.parse(text)) as ItemBody<K>;
  } catch {
    return undefined;
  }
}

/**
 * A body in the present form of its kind.
 * @throws ZodError for a body that its kind does not have, RangeError for a version that is not known
 */
export function upgraded<S extends z.ZodType>(kind: KindOfItem<S>, body: unknown): z.output<S> {
  const version = Number((body as { version?: unknown } | null)?.version);
  if (version > kind.version) throw new RangeError(`version ${version} is newer than ${kind.version}`);
  return kind.body.parse(steppedUp(kind, body));
}

/** A body of an earlier version brought to the present one, not checked yet; any other as it is. */
function steppedUp(kind: KindOfItem<z.ZodType>, body: unknown): unknown {
  const version = Number((body as { version?: unknown } | null)?.version);
  if (!Number.isInteger(version) || version < 1) return body;
  let now = body;
  for (let v = version; v < kind.version; v++) now = { ...kind.upgrades[v - 1]!(now as Record<string, unknown>), version: v + 1 };
  return now;
}

export interface ItemGiven {
  readonly kind: string;
  readonly name: string;
  readonly body: string;
  readonly was?: string | undefined;
}

/**
 * Saves an item.
 * @param db the database
 * @param item kind: one of the kinds; name: under which it is kept, a name that is taken is overwritten; body: as JSON; was: the
 * name it has had so far, empty for something new: then a name that is taken is refused, and the old one
 * is given up in the same transaction
 * @throws Invalid for an unknown kind, a bad name or a body that its kind does not have, with the place
 */
export async function saveItem(db: Knex, { kind, name, body, was }: ItemGiven): Promise<void> {
  const parsedName = nameSchema.safeParse(name);
  if (!parsedName.success) throw new Invalid(`The name ${parsedName.error.issues[0]!.message}.`);
  const own = kindOf(kind);
  // What was removed in an earlier form can be put back.
  const parsed = own.body.safeParse(steppedUp(own, parsedJson(body, z.unknown(), "This cannot be kept as it is.")));
  if (!parsed.success) throw new Invalid("This cannot be kept as it is.", z.prettifyError(parsed.error).split("\n"));
  const row = { name: parsedName.data, body: JSON.stringify(parsed.data) };
  await write(db, () =>
    db.transaction(async (trx) => {
      if (was !== undefined && was !== row.name) {
        if (await findItemRow(trx, kind, row.name)) throw new Invalid(`There is one called "${row.name}" already.`);
        await removeItemRow(trx, kind, was);
      }
      await upsertItemRow(trx, kind, row);
    }),
  );
}

/**
 * Removes an item.
 * @returns its body as JSON, so that it can be put back
 * @throws Invalid for an unknown kind; NotFound when there is nothing of that name
 */
export async function removeItem(db: Knex, kind: string, name: string): Promise<string> {
  kindOf(kind);
  const row = await findItemRow(db, kind, name);
  if (!row) throw new NotFound(`There is nothing kept as "${clipped(name)}".`);
  await write(db, () => removeItemRow(db, kind, name));
  return row.body;
}

/** Anything that is saved, in whatever form it has. */
export interface AnyItem {
  readonly kind: string;
  readonly name: string;
  readonly body: unknown;
}

/** All that is saved, of every kind, in the order in which it was made; bodies as they are, of forms that are not known here too. */
export async function listAllItems(db: Knex): Promise<AnyItem[]> {
  return (await listAllRows(db)).flatMap(({ kind, name, body }) => {
    try {
      return [{ kind, name, body: JSON.parse(body) as unknown }];
    } catch {
      return [];
    }
  });
}

/**
 * Saves an item from a file. One of a kind or a form that is not known here, such as a newer version's, is kept as it is.
 * @throws Invalid for a body that its kind does not have, with the place
 */
export async function insertItem(db: Knex, { kind, name, body }: AnyItem): Promise<void> {
  const version = Number((body as { version?: unknown } | null | undefined)?.version);
  const text = JSON.stringify(body ?? null);
  if (isKind(kind) && !(version > KINDS[kind].version)) await saveItem(db, { kind, name, body: text });
  else await upsertItemRow(db, kind, { name, body: text });
}

/** Removes an item of any kind, known here or not. */
export async function removeAnyItem(db: Knex, kind: string, name: string): Promise<void> {
  await removeItemRow(db, kind, name);
}

/** Whether items of a kind are a choice that there is once, and not something made that has a name of its own. */
export function isSetting(kind: string): boolean {
  return ["breadth-zones", "oscillators", "default-arrangement", "file-form", "exposure-set"].includes(kind);
}

function isKind(kind: string): kind is ItemKind {
  return Object.hasOwn(KINDS, kind);
}

function kindOf(kind: string): KindOfItem<z.ZodType> {
  if (!isKind(kind)) throw new Invalid(`There is no kind "${clipped(kind)}" of things to keep.`);
  return KINDS[kind];
}
