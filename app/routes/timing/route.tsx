import { useCallback, useMemo } from "react";
import { useSearchParams } from "react-router";
import { listItems } from "@server/items.server";
import { PRESSURE_STRETCHED } from "@studies/breadth/breadth-zones";
import { fixed } from "@studies/words/words";
import { LANES } from "@core/timing/lane-names";
import { ownTiming } from "@studies/timing/own-timing";
import { timing } from "@studies/timing/timing";
import { askFor, findFor, openDesk } from "~/ask.server";
import { Chart } from "~/charts/chart";
import type { ChartTheme } from "~/charts/chart-theme";
import { timingHeight, timingOptions } from "~/charts/timing-chart";
import { hrefOf, useHere, NOWHERE } from "~/here";
import { clauseNames } from "~/clause-names.server";
import { offeredInstruments } from "~/offered-groups.server";
import { marketSummaries } from "~/market-summaries.server";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Legend } from "~/ui/legend";
import { MarketsTable, type MarketTiming } from "~/ui/markets-table";
import { Reading } from "~/ui/reading";
import { pinProps } from "~/ui/pin/pin-props";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { LanesTable } from "./lanes-table";
import { OwnSystems, type OwnSystem } from "./own-systems";
import { ReEntry } from "./re-entry";
import { Signals } from "./signals";
import { Explained } from "~/ui/term";

export async function loader({ request }: Route.LoaderArgs) {
  const desk = await openDesk();
  const answer = await askFor(request, timing);
  const [summaries, kept, subjects, names] = await Promise.all([
    marketSummaries(request),
    listItems(desk.db, "timing-system"),
    offeredInstruments(request, ["index", "volatility"]),
    clauseNames(request, answer.market),
  ]);
  const history = answer.result.days.length;
  const own = await Promise.all(
    kept
      .filter((k) => k.body.market === answer.market)
      .map(async ({ name, body }) => {
        const params = { on: body.on, up: JSON.stringify(body.up), down: JSON.stringify(body.down), history };
        const said = await findFor(request, ownTiming, params);
        return { name, body, answer: said && { ...said.result, reading: said.reading[0]! } };
      }),
  );
  return {
    reading: answer.reading,
    market: answer.market,
    timing: toWire(answer.result),
    summaries: toWire(summaries),
    own: toWire(own),
    subjects,
    names,
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Timing · Yubrin" }];

const HISTORIES = [
  { value: "126", label: "half a year" },
  { value: "252", label: "one year" },
  { value: "504", label: "two years" },
  { value: "1260", label: "five years" },
];
const LEVELS = [-30, -45, -60, -75].map((x) => ({ value: String(x), label: `\u2212${-x}` }));

type Own = OwnSystem & { readonly answer: { readonly states: Int8Array } | undefined };

export default function Timing({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const [search] = useSearchParams();
  const result = useMemo(() => fromWire<ResultOf<typeof timing>>(loaderData.timing), [loaderData.timing]);
  const summaries = useMemo(() => fromWire<MarketTiming[]>(loaderData.summaries), [loaderData.summaries]);
  const own = useMemo(() => fromWire<Own[]>(loaderData.own), [loaderData.own]);
  const options = useCallback(
    (theme: ChartTheme) =>
      timingOptions(theme, {
        ...result,
        washed: result.reEntry.washed,
        episodes: result.reEntry.episodes,
        own: own.flatMap((o) => (o.answer ? [{ name: o.name, states: o.answer.states }] : [])),
      }),
    [result, own],
  );
  const ribbons = LANES.length + own.filter((o) => o.answer).length;
  const lane = result.records.find((r) => r.lane === search.get("lane")) ?? result.records[1]!;
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence twin={hrefOf({ ...here, focus: [] }, "/data/timing")}>
        The <Explained text="composite" /> of {result.marketName} over{" "}
        <InlineMenu label="History" param="history" value={search.get("history") ?? "504"} choices={HISTORIES} />, a{" "}
        <Explained text="Pressure" /> of{" "}
        <InlineMenu label="Washed out at" param="washed" value={String(result.reEntry.washed)} choices={LEVELS} /> or less taken
        for washed out
      </ControlSentence>
      <figure>
        <figcaption className="flex justify-between pr-20">
          <span className="heading">
            <Explained text="Composite, Pressure and timing lanes" />
          </span>
          <Legend
            entries={[
              { label: "re-entry", colour: "var(--teal)", line: "solid" },
              { label: `stretched, +${PRESSURE_STRETCHED} or more`, colour: "var(--teal)", area: true },
              { label: `washed out, ${fixed(result.reEntry.washed)} or less`, colour: "var(--rust)", area: true },
            ]}
          />
        </figcaption>
        <div style={{ height: timingHeight(ribbons) }}>
          <Chart
            main
            key={ribbons}
            className="h-full"
            label="The composite with re-entries, the Pressure with its zones, and the lanes as ribbons: high and teal is up, low and rust is down. The figures are in the CSV of this screen."
            options={options}
            days={result.days}
          />
        </div>
      </figure>
      <LanesTable lanes={result.lanes} provisional={result.provisional} />
      <div className="mt-6">
        <MarketsTable markets={summaries} current={loaderData.market} />
      </div>
      <div className="mt-6">
        <OwnSystems
          systems={own}
          market={loaderData.market}
          provisional={result.provisional}
          subjects={loaderData.subjects}
          names={loaderData.names}
        />
      </div>
      <div className="mt-6">
        <ReEntry reEntry={result.reEntry} index={result.index} />
      </div>
      <div className="mt-6">
        <section
          {...pinProps({
            twin: hrefOf(NOWHERE, "/data/signals", { lane: lane.lane }),
            show: "reading",
            name: `signals of ${lane.lane}`,
          })}
        >
          <h2 className="heading">
            Signals of{" "}
            <InlineMenu label="Lane" param="lane" value={lane.lane} choices={LANES.map((l) => ({ value: l, label: l }))} />
          </h2>
          <Signals name={lane.lane} signals={lane} />
          <p className="mt-1 text-[12px]">
            <a
              className="text-soft hover:text-indigo"
              download
              href={hrefOf({ ...here, focus: [] }, "/data/signals", { lane: lane.lane, as: "csv" })}
            >
              All {lane.count} signals as CSV
            </a>
          </p>
        </section>
      </div>
    </>
  );
}
