import { removeItem, saveItem } from "@server/items.server";
import { openDesk } from "~/ask.server";
import { formDeed, type Refused } from "~/form-deed.server";
import type { Route } from "./+types/items";

export interface ItemAnswer extends Refused {
  /** What was taken away, to put it back. */
  readonly removed?: { readonly kind: string; readonly name: string; readonly body: string };
}

/** Keeps something the analyst made, or takes it away. */
export async function action({ request }: Route.ActionArgs): Promise<ItemAnswer> {
  return formDeed<ItemAnswer>(request, async (text, form) => {
    const [kind, name] = [text("kind"), text("name")];
    const { db } = await openDesk();
    if (text("intent") === "remove") return { removed: { kind, name, body: await removeItem(db, kind, name) } };
    await saveItem(db, { kind, name, body: text("body"), was: form.has("was") ? text("was") : undefined });
    return {};
  });
}
