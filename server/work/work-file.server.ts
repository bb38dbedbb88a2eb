import { isDeepStrictEqual } from "node:util";
import type { Knex } from "knex";
import { z } from "zod";
import { onList } from "@studies/alerts/alert-schema";
import { count } from "@studies/words/words";
import { write } from "../db.server";
import { Foreseen, Invalid } from "../errors";
import { parsedJson } from "../parsed-json.server";
import { freeName, KINDS_OF_WORK, WORK_KINDS, type KindOfWork, type WorkKind } from "./kinds-of-work.server";

/** Everything an analyst has made, as one file has it. */
export type Work = { readonly [K in WorkKind]: readonly z.output<(typeof KINDS_OF_WORK)[K]["schema"]>[] };

const allOf = <S extends z.ZodType>({ schema }: KindOfWork<S>) => z.array(schema).default([]);
const workFile = z.strictObject({
  yubrin: z.literal("work", "is no file of work"),
  version: z.literal(1, "is of a version that is not known here"),
  items: allOf(KINDS_OF_WORK.items),
  lists: allOf(KINDS_OF_WORK.lists),
  alerts: allOf(KINDS_OF_WORK.alerts),
  drawings: allOf(KINDS_OF_WORK.drawings),
  calls: allOf(KINDS_OF_WORK.calls),
  plans: allOf(KINDS_OF_WORK.plans),
  trades: allOf(KINDS_OF_WORK.trades),
  briefs: allOf(KINDS_OF_WORK.briefs),
  pins: allOf(KINDS_OF_WORK.pins),
}) satisfies z.ZodType<Work>;

const kindOf = (name: WorkKind) => KINDS_OF_WORK[name] as unknown as KindOfWork;

/** Everything that is there, each kind in the order in which it was made. */
export async function readWork(db: Knex): Promise<Work> {
  const work: Partial<Record<WorkKind, readonly unknown[]>> = {};
  for (const name of WORK_KINDS) work[name] = await kindOf(name).all(db);
  return work as Work;
}

/** Everything that was made here as one JSON text, with the version of its form. */
export async function exportWork(db: Knex): Promise<string> {
  return textOfWork(await readWork(db));
}

export function textOfWork(work: Partial<Work>): string {
  return JSON.stringify({ yubrin: "work", version: 1, ...work }, null, 2);
}

/** @throws Invalid with the place of what is wrong */
export function workOfText(text: string): Work {
  return parsedJson(text, workFile, "This is no file of work; nothing was taken.");
}

/** What came of taking in a file of work. */
export interface WorkTakenIn {
  /** How many of each kind are new, as they are called: "3 lists". */
  readonly added: readonly string[];
  /** How many were here as they are. */
  readonly known: number;
  /** What was here under a name but said something else: the file's came in beside it. */
  readonly renamed: readonly { readonly from: string; readonly to: string }[];
  /** What was here and says something else, and goes by no name: it stays as it is here. */
  readonly stayed: readonly string[];
}

/**
 * Takes in what `exportWork` wrote, beside what is there: nothing that is there is changed. What has a name that is taken comes
 * in under another one; what names it in the file follows.
 * @throws Invalid with the place of what is wrong; then nothing was taken
 */
export async function importWork(db: Knex, text: string): Promise<WorkTakenIn> {
  const given = workOfText(text);
  return write(db, () =>
    db.transaction(async (trx) => {
      let work = given;
      const added: string[] = [];
      const stayed: string[] = [];
      const renamed: { from: string; to: string }[] = [];
      let known = 0;
      for (const name of WORK_KINDS) {
        const kind = kindOf(name);
        const there = new Map((await kind.all(trx)).map((body) => [kind.keyOf(body), body]));
        let fresh = 0;
        for (let k = 0; k < work[name].length; k++) {
          let body: unknown = work[name][k];
          const here = there.get(kind.keyOf(body));
          if (here !== undefined && isSame(kind, here, body)) {
            known++;
            continue;
          }
          if (here !== undefined) {
            const other = underFreeName(kind, body, there);
            if (!other) {
              stayed.push(kind.nameOf(body));
              continue;
            }
            const [from, to] = [kind.nameOf(body), kind.nameOf(other)];
            renamed.push({ from, to });
            if (name === "lists") work = renamedList(work, from, to);
            if (name === "items") work = renamedAccount(work, body as Work["items"][number], to);
            body = other;
          }
          await inserted(kind, trx, body);
          there.set(kind.keyOf(body), body);
          fresh++;
        }
        if (fresh > 0) added.push(count(fresh, ...kind.words));
      }
      return { added, known, renamed, stayed };
    }),
  );
}

