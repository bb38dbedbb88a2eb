import type { Knex } from "knex";
import type { Dataset } from "@core/columns/dataset";
import { NotFound } from "../errors";
import { findMeta, putMeta } from "../stores/meta-store.server";
import { demoWork } from "./demo/demo-work";
import {
  countWork,
  countWorkHere,
  importWork,
  readWork,
  removeWork,
  textOfWork,
  workOfText,
  type Work,
} from "./work-file.server";

/* The desk that the demo comes with: what it brought is remembered, so that all of it can be removed at once and put back. */

const KEY = "demo_work";

/** Makes the demo's desk in a database that nobody has worked in. */
export async function layDemoWork(db: Knex, dataset: Dataset): Promise<void> {
  const work = demoWork(dataset);
  if (!work) return;
  await importWork(db, textOfWork(work));
  await putMeta(db, KEY, textOfWork(await readWork(db)));
}

export interface DemoDesk {
  /** How many things it brought, and how many of them are here. */
  readonly brought: number;
  readonly here: number;
}

/** The demo's desk; undefined where the data came without one. */
export async function findDemoDesk(db: Knex): Promise<DemoDesk | undefined> {
  const work = await brought(db);
  return work && { brought: countWork(work), here: await countWorkHere(db, work) };
}

/** Removes all that the demo's desk brought and that is still as it was brought; the names of the rest. */
export async function removeDemoDesk(db: Knex): Promise<{ readonly removed: number; readonly stayed: readonly string[] }> {
  return removeWork(db, await broughtOrThrow(db));
}

/** Puts the demo's desk back, beside what is there. */
export async function restoreDemoDesk(db: Knex) {
  return importWork(db, textOfWork(await broughtOrThrow(db)));
}

async function brought(db: Knex): Promise<Work | undefined> {
  const text = await findMeta(db, KEY);
  return text === undefined ? undefined : workOfText(text);
}

async function broughtOrThrow(db: Knex): Promise<Work> {
  const work = await brought(db);
  if (!work) throw new NotFound("This data came without a desk of the demo.");
  return work;
}
