import { removeList, saveList } from "@server/lists.server";
import { openDesk } from "~/ask.server";
import { formDeed, type Refused } from "~/form-deed.server";
import type { Leading } from "~/ui/use-deed";

export interface ListAnswer extends Refused, Leading {
  /** What was removed, to put it back. */
  readonly removed?: { readonly name: string; readonly list: string };
}

/** Saves a list as a whole, or removes it, as a form says. */
export async function listDeed(request: Request): Promise<ListAnswer> {
  return formDeed<ListAnswer>(request, async (text) => {
    const { db } = await openDesk();
    if (text("intent") === "remove") return { removed: { name: text("name"), list: await removeList(db, text("name")) } };
    await saveList(db, text("list"), text("was"));
    // One that was given another name is shown under that.
    const then = text("then");
    return then.startsWith("/lists?") ? { leadsTo: then } : {};
  });
}
