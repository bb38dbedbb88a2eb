import { withoutOff } from "@core";
import { holdsNow } from "@studies/conditions/holds-now";
import type { Market } from "@studies/market/market";
import { universeOf } from "@studies/scans/universe";
import { membersOn, type SavedList } from "./list-schema";

/** Tickers of a list as of a session: of a live one those that pass its scan then. */
export function tickersOfList(market: Market, one: SavedList): string[] {
  const { scan } = one;
  if (!scan) return membersOn(one, market.asOf).map((m) => m.ticker);
  const { present } = universeOf(market, scan.for);
  return present.filter((p) => holdsNow(p.conditions, withoutOff(scan.when)) === 1).map((p) => p.instrument.ticker);
}
