import { markAlertsSeen, removeAlert, saveAlert } from "@server/alerts.server";
import { openDesk } from "~/ask.server";
import { formDeed, type Refused } from "~/form-deed.server";
import type { Route } from "./+types/alerts";

export interface AlertAnswer extends Refused {
  /** What was removed, to put it back. */
  readonly removed?: { readonly name: string; readonly alert: string };
}

/** Saves an alert, removes one, or marks what came as seen, as a form says. */
export async function action({ request }: Route.ActionArgs): Promise<AlertAnswer> {
  return formDeed<AlertAnswer>(request, async (text) => {
    const { db } = await openDesk();
    const intent = text("intent");
    if (intent === "remove") return { removed: { name: text("name"), alert: await removeAlert(db, text("name")) } };
    if (intent === "seen") await markAlertsSeen(db, text("market"));
    else await saveAlert(db, text("alert"));
    return {};
  });
}
