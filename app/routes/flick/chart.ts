import { getDesk } from "@server/desk-of-app.server";
import { chart } from "@studies/chart/chart";
import { findFor, foreseen } from "~/ask.server";
import { parseHere } from "~/here";
import { toWire } from "~/wire";
import { listArrangements } from "../chart/arrangements.server";
import { drawingsOf } from "../chart/drawings-of.server";
import { systemPlots, withRules } from "../chart/own-systems.server";
import { chartParams } from "../chart/params";
import type { Route } from "./+types/chart";

/** The chart of one instrument as a chart begins, to be gone through with others; none where it is not known at the date. */
export async function loader({ request, params }: Route.LoaderArgs) {
  const here = parseHere(new URL(request.url).searchParams);
  const { market } = await foreseen(async () => (await getDesk()).findMarket(here.market));
  const [{ all, usual }, systems, saved] = await Promise.all([
    listArrangements(),
    systemPlots(market),
    drawingsOf(market, params.ticker),
  ]);
  const { plot, ...asked } = chartParams(
    new URLSearchParams(),
    all.find((a) => a.name === usual),
  );
  const said = await findFor(request, chart, {
    ticker: params.ticker,
    ...asked,
    plot: plot?.map((text) => withRules(text, systems)),
    drawings: JSON.stringify(saved),
  });
  return { chart: said && { reading: said.reading, result: toWire(said.result) } };
}
