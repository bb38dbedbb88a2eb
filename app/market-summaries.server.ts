import { timingSummary } from "@studies/timing/timing-summary";
import { getDesk } from "@server/desk-of-app.server";
import { findFor, foreseen } from "./ask.server";
import type { MarketTiming } from "./ui/markets-table";

/** Every market in one line each, as of the date in view. */
export async function marketSummaries(request: Request): Promise<MarketTiming[]> {
  const markets = await foreseen(async () => (await getDesk()).listMarkets());
  return Promise.all(
    markets.map(async ({ market, name }) => ({
      market,
      name,
      summary: (await findFor(request, timingSummary, {}, market))?.result,
    })),
  );
}
