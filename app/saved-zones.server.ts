import { openDesk } from "~/ask.server";
import { findItem } from "@server/items.server";
import { CROWDED, WASHED_OUT } from "@studies/breadth/breadth-zones";

/** The zones of all five as they were kept, or as they are at first. */
export async function savedZones(): Promise<{ crowded: number; washed: number }> {
  const { db } = await openDesk();
  const { crowded, washed } = (await findItem(db, "breadth-zones", "default")) ?? { crowded: CROWDED, washed: WASHED_OUT };
  return { crowded, washed };
}
