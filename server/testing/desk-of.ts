import type { Dataset } from "@core/columns/dataset";
import type { Study } from "@studies/define-study";
import { Desk } from "../ask/desk.server";
import { openDatabase } from "../db.server";
import { writeDataset } from "../transfer/write-dataset.server";

/** A desk over a database in memory that holds a dataset. */
export async function deskOf(dataset: Dataset, studies?: ReadonlyMap<string, Study>): Promise<Desk> {
  const db = await openDatabase(":memory:");
  await writeDataset(db, dataset);
  return new Desk(db, studies ? { studies } : {});
}
