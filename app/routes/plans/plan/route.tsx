import { listItems } from "@server/items.server";
import { askedPlans, getPlan } from "@server/plans.server";
import { optionChain } from "@studies/plans/option-chain";
import { plan as planStudy } from "@studies/plans/plan";
import { findFor, foreseen, openDesk } from "~/ask.server";
import { clauseNames } from "~/clause-names.server";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { PlanMissing } from "./plan-missing";
import { PlanPage } from "./plan-page";
import type { PlanAnswer } from "./plan-shown";

export async function loader({ request, params }: Route.LoaderArgs) {
  const desk = await openDesk();
  const kept = await foreseen(() => getPlan(desk.db, params.id));
  const [asked] = await askedPlans(desk.db, [kept.plan]);
  const { market, ticker } = kept.plan;
  const search = new URL(request.url).searchParams;
  const answer = await findFor(request, planStudy, { plan: JSON.stringify(asked) }, market);
  const way = {
    right: search.get("right") ?? undefined,
    expiry: search.get("expiry") ?? undefined,
    delta: search.get("delta") ?? undefined,
  };
  const chain = search.has("option")
    ? await findFor(request, optionChain, { for: ticker, ...(way as { right?: "call" | "put" }) }, market)
    : undefined;
  const settled = (await foreseen(() => desk.settledSessions(market))).at(-1);
  return {
    kept,
    latest: settled ?? kept.plan.versions[0]!.made,
    reading: answer?.reading ?? [],
    answer: answer && toWire(answer.result),
    chain: chain && toWire(chain.result),
    isLatest: answer?.isLatest ?? false,
    names: await clauseNames(request, market),
    accounts: (await listItems(desk.db, "account")).map(({ name, body }) => ({
      name,
      currency: body.currency,
      percent: body.percent,
    })),
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Plan · Yubrin" }];

/** One plan: both sides on the ladder beside the bars, its size and steps, what comes within its time, and what has come of it. */
export default function Plan({ loaderData }: Route.ComponentProps) {
  const { kept, latest, answer, chain, reading, accounts, names } = loaderData;
  return answer ? (
    <PlanPage
      key={kept.plan.id}
      {...{ kept, latest, reading, accounts, names }}
      plan={fromWire<PlanAnswer>(answer)}
      chain={chain && fromWire<ResultOf<typeof optionChain>>(chain)}
    />
  ) : (
    <PlanMissing plan={kept.plan} />
  );
}
