import { Invalid, NotFound, Unavailable } from "@server/errors";
import { removeList, saveList } from "@server/lists.server";
import { redirect } from "react-router";
import { formOf, openDesk } from "~/ask.server";

export interface ListAnswer {
  readonly error?: string;
  readonly details?: readonly string[];
  /** What was removed, to put it back. */
  readonly removed?: { readonly name: string; readonly list: string };
}

/** Saves a list as a whole, or removes it, as a form says. */
export async function listDeed(request: Request): Promise<ListAnswer> {
  const form = await formOf(request);
  const text = (name: string) => {
    const value = form.get(name);
    return typeof value === "string" ? value : "";
  };
  const { db } = await openDesk();
  try {
    if (form.get("intent") === "remove") return { removed: { name: text("name"), list: await removeList(db, text("name")) } };
    await saveList(db, text("list"), text("was"));
    // One that was given another name is shown under that.
    const then = text("then");
    if (then.startsWith("/lists?")) throw redirect(then);
    return {};
  } catch (error) {
    if (error instanceof Invalid) return { error: error.message, details: error.details };
    if (error instanceof NotFound || error instanceof Unavailable) return { error: error.message };
    throw error;
  }
}
