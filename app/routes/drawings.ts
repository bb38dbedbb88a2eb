import { putDrawing, removeDrawing } from "@server/drawings.server";
import { getDesk } from "@server/desk-of-app.server";
import { Invalid } from "@server/errors";
import { findGroup } from "@studies/sets/group-key";
import { clipped } from "@studies/words/words";
import { openDesk } from "~/ask.server";
import { formDeed, type Refused } from "~/form-deed.server";
import type { Route } from "./+types/drawings";

export type DrawingAnswer = Refused;

/** Puts a drawing on the chart of an instrument or a group, or takes it away. */
export async function action({ request }: Route.ActionArgs): Promise<DrawingAnswer> {
  return formDeed<DrawingAnswer>(request, async (text) => {
    const { db } = await openDesk();
    const on = { market: text("market"), subject: text("subject") };
    if (text("intent") === "remove") await removeDrawing(db, text("id"));
    else {
      await requireSubject(on.market, on.subject);
      await putDrawing(db, on, text("drawing"));
    }
    return {};
  });
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
