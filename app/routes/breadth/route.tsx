import { useCallback, useMemo } from "react";
import { useSearchParams } from "react-router";
import { HORIZONS } from "@core/breadth/participation";
import { breadth } from "@studies/breadth/breadth";
import { breadthSectors } from "@studies/breadth/breadth-sectors";
import { directory } from "@studies/frame/directory";
import { followed } from "@studies/breadth/followed";
import { labelOfKey } from "@studies/sets/group-key";
import { internals } from "@studies/breadth/internals";
import { members } from "@studies/breadth/members";
import { askFor } from "~/ask.server";
import { breadthHistoryOptions } from "~/charts/breadth-history";
import { Chart } from "~/charts/chart";
import type { ChartTheme } from "~/charts/chart-theme";
import { useFrameValue } from "~/frame-context";
import { hrefOf, NOWHERE, useHere } from "~/here";
import { FollowedTable } from "~/ui/followed-table";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Legend } from "~/ui/legend";
import { Reading, SentenceText } from "~/ui/reading";
import { pinProps } from "~/ui/pin/pin-props";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { HorizonTable } from "./horizon-table";
import { MemberPlot } from "./member-plot";
import { InternalsPart } from "./internals-part";
import { MembersTable } from "./members-table";
import { breadthParams } from "./params.server";
import { SectorMatrix } from "./sector-matrix";
import { ZonesMenu } from "./zones-menu";

