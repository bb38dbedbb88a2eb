import { putDrawing, removeDrawing } from "@server/drawings.server";
import { Invalid, NotFound, Unavailable } from "@server/errors";
import { formOf, openDesk } from "~/ask.server";
import type { Route } from "./+types/drawings";

export interface DrawingAnswer {
  readonly error?: string;
  readonly details?: readonly string[];
}

/** Puts a drawing on the chart of an instrument or a group, or takes it away. */
export async function action({ request }: Route.ActionArgs): Promise<DrawingAnswer> {
  const form = await formOf(request);
  const text = (name: string) => {
    const value = form.get(name);
    return typeof value === "string" ? value : "";
  };
  const { db } = await openDesk();
  try {
    if (form.get("intent") === "remove") await removeDrawing(db, text("id"));
    else await putDrawing(db, { market: text("market"), subject: text("subject") }, text("drawing"));
    return {};
  } catch (error) {
    if (error instanceof Invalid) return { error: error.message, details: error.details };
    if (error instanceof NotFound || error instanceof Unavailable) return { error: error.message };
    throw error;
  }
}
