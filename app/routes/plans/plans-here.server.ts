import { askedPlans, listPlans, listTrades } from "@server/plans.server";
import { directory } from "@studies/frame/directory";
import { plans } from "@studies/plans/plans";
import { askFor, openDesk } from "~/ask.server";

/** All plans and trades of the market in view, as they stand at the date in view. */
export async function plansHere(request: Request) {
  const { market } = await askFor(request, directory, {});
  const { db } = await openDesk();
  const [kept, trades] = await Promise.all([listPlans(db, market), listTrades(db, market)]);
  const asked = await askedPlans(
    db,
    kept.map(({ plan }) => plan),
  );
  const answer = await askFor(request, plans, { plans: JSON.stringify(asked), trades: JSON.stringify(trades) });
  return { answer, market, kept: kept.length, trades: trades.length };
}
