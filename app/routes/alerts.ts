import { markAlertsSeen, removeAlert, saveAlert } from "@server/alerts.server";
import { Invalid, NotFound, Unavailable } from "@server/errors";
import { formOf, openDesk } from "~/ask.server";
import type { Route } from "./+types/alerts";

export interface AlertAnswer {
  readonly error?: string;
  readonly details?: readonly string[];
  /** What was removed, to put it back. */
  readonly removed?: { readonly name: string; readonly alert: string };
}

/** Saves an alert, removes one, or marks what came as seen, as a form says. */
export async function action({ request }: Route.ActionArgs): Promise<AlertAnswer> {
  const form = await formOf(request);
  const text = (name: string) => {
    const value = form.get(name);
    return typeof value === "string" ? value : "";
  };
  const { db } = await openDesk();
  try {
    const intent = text("intent");
    if (intent === "remove") return { removed: { name: text("name"), alert: await removeAlert(db, text("name")) } };
    if (intent === "seen") await markAlertsSeen(db, text("market"));
    else await saveAlert(db, text("alert"));
    return {};
  } catch (error) {
    if (error instanceof Invalid) return { error: error.message, details: error.details };
    if (error instanceof NotFound || error instanceof Unavailable) return { error: error.message };
    throw error;
  }
}
