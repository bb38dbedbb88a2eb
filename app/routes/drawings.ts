import { putDrawing, removeDrawing } from "@server/drawings.server";
import { getDesk } from "@server/desk-of-app.server";
import { Invalid, NotFound, Unavailable } from "@server/errors";
import { findGroup } from "@studies/sets/group-key";
import { clipped } from "@studies/words/words";
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
  const on = { market: text("market"), subject: text("subject") };
  try {
    if (form.get("intent") === "remove") await removeDrawing(db, text("id"));
    else {
      await requireSubject(on.market, on.subject);
      await putDrawing(db, on, text("drawing"));
    }
    return {};
  } catch (error) {
    if (error instanceof Invalid) return { error: error.message, details: error.details };
    if (error instanceof NotFound || error instanceof Unavailable) return { error: error.message };
    throw error;
  }
}

/** @throws Invalid for what has no chart: a copy would go where nobody sees it */
async function requireSubject(market: string, subject: string): Promise<void> {
  if (findGroup(subject)) return;
  const loaded = [...(await (await getDesk()).markets).values()];
  const own = loaded.filter((data) => market === "" || data.market.market === market);
  const known = own.flatMap((data) => [data, ...(data.worldwide ? [data.worldwide] : [])]);
  if (!known.some((data) => data.instruments.some((i) => i.ticker === subject)))
    throw new Invalid(`There is no instrument "${clipped(subject)}" to draw on.`);
}
