import { useCallback, useMemo } from "react";
import { useSearchParams } from "react-router";
import { HORIZONS } from "@core/breadth/participation";
import { breadth } from "@studies/breadth";
import { members } from "@studies/members";
import { askFor } from "~/ask.server";
import { breadthHistoryOptions } from "~/charts/breadth-history";
import { Chart } from "~/charts/chart";
import type { ChartTheme } from "~/charts/chart-theme";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere } from "~/here";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Legend } from "~/ui/legend";
import { Reading } from "~/ui/reading";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { HorizonTable } from "./horizon-table";
import { MemberPlot } from "./member-plot";
import { MembersTable } from "./members-table";

export async function loader({ request }: Route.LoaderArgs) {
  const [answer, all] = await Promise.all([askFor(request, breadth), askFor(request, members)]);
  return { reading: answer.reading, breadth: toWire(answer.result), members: toWire(all.result) };
}

export const meta: Route.MetaFunction = () => [{ title: "Breadth · Yubrin" }];

const AVERAGES = [
  { value: "ema", label: "exponential" },
  { value: "sma", label: "simple" },
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
      }),
    [result, by],
  );
  const twin = hrefOf({ ...here, focus: [] }, "/data/breadth", {
    average: search.get("average") ?? undefined,
    history: search.get("history") ?? undefined,
  });
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence twin={twin}>
        Members of {market?.broadIndex ? "the broad index" : "the market"} above their{" "}
        <InlineMenu label="Averages" param="average" value={average} choices={AVERAGES} /> averages, seen closely at{" "}
        <InlineMenu
          label="Average"
          param="by"
          value={String(HORIZONS[by])}
          choices={HORIZONS.map((n) => ({ value: String(n), label: `${n} sessions` }))}
        />
        , with history over <InlineMenu label="History" param="history" value={history} choices={HISTORIES} />
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
              ]}
            />
          </figcaption>
          <Chart
            className="h-[236px]"
            label={`History of participation above the ${HORIZONS[by]}-session average and all five, under ${result.reference}; the figures are in the CSV of this screen.`}
            options={options}
          />
        </figure>
      </div>
      <MemberPlot rows={rows} horizon={by} />
      <MembersTable rows={rows} horizon={by} />
    </>
  );
}
