import { useMemo } from "react";
import { findBriefBefore, getBrief, listBriefs } from "@server/briefs.server";
import { listCalls } from "@server/calls.server";
import { calls as callsStudy } from "@studies/calls/calls";
import { isoDate } from "@core/columns/epoch-day";
import { foreseen, openDesk } from "~/ask.server";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { BriefPage } from "./brief-page";

export async function loader({ request, params }: Route.LoaderArgs) {
  const desk = await openDesk();
  const { db } = desk;
  const kept = await foreseen(() => getBrief(db, params.id));
  const { brief } = kept;
  const search = new URL(request.url).searchParams;
  const chosen = search.get("against") ?? "";
  // Set against the last one of its kind, another that was chosen, or none.
  const before =
    chosen === ""
      ? await findBriefBefore(db, brief)
      : chosen === "none"
        ? undefined
        : (await foreseen(() => getBrief(db, chosen))).brief;
  const others = (await listBriefs(db, brief.market))
    .filter((one) => one.brief.asOf < brief.asOf)
    .slice(0, 30)
    .map(({ brief: one }) => ({ id: one.id, title: one.title, purpose: one.purpose, asOf: one.asOf }));
  const said = await foreseen(async () =>
    desk.ask<ResultOf<typeof callsStudy>>({
      study: "calls",
      params: { calls: JSON.stringify(await listCalls(db, brief.market)) },
      market: brief.market,
      asOf: isoDate(brief.asOf),
    }),
  );
  return {
    kept,
    before: before && { id: before.id, asOf: before.asOf },
    others,
    calls: toWire(said.result.rows),
    asOf: said.asOf,
    provisional: said.provisional,
    marketName: (await desk.findMarket(brief.market)).name,
    /** Answers are of these data. */
    dataVersion: (await desk.status()).dataVersion,
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Brief · Yubrin" }];

/** One brief: its parts as they will be read, beside them what changed since the last one. */
export default function Brief({ loaderData }: Route.ComponentProps) {
  const calls = useMemo(() => fromWire<ResultOf<typeof callsStudy>["rows"]>(loaderData.calls), [loaderData.calls]);
  return <BriefPage key={loaderData.kept.brief.id} {...loaderData} calls={calls} />;
}