/** How much of what a file of work brought is here still, changed since or not. */
export async function countWorkHere(db: Knex, work: Work): Promise<number> {
  let here = 0;
  for (const name of WORK_KINDS) {
    const kind = kindOf(name);
    const there = new Set((await kind.all(db)).map((body) => kind.keyOf(body)));
    here += work[name].filter((body) => there.has(kind.keyOf(body))).length;
  }
  return here;
}

/** How many things a file of work holds. */
export function countWork(work: Work): number {
  return WORK_KINDS.reduce((sum, name) => sum + work[name].length, 0);
}

/**
 * Takes away what a file of work brought, where it is still as it was brought.
 * @returns how many were taken away, and the names of what was changed since and stays
 */
export async function removeWork(
  db: Knex,
  work: Work,
): Promise<{ readonly removed: number; readonly stayed: readonly string[] }> {
  return write(db, () =>
    db.transaction(async (trx) => {
      let removed = 0;
      const stayed: string[] = [];
      // What others go by goes last.
      for (const name of [...WORK_KINDS].reverse()) {
        const kind = kindOf(name);
        const there = new Map((await kind.all(trx)).map((body) => [kind.keyOf(body), body]));
        for (const body of work[name]) {
          const here = there.get(kind.keyOf(body));
          if (here === undefined) continue;
          if (isSame(kind, here, body)) {
            await kind.remove(trx, body);
            removed++;
          } else stayed.push(kind.nameOf(body));
        }
      }
      return { removed, stayed };
    }),
  );
}

function isSame(kind: KindOfWork, a: unknown, b: unknown): boolean {
  // As JSON has them: without what is undefined.
  const plain = (body: unknown) => JSON.parse(JSON.stringify(kind.madeOf ? kind.madeOf(body) : body)) as unknown;
  return isDeepStrictEqual(plain(a), plain(b));
}

async function inserted(kind: KindOfWork, trx: Knex, body: unknown): Promise<void> {
  try {
    await kind.insert(trx, body);
  } catch (error) {
    if (!(error instanceof Foreseen)) throw error;
    throw new Invalid(
      `This file cannot be taken in; nothing was taken. ${kind.words[0]} “${kind.nameOf(body)}”: ${error.message}`,
      [...error.details],
    );
  }
}

/** The same under a name that is free; undefined for what goes by no name. */
function underFreeName(kind: KindOfWork, body: unknown, there: ReadonlyMap<string, unknown>): unknown {
  const name = freeName(kind.nameOf(body), (text) => {
    const other = kind.renamed(body, text);
    return other !== undefined && there.has(kind.keyOf(other));
  });
  return kind.renamed(body, name);
}

/** A file in which what watches a list goes by its new name. */
function renamedList(work: Work, from: string, to: string): Work {
  return { ...work, alerts: work.alerts.map((alert) => (alert.on === onList(from) ? { ...alert, on: onList(to) } : alert)) };
}

/** A file in which plans that are sized by an account go by its new name. */
function renamedAccount(work: Work, { kind, name }: Work["items"][number], to: string): Work {
  if (kind !== "account") return work;
  const versionsOf = (plan: Work["plans"][number]) =>
    plan.versions.map((version) => (version.account === name ? { ...version, account: to } : version));
  return { ...work, plans: work.plans.map((plan) => ({ ...plan, versions: versionsOf(plan) })) };
}