export async function loader({ request }: Route.LoaderArgs) {
  const { common, zones, history, reading } = await breadthParams(request);
  const [answer, all, sectors, inside, after, known] = await Promise.all([
    askFor(request, breadth, { ...common, ...zones, history }),
    askFor(request, members, common),
    askFor(request, breadthSectors, { average: common.average }),
    askFor(request, internals, { group: common.group, history }),
    askFor(request, followed, { ...common, ...zones, reading }),
    askFor(request, directory, {}),
  ]);
  const kinds = ["sector", "industry", "group"];
  const groups = known.result.entries.filter((e) => kinds.includes(e.kind));
  return {
    reading: answer.reading,
    followedReading: after.reading[0]!,
    breadth: toWire(answer.result),
    members: toWire(all.result),
    sectors: toWire(sectors.result),
    internals: toWire(inside.result),
    followed: toWire(after.result),
    groups: groups.map((e) => ({ value: e.key, label: e.kind === "sector" ? e.name : `${e.name} (${e.note || e.kind})` })),
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Breadth · Yubrin" }];

const AVERAGES = [
  { value: "ema", label: "exponential" },
  { value: "sma", label: "simple" },
];
const OF = [
  { value: "50", label: "the share above the 50" },
  { value: "200", label: "the share above the 200" },
  { value: "20", label: "the share above the 20" },
  { value: "10", label: "the share above the 10" },
  { value: "5", label: "the share above the 5" },
  { value: "all", label: "all five" },
  { value: "pressure", label: "Pressure" },
  { value: "oscillator", label: "the McClellan oscillator" },
  { value: "summation", label: "the McClellan summation" },
  { value: "highs", label: "new highs less new lows" },
  { value: "volume", label: "the up-volume share" },
];
const HISTORIES = [
  { value: "252", label: "one year" },
  { value: "756", label: "three years" },
  { value: "2520", label: "ten years" },
  { value: "20000", label: "all years" },
];

export default function Breadth({ loaderData }: Route.ComponentProps) {
  const [search] = useSearchParams();
  const here = useHere();
  const { market } = useFrameValue();
  const result = useMemo(() => fromWire<ResultOf<typeof breadth>>(loaderData.breadth), [loaderData.breadth]);
  const rows = useMemo(() => fromWire<ResultOf<typeof members>>(loaderData.members).rows, [loaderData.members]);
  const sectorRows = useMemo(() => fromWire<ResultOf<typeof breadthSectors>>(loaderData.sectors).rows, [loaderData.sectors]);
  const inside = useMemo(() => fromWire<ResultOf<typeof internals>>(loaderData.internals), [loaderData.internals]);
  const after = useMemo(() => fromWire<ResultOf<typeof followed>>(loaderData.followed), [loaderData.followed]);
  const average = result.average;
  const by = Math.max(
    0,
    HORIZONS.findIndex((n) => String(n) === (search.get("by") ?? "50")),
  );
  const history = search.get("history") ?? "756";
  const options = useCallback(
    (theme: ChartTheme) =>
      breadthHistoryOptions(theme, {
        days: result.days,
        index: result.index,
        reference: result.reference,
        chosen: result.percents[by]!,
        chosenName: String(HORIZONS[by]),
        allFive: result.percents[5]!,
        zones: result.zones,
      }),
    [result, by],
  );
  const twin = hrefOf({ ...here, focus: [] }, "/data/breadth", {
    average: search.get("average") ?? undefined,
    history: search.get("history") ?? undefined,
    group: search.get("group") ?? undefined,
    crowded: String(result.zones.high),
    washed: String(result.zones.low),
  });
  const groups = useMemo(
    () => [
      { value: "market:", label: market?.broadIndex ? "the broad index" : "the market" },
      ...(here.focus.length > 1 ? [{ value: "focus", label: "the focus, all together" }] : []),
      ...here.focus.map((key) => ({ value: key, label: `${labelOfKey(key)} (in focus)` })),
      ...loaderData.groups.filter((g) => !here.focus.includes(g.value)),
    ],
    [market, loaderData.groups, here.focus],
  );
  const chosenGroup = groups.some((g) => g.value === result.group)
    ? groups
    : [...groups, { value: result.group, label: result.groupName }];
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence twin={twin}>
        Members of <InlineMenu label="Members" param="group" value={result.group} choices={chosenGroup} /> above their{" "}
        <InlineMenu label="Averages" param="average" value={average} choices={AVERAGES} /> averages, seen closely at{" "}
        <InlineMenu
          label="Average"
          param="by"
          value={String(HORIZONS[by])}
          choices={HORIZONS.map((n) => ({ value: String(n), label: `${n} sessions` }))}
        />
        , with history over <InlineMenu label="History" param="history" value={history} choices={HISTORIES} />; all five crowded
        and washed out at <ZonesMenu crowded={result.zones.high} washed={result.zones.low} />
      </ControlSentence>
      <div className="grid grid-cols-[minmax(330px,5fr)_8fr] gap-7">
        <HorizonTable rows={result.rows} chosen={by} />
        <figure className="min-w-0">
          <figcaption className="flex justify-between pr-11">
            <span className="heading">{result.reference}</span>
            <Legend
              entries={[
                { label: `above ${HORIZONS[by]}`, colour: "var(--soft)", line: "solid" },
                { label: "all five", colour: "var(--teal)", line: "solid" },
                { label: `crowded, ${result.zones.high}% or more`, colour: "var(--teal)", area: true },
                { label: `washed out, ${result.zones.low}% or less`, colour: "var(--rust)", area: true },
              ]}
            />
          </figcaption>
          <Chart
            main
            className="h-[236px]"
            label={`History of participation above the ${HORIZONS[by]}-session average and all five, under ${result.reference}; the figures are in the CSV of this screen.`}
            options={options}
            days={result.days}
          />
        </figure>
      </div>
      <MemberPlot rows={rows} horizon={by} />
      <div
        className="mt-6"
        {...pinProps({
          twin: hrefOf(NOWHERE, "/data/followed", {
            ...{ average, group: result.group, reading: after.reading },
            ...{ crowded: String(result.zones.high), washed: String(result.zones.low) },
          }),
          show: "reading",
          name: "what followed such breadth",
        })}
      >
        <p className="text-soft">
          What usually followed a reading of <InlineMenu label="Reading" param="of" value={after.reading} choices={OF} /> like
          this one.{" "}
          <span className="font-serif text-[15px] text-ink">
            <SentenceText sentence={loaderData.followedReading} />
          </span>
        </p>
        <FollowedTable rows={after.rows} caption={`What followed readings of the ${after.name} like this one`} />
      </div>
      <div
        className="mt-6"
        {...pinProps({
          twin: hrefOf(NOWHERE, "/data/breadth-sectors", { average }),
          show: "table",
          name: "breadth by sector",
        })}
      >
        <SectorMatrix rows={sectorRows} chosen={by} group={result.group} />
      </div>
      <InternalsPart data={inside} twin={hrefOf(NOWHERE, "/data/internals", { group: result.group, history })} />
      <MembersTable rows={rows} horizon={by} twin={hrefOf(NOWHERE, "/data/members", { average, group: result.group })} />
    </>
  );
}
