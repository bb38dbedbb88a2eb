import { listDrawingNames } from "@server/drawings.server";
import { openDesk } from "./ask.server";
import { offeredGroups, offeredInstruments, type OfferedInstrument } from "./offered-groups.server";
import type { ClauseNames } from "./ui/clause-editor/measure-fields";

/** What clauses can name in a market: instruments that stand for something, groups, and what is drawn on its charts. */
export async function clauseNames(
  request: Request,
  market: string,
): Promise<ClauseNames & { readonly tickers: readonly OfferedInstrument[] }> {
  const { db } = await openDesk();
  const [tickers, groups, drawings] = await Promise.all([
    offeredInstruments(request, ["index", "volatility", "commodity", "currency", "bond"]),
    offeredGroups(request),
    listDrawingNames(db, market),
  ]);
  return { tickers, groups: groups.map((g) => ({ key: g.value, name: g.label })), drawings };
}
