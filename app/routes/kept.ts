import { Invalid, NotFound, Unavailable } from "@server/errors";
import { dropThing, keepThing } from "@server/kept.server";
import { formOf, openDesk } from "~/ask.server";
import type { Route } from "./+types/kept";

export interface KeptAnswer {
  readonly error?: string;
  readonly details?: readonly string[];
  /** What was taken away, to put it back. */
  readonly dropped?: { readonly kind: string; readonly name: string; readonly body: string };
}

/** Keeps something the analyst made, or takes it away. */
export async function action({ request }: Route.ActionArgs): Promise<KeptAnswer> {
  const form = await formOf(request);
  const [kind, name] = [text(form, "kind"), text(form, "name")];
  const { db } = await openDesk();
  try {
    if (form.get("intent") === "drop") return { dropped: { kind, name, body: await dropThing(db, kind, name) } };
    await keepThing(db, kind, name, text(form, "body"), form.has("was") ? text(form, "was") : undefined);
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
