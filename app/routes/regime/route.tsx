import { useCallback, useMemo } from "react";
import { directory } from "@studies/frame/directory";
import { exposure } from "@studies/regime/exposure";
import { oscillators } from "@studies/regime/oscillators";
import { regimeStudy } from "@studies/regime/regime";
import { regimeStates } from "@studies/regime/regime-states";
import { structure } from "@studies/regime/structure";
import { askFor } from "~/ask.server";
import { Chart } from "~/charts/chart";
import type { ChartTheme } from "~/charts/chart-theme";
import { structureHeight, structureOptions } from "~/charts/structure-chart";
import { hrefOf, useHere, NOWHERE } from "~/here";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Lacking } from "~/ui/lacking";
import { Legend } from "~/ui/legend";
import { Reading, SentenceText } from "~/ui/reading";
import { pinProps } from "~/ui/pin/pin-props";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { ExposurePart } from "./exposure-part";
import { MeasuresTable } from "./measures-table";
import { PaneMenu } from "./pane-menu";
import { regimeParams } from "./params.server";
import { Places } from "./places";
import { RegimeRibbon } from "./ribbon";
import { SlopeBars } from "./slope-bars";
import { StatePath } from "./state-path";
import { StatesTable } from "./states-table";

export async function loader({ request }: Route.LoaderArgs) {
  const { set, panes, history, by } = await regimeParams(request);
  const [regime, states, shape, panesOf, exposed, known] = await Promise.all([
    askFor(request, regimeStudy, { history: 60 }),
    askFor(request, regimeStates, { by: by as "both" }),
    askFor(request, structure, { history }),
    askFor(request, oscillators, { history, panes: [...panes] }),
    askFor(request, exposure, { set }),
    askFor(request, directory, {}),
  ]);
  const { reading } = shape;
  return {
    reading: [regime.reading[0]!, ...reading.slice(0, 1)],
    more: reading.slice(1),
    statesReading: states.reading[0]!,
    exposureReading: exposed.reading[0]!,
    regime: toWire(regime.result),
    states: toWire(states.result),
    structure: toWire(shape.result),
    oscillators: toWire(panesOf.result),
    exposure: toWire(exposed.result),
    offered: known.result.entries.filter((e) => e.kind === "index").map((e) => ({ ticker: e.key, name: e.name })),
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Regime · Yubrin" }];

const HISTORIES = [
  { value: "252", label: "one year" },
  { value: "378", label: "eighteen months" },
  { value: "756", label: "three years" },
];
const STATES = [
  { value: "both", label: "direction and volatility" },
  { value: "direction", label: "direction alone" },
  { value: "volatility", label: "volatility alone" },
];

export default function Regime({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const regime = useMemo(() => fromWire<ResultOf<typeof regimeStudy>>(loaderData.regime), [loaderData.regime]);
  const states = useMemo(() => fromWire<ResultOf<typeof regimeStates>>(loaderData.states), [loaderData.states]);
  const shape = useMemo(() => fromWire<ResultOf<typeof structure>>(loaderData.structure), [loaderData.structure]);
  const { panes } = useMemo(() => fromWire<ResultOf<typeof oscillators>>(loaderData.oscillators), [loaderData.oscillators]);
  const exposed = useMemo(() => fromWire<ResultOf<typeof exposure>>(loaderData.exposure), [loaderData.exposure]);
  const options = useCallback((theme: ChartTheme) => structureOptions(theme, { ...shape, panes }), [shape, panes]);
  const now = regime.path.days.length - 1;
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence twin={hrefOf({ ...here, focus: [] }, "/data/structure")} pin="/data/regime">
        Structure of {shape.name} over{" "}
        <InlineMenu label="History" param="history" value={historyOf(shape.days.length)} choices={HISTORIES} />, with{" "}
        <PaneMenu panes={panes.map((p) => p.key)} />
      </ControlSentence>
      <Lacking
        of={["index", "volatility"]}
        without="the composite of its stocks stands in; swings, levels and the state of volatility cannot be judged"
      />
      <div className="grid gap-6 min-[1000px]:grid-cols-[minmax(0,1fr)_276px]">
        <figure className="min-w-0">
          <figcaption>
            <Legend
              entries={[
                { label: "legs between swings, the present one dashed", colour: "var(--ink)", line: "solid" },
                { label: "200-session simple average", colour: "var(--soft)", line: "dotted" },
                { label: "envelope of movement", colour: "var(--soft)", line: "solid" },
                ...CHANNELS.flatMap(({ key, line }) => {
                  const c = shape.channels[key];
                  return c ? [{ label: `${c.sessions}-session channel`, colour: CHANNEL_COLOURS[c.verdict], line }] : [];
                }),
              ]}
            />
          </figcaption>
          <div style={{ height: structureHeight(panes.length) }}>
            <Chart
              main
              key={panes.length}
              className="h-full"
              label={`${shape.name} as legs between swings, with channels, envelope and levels; the swings are in the CSV of this screen.`}
              options={options}
              days={shape.days}
            />
          </div>
        </figure>
        <div>
          <h2 className="heading">The last 60 sessions</h2>
          <StatePath
            days={regime.path.days}
            distance={regime.distance200}
            volatilityZ={regime.volatilityZ}
            direction={regime.path.direction[now] ?? -1}
            volatility={regime.path.volatility[now] ?? -1}
          />
          <Places shape={shape} />
        </div>
      </div>
      <p
        className="mt-1 max-w-[960px] font-serif text-[15px]"
        {...pinProps({ twin: "/data/structure", show: "reading", name: "the structure of the index" })}
      >
        {loaderData.more.map((sentence, k) => (
          <SentenceText key={k} sentence={sentence} />
        ))}
      </p>
      <div className="mt-4 grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-8">
        <MeasuresTable measures={regime.measures} />
        <SlopeBars values={regime.slopeBars} />
      </div>
      <div className="mt-6">
        <RegimeRibbon runs={regime.ribbon} />
      </div>
      <div
        className="mt-5"
        {...pinProps({
          twin: hrefOf(NOWHERE, "/data/regime-states", { by: states.by }),
          show: "table",
          name: "how regimes have behaved",
        })}
      >
        <p className="mb-2 text-soft">
          How states of <InlineMenu label="States" param="by" value={states.by} choices={STATES} /> have behaved.{" "}
          <span className="font-serif text-[15px] text-ink">
            <SentenceText sentence={loaderData.statesReading} />
          </span>
        </p>
        <StatesTable rows={states.rows} names={states.names} now={states.now} />
      </div>
      <div className="mt-6">
        <ExposurePart
          sentence={loaderData.exposureReading}
          share={exposed.share}
          history={exposed.history}
          members={exposed.members}
          offered={loaderData.offered}
        />
      </div>
    </>
  );
}

const CHANNELS = [
  { key: "short", line: "solid" },
  { key: "long", line: "dashed" },
] as const;
const CHANNEL_COLOURS = { up: "var(--teal)", down: "var(--rust)", flat: "var(--soft)" };

function historyOf(sessions: number): string {
  return HISTORIES.find((h) => Number(h.value) >= sessions)?.value ?? "756";
}
