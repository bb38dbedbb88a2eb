import { useCallback, useMemo } from "react";
import { redirect } from "react-router";
import { regimeStudy } from "@studies/regime/regime";
import { today } from "@studies/today/today";
import { monthOf } from "@core/columns/epoch-day";
import { MONTH_NAMES } from "@core/seasons/month-names";
import { consistency } from "@studies/seasons/consistency";
import { listLists } from "@server/lists.server";
import { lists } from "@studies/lists/lists";
import { heldRecords } from "@studies/precedents/held-records";
import { anyOf } from "@studies/sets/group-key";
import { setups } from "@studies/setups/setups";
import { windowsAhead } from "@studies/seasons/windows-ahead";
import { askFor, findFor, openDesk } from "~/ask.server";
import { alertsHere } from "~/alerts.server";
import type { ListNow } from "~/lists-now.server";
import { Chart } from "~/charts/chart";
import type { ChartTheme } from "~/charts/chart-theme";
import { indexAndRegimeOptions } from "~/charts/index-and-regime";
import { hrefOf, parseHere, useHere } from "~/here";
import { holdingSituations } from "~/saved-situations.server";
import { modelsDue } from "~/saved-trials.server";
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
import { SetupsNow, type SetupsSaid } from "./setups-now";
import { ListsNow, type ListsSaid } from "./lists-now";
import { ModelsDue } from "./models-due";
import { PlansNow, type PlansSaid } from "./plans-now";
import { CallsDue, type CallsSaid } from "./calls-due";
import { DueAhead } from "./due-ahead";
import { deskHere, dueHere } from "./due.server";
import { MonthsNow, type MonthSaid } from "./months-now";
import { WindowsAhead, type WindowsSaid } from "./windows-ahead";
import { LeadersAndTrailers } from "./leaders-and-trailers";
import { Explained } from "~/ui/term";
import { pinProps } from "~/ui/pin/pin-props";

/** The routine of the evening. */
const EVENING = "Evening note";

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
  // Comes after the page: what holds is worked out while the rest is read already.
  const held = findFor(request, heldRecords, {}).then((said) => said && { reading: said.reading, answer: toWire(said.result) });
  const months = consistentMonths(request, answer.result.asOf);
  const ofLists = listsOfMarket(request, answer.market);
  const desk = deskHere(request, answer.market, answer.asOf);
  const kept = desk.lists;
  const ahead = windowsOfLists(request, kept);
  const situations = await holdingSituations(request, answer.market);
  return {
    reading: answer.reading,
    market: answer.market,
    today: answer.result,
    regime: toWire(regime.result),
    summaries,
    situations,
    held,
    months,
    ahead,
    lists: ofLists,
    models: modelsDue(request, answer.market),
    alerts: alertsHere(request),
    setups: setupsOfLists(request, kept),
    calls: desk.calls.then((said): CallsSaid => ({ asOf: said.asOf, rows: toWire(said.result.rows) })),
    due: dueHere(request, answer.market, desk),
    plans: desk.plans.then(({ answer: said }): PlansSaid => ({
      asOf: said.asOf,
      provisional: said.provisional,
      rows: toWire(said.result.plans),
    })),
  };
}

/** Whether somebody opens the application as it is who has not been shown how it is worked with. */
async function isFirstVisit(request: Request): Promise<boolean> {
  const isPage = request.headers.get("Accept")?.includes("text/html") ?? false;
  return isPage && new URL(request.url).search === "" && !(await readSettings(request)).isKnown;
}

/** Who came into the lists of the market and who left them on the session; undefined without a list. */
async function listsOfMarket(request: Request, market: string): Promise<ListsSaid | undefined> {
  const saved = await listLists((await openDesk()).db, market);
  const said = saved.length === 0 ? undefined : await findFor(request, lists, { lists: JSON.stringify(saved), sessions: 1 });
  return said && { reading: said.reading, rows: toWire(said.result.rows) };
}

const MOST_LISTS = 6;

/** What is set up for the next session in the focus and in each list. */
async function setupsOfLists(request: Request, kept: Promise<readonly ListNow[]>): Promise<SetupsSaid[]> {
  const lists = await kept;
  const { focus } = parseHere(new URL(request.url).searchParams);
  const asked = [
    ...(focus.length > 0 ? [{ for: "focus", key: anyOf(focus), name: "The focus" }] : []),
    ...lists.filter(({ key }) => key !== "").map(({ key, name }) => ({ for: key, key, name })),
  ].slice(0, MOST_LISTS);
  const said = await Promise.all(
    asked.map(async ({ for: universe, key, name }) => {
      const answer = await findFor(request, setups, { for: key });
      return answer && { for: universe, name, reading: answer.reading.slice(0, 2) };
    }),
  );
  return said.filter((one) => one !== undefined);
}

/** What the stocks of the market's lists and of the focus enter in the sessions to come; undefined without either. */
async function windowsOfLists(request: Request, kept: Promise<readonly ListNow[]>): Promise<WindowsSaid | undefined> {
  const lists = await kept;
  const { focus } = parseHere(new URL(request.url).searchParams);
  const keys = [...focus, ...lists.map(({ key }) => key).filter((key) => key !== "")];
  const said = keys.length === 0 ? undefined : await findFor(request, windowsAhead, { in: keys });
  return said && { reading: said.reading, answer: toWire(said.result) };
}

/** The sectors in the month of a session and in the one after it. */
async function consistentMonths(request: Request, asOf: number): Promise<MonthSaid[]> {
  const now = monthOf(asOf) % 12;
  const said = await Promise.all(
    [now, (now + 1) % 12].map(async (k) => {
      const answer = await findFor(request, consistency, { month: String(k + 1) });
      return answer && answer.result.rows.length > 0
        ? { month: k + 1, name: MONTH_NAMES[k]!, reading: answer.reading }
        : undefined;
    }),
  );
  return said.filter((one) => one !== undefined);
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
          <DueAhead said={loaderData.due} />
        </div>
      </div>
      <AlertsNow said={loaderData.alerts} />
      <PlansNow said={loaderData.plans} />
      <CallsDue said={loaderData.calls} />
      <ModelsDue trials={loaderData.models} />
      <ListsNow said={loaderData.lists} />
      <SetupsNow said={loaderData.setups} />
      <div className="mt-6">
        <HoldingNow held={loaderData.held} situations={loaderData.situations} />
      </div>
      <div className="mt-6">
        <MonthsNow months={loaderData.months} />
      </div>
      <div className="mt-6">
        <WindowsAhead said={loaderData.ahead} />
      </div>
      <div className="mt-6">
        <MarketsTable markets={loaderData.summaries} current={loaderData.market} />
      </div>
    </>
  );
}
