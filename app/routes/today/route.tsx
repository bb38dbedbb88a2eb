import { useCallback, useMemo } from "react";
import { redirect } from "react-router";
import { regimeStudy } from "@studies/regime/regime";
import { today } from "@studies/today/today";
import { askFor } from "~/ask.server";
import { atOf } from "~/at-of";
import { Chart } from "~/charts/chart";
import type { ChartTheme } from "~/charts/chart-theme";
import { indexAndRegimeOptions } from "~/charts/index-and-regime";
import { hrefOf, parseHere, useHere } from "~/here";
import { holdingSituations } from "~/saved-situations.server";
import { readSettings } from "~/settings.server";
import { savedZones } from "~/saved-zones.server";
import { marketSummaries } from "~/market-summaries.server";
import { ControlSentence } from "~/ui/inline-menu";
import { Legend } from "~/ui/legend";
import { MarketsTable } from "~/ui/markets-table";
import { Reading } from "~/ui/reading";
import { date, signedPercent } from "@studies/words/words";
import { useBriefs } from "~/ui/use-briefs";
import { useKeys } from "~/ui/use-keys";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { AlertsNow } from "./alerts-now";
import { BreadthStrip } from "./breadth-strip";
import { Changes } from "./changes";
import { HoldingNow } from "./holding-now";
import { SetupsNow } from "./setups-now";
import { ListsNow } from "./lists-now";
import { ModelsDue } from "./models-due";
import { PlansNow } from "./plans-now";
import { CallsDue } from "./calls-due";
import { DueAhead } from "./due-ahead";
import { MonthsNow } from "./months-now";
import { WindowsAhead } from "./windows-ahead";
import { LeadersAndTrailers } from "./leaders-and-trailers";
import { useLater } from "~/ui/use-later";
import type { loader as laterLoader } from "./later";
import { Explained } from "~/ui/term";
import { pinProps } from "~/ui/pin/pin-props";

/** The routine of the evening. */
const EVENING = "Evening note";

/** What is still that of the date before. */
const STALE = "opacity-45";

/** Sessions of the picture: two years. */
const HISTORY = 504;

export async function loader({ request }: Route.LoaderArgs) {
  if (await isFirstVisit(request)) return redirect("/guide");
  const zones = await savedZones();
  const [answer, regime, summaries] = await Promise.all([
    askFor(request, today, zones),
    askFor(request, regimeStudy, { history: HISTORY }),
    marketSummaries(request),
  ]);
  return {
    reading: answer.reading,
    market: answer.market,
    at: atOf(answer.market, answer.asOf, parseHere(new URL(request.url).searchParams).focus),
    today: answer.result,
    regime: toWire(regime.result),
    summaries,
    situations: await holdingSituations(request, answer.market),
  };
}

/** Whether somebody opens the application as it is who has not been shown how it is worked with. */
async function isFirstVisit(request: Request): Promise<boolean> {
  const isPage = request.headers.get("Accept")?.includes("text/html") ?? false;
  return isPage && new URL(request.url).search === "" && !(await readSettings(request)).isKnown;
}

export const meta: Route.MetaFunction = () => [{ title: "Today · Yubrin" }];

export default function Today({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const { today: now } = loaderData;
  const regime = useMemo(() => fromWire<ResultOf<typeof regimeStudy>>(loaderData.regime), [loaderData.regime]);
  const options = useCallback(
    (theme: ChartTheme) => indexAndRegimeOptions(theme, { ...regime, index: regime.now.index }),
    [regime],
  );
  const { r1, r5, index } = now.regime;
  const { later, isStale } = useLater<typeof laterLoader>("/today-later", loaderData.at);
  const briefs = useBriefs();
  const writeNote = () => void briefs.openOrBegin(EVENING);
  useKeys({ w: writeNote });
  const span = regime.days.length < HISTORY ? "since its first session" : "over two years";
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence
        twin={hrefOf({ ...here, focus: [] }, "/data/today", { crowded: String(now.zones.high), washed: String(now.zones.low) })}
      >
        At the close of {date(now.asOf)}: {index} {signedPercent(r1)} on the session, {signedPercent(r5)} in a week.{" "}
        <button type="button" className="figure-link" onClick={writeNote}>
          Write the evening note <kbd>w</kbd>
        </button>
      </ControlSentence>
      <div className="grid grid-cols-[minmax(0,8fr)_minmax(300px,5fr)] gap-x-8 gap-y-5">
        <figure
          className="min-w-0"
          {...pinProps({ twin: `/data/regime?history=${HISTORY}`, show: "picture", picture: "index", name: "the regime" })}
        >
          <figcaption className="flex justify-between pr-12">
            <span className="heading">
              {index} and its <Explained text="regime" /> {span}
            </span>
            <Legend
              entries={[
                { label: index, colour: "var(--ink)", line: "solid" },
                { label: "200-session simple average", colour: "var(--soft)", line: "dotted" },
              ]}
            />
          </figcaption>
          <Chart
            main
            className="h-[268px]"
            label={`${index} ${span}, tinted where its regime is rising or falling; the figures are in the data twin of the regime.`}
            options={options}
            days={regime.days}
          />
        </figure>
        <LeadersAndTrailers sectors={now.sectors} />
        <Changes changes={now.changes} />
        <div className="space-y-5">
          <BreadthStrip rows={now.breadth} stances={now.stances} />
          <div className={isStale ? STALE : ""} aria-busy={isStale}>
            <DueAhead said={later?.due} />
          </div>
        </div>
      </div>
      <div className={isStale ? STALE : ""} aria-busy={isStale}>
        <AlertsNow said={later?.alerts} />
        <PlansNow said={later?.plans} />
        <CallsDue said={later?.calls} />
        <ModelsDue trials={later?.models} />
        <ListsNow said={later?.lists} />
        <SetupsNow said={later?.setups} />
        <div className="mt-6">
          <HoldingNow held={later?.held} situations={loaderData.situations} />
        </div>
        <div className="mt-6">
          <MonthsNow months={later?.months} />
        </div>
        <div className="mt-6">
          <WindowsAhead said={later?.ahead} />
        </div>
      </div>
      <div className="mt-6">
        <MarketsTable markets={loaderData.summaries} current={loaderData.market} />
      </div>
    </>
  );
}
