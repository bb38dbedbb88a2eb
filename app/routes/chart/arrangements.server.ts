import { listItems } from "@server/items.server";
import { openDesk } from "~/ask.server";
import { READY_ARRANGEMENTS, type Arrangement } from "./arrangements";

export interface Arrangements {
  /** Those that come with the application, then the analyst's own. */
  readonly all: readonly Arrangement[];
  /** Name of the one that a chart begins with. */
  readonly usual: string;
}

export async function listArrangements(): Promise<Arrangements> {
  const { db } = await openDesk();
  const own = (await listItems(db, "arrangement")).map(({ name, body: { version: _version, ...body } }) => ({ name, ...body }));
  const [chosen] = await listItems(db, "default-arrangement");
  const all = [...READY_ARRANGEMENTS, ...own];
  const usual =
    chosen && all.some((a) => a.name === chosen.body.arrangement) ? chosen.body.arrangement : READY_ARRANGEMENTS[0]!.name;
  return { all, usual };
}
