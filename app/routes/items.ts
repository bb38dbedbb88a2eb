import { Invalid, NotFound, Unavailable } from "@server/errors";
import { removeItem, saveItem } from "@server/items.server";
import { formOf, openDesk } from "~/ask.server";
import type { Route } from "./+types/items";

export interface ItemAnswer {
  readonly error?: string;
  readonly details?: readonly string[];
  /** What was taken away, to put it back. */
  readonly removed?: { readonly kind: string; readonly name: string; readonly body: string };
}

/** Keeps something the analyst made, or takes it away. */
export async function action({ request }: Route.ActionArgs): Promise<ItemAnswer> {
  const form = await formOf(request);
  const [kind, name] = [text(form, "kind"), text(form, "name")];
  const { db } = await openDesk();
  try {
    if (form.get("intent") === "remove") return { removed: { kind, name, body: await removeItem(db, kind, name) } };
    await saveItem(db, { kind, name, body: text(form, "body"), was: form.has("was") ? text(form, "was") : undefined });
    return {};
  } catch (error) {
    if (error instanceof Invalid) return { error: error.message, details: error.details };
    if (error instanceof NotFound || error instanceof Unavailable) return { error: error.message };
    throw error;
  }
}

function text(form: FormData, name: string): string {
  const value = form.get(name);
  return typeof value === "string" ? value : "";
}
