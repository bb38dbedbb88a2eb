import type { EChartsType } from "echarts/core";
import { useCallback, useMemo, useRef, useState } from "react";
import { Link, redirect, useNavigate, useSearchParams } from "react-router";
import { chart } from "@studies/chart/chart";
import type { TypedReading } from "@studies/chart/plots/read-typed";
import { keyLevels } from "@studies/key-levels/key-levels";
import { findGroup, WHOLE_MARKET } from "@studies/sets/group-key";
import { stocks } from "@studies/strength/stocks";
import { getDesk } from "@server/desk-of-app.server";
import { askFor, findFor, foreseen } from "~/ask.server";
import { clauseNames } from "~/clause-names.server";
import { barWords } from "~/charts/bar-words";
import { Chart } from "~/charts/chart";
import type { ChartTheme } from "~/charts/chart-theme";
import { priceChartOptions } from "~/charts/price-chart";
import { hrefOf, parseHere, useHere } from "~/here";
import { useFrameValue } from "~/frame-context";
import { useWayBack } from "~/opener";
import { usePlans } from "~/ui/use-plans";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { ArrangementMenu } from "./arrangement-menu";
import { listArrangements } from "./arrangements.server";
import { drawingsOf } from "./drawings-of.server";
import { ChartOverlay } from "./drawing/chart-overlay";
import { useChartDrawings } from "./drawing/use-chart-drawings";
import { LaterDrawings } from "./drawing/later-drawings";
import { DrawingRows } from "./legend/drawing-rows";
import { BarsTable } from "./bars-table";
import { CompareMenu } from "./compare-menu";
import { ExportPicture } from "./export-picture";
import { Facts } from "./facts";
import { AddField } from "./legend/add-field";
import { ChartLegend } from "./legend/chart-legend";
import { LastDone } from "./legend/last-done";
import { StrategyPart } from "./strategy/strategy-part";
import { strategyFrom } from "./strategy/strategy-address";
import { strategyAsked } from "./strategy/strategy.server";
import { ListPosition } from "./list-position";
import { neighbourHref } from "./neighbour";
import { offeredFor } from "./offered";
import { named, systemPlots, withRules } from "./own-systems.server";
import { chartParams, HISTORIES, SAMPLING_CHOICES, SCALE_CHOICES, scaleFrom } from "./params";
import { useChartChanges } from "./use-chart-changes";
import { useChartKeys } from "./use-chart-keys";

/** One instrument, and its place in the list it came from: `from` is a group, "focus", or nothing for its industry. */
export async function loader({ request, params }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const here = parseHere(search);
  const market = await foreseen(async () => (await getDesk()).findMarket(here.market));
  if (!params.ticker) throw redirect(hrefOf(here, `/chart/${encodeURIComponent(market.broadIndex ?? WHOLE_MARKET)}`));
  const arrangements = await listArrangements();
  const systems = await systemPlots(market.market);
  const asked = chartParams(search, usualOf(arrangements));
  const plot = asked.plot?.map((text) => withRules(text, systems));
  const saved = await drawingsOf(market.market, params.ticker);
  const drawings = JSON.stringify(saved);
  const answer = await askFor(request, chart, { ticker: params.ticker, ...asked, plot, drawings });
  const strategy = await strategyAsked(request, market.market, params.ticker);
  const { industry } = answer.result;
  const from = search.get("from") ?? (industry === "" ? "" : `industry:${industry}`);
  const group = from === "focus" ? [...here.focus] : from === "" ? [] : [from];
  const levels = findGroup(params.ticker) ? undefined : await findFor(request, keyLevels, { for: params.ticker });
  const list = group.length === 0 ? undefined : (await findFor(request, stocks, { group }))?.result;
  return {
    reading: answer.reading,
    chart: toWire({ ...answer.result, plots: named(answer.result.plots, asked.plot) }),
    levels: levels?.result,
    list: list && { from, title: list.title, tickers: list.rows.map((row) => row.ticker) },
    arrangements,
    strategy,
    names: await clauseNames(request, market.market),
    saved,
    systems: [...systems.keys()],
  };
}

export const meta: Route.MetaFunction = ({ params }) => [{ title: `${params["ticker"] ?? "Chart"} · Yubrin` }];

export default function ChartScreen({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const { list, arrangements, systems, saved } = loaderData;
  const { market } = useFrameValue();
  const params = chartParams(search, usualOf(arrangements));
  const result = useMemo(() => fromWire<ResultOf<typeof chart>>(loaderData.chart), [loaderData.chart]);
  const asked = result.plots.map((plot) => plot.text);
  const scale = result.compared.length > 0 ? "percent" : scaleFrom(search, usualOf(arrangements));
  const trades = loaderData.strategy.here?.trades;
  const hiddenText = search.getAll("hide").join("\n");
  const isLaterShown = search.has("later");
  const shown = useMemo(() => {
    const hidden = new Set(hiddenText.split("\n"));
    return { ...result, trades, drawings: result.drawings.filter((d) => !hidden.has(d.id) && (isLaterShown || !d.isLater)) };
  }, [result, hiddenText, isLaterShown, trades]);
  const options = useCallback((theme: ChartTheme) => priceChartOptions(theme, shown, scale), [shown, scale]);
  const words = useCallback((k: number) => barWords(result, k), [result]);
  const changes = useChartChanges(result.ticker, {
    plot: asked,
    with: params.with,
    window: params.window,
    hide: search.getAll("hide"),
    sampling: params.sampling,
    history: String(params.history),
    scale,
  });
  const drawings = useChartDrawings(result, saved, scale === "log" ? "log" : "linear", changes.note);
  const [drawnChart, setDrawnChart] = useState<EChartsType>();
  const field = useRef<HTMLInputElement>(null);
  const wayBack = useWayBack();
  const place = list ? list.tickers.indexOf(result.ticker) : -1;
  const hrefAt = (by: number) => neighbourHref(here, list, place + by, search);
  const go = (by: number) => {
    const to = place >= 0 ? hrefAt(by) : undefined;
    if (to) void navigate(to, { replace: true });
    return to !== undefined;
  };
  const plans = usePlans();
  // From the level in hand, or around the last session.
  const level = result.drawings.find((d) => d.id === drawings.selected && d.kind === "level");
  const isPlanned = !findGroup(result.ticker);
  const plan = () => {
    if (!isPlanned) return false;
    const price = level?.points[0]?.price;
    void plans.begin({
      ticker: result.ticker,
      ...(price === undefined ? {} : { level: price, origin: `the level \u201c${level!.name}\u201d` }),
    });
    return true;
  };
  useChartKeys({
    arrangements: arrangements.all,
    changes,
    add: () => field.current?.focus(),
    go,
    plan,
    back: () => wayBack(list ? hrefOf(here, "/groups", { in: list.from }) : undefined),
  });
  const offered = offeredFor(result, market?.broadIndex);
  const add = (reading: TypedReading) => {
    if ("plot" in reading) changes.setPlots([...asked, reading.plot], `${reading.title} was added`);
    else if ("compare" in reading) changes.setCompared([...params.with, ...reading.compare].slice(0, 5), reading.title);
    else if ("draw" in reading) drawings.begin(reading);
    else changes.setWindow(reading.window, reading.title);
  };
  const twinOf = (study: string, own: Readonly<Record<string, string | readonly string[] | undefined>>) =>
    hrefOf({ ...here, focus: [] }, `/data/${study}`, {
      ticker: result.ticker,
      history: String(params.history),
      sampling: params.sampling,
      ...own,
    });
  return (
    <>
      <div className="flex items-start justify-between gap-6">
        <Reading sentences={loaderData.reading} quiet />
        {list && place >= 0 && <ListPosition list={list} place={place} previous={hrefAt(-1)} next={hrefAt(1)} />}
      </div>
      <ControlSentence
        files={
          <>
            {isPlanned && (
              <button type="button" className="hover:text-indigo" disabled={plans.busy} onClick={plan} title="b">
                plan a trade{level ? " at the level" : ""}
              </button>
            )}
          </>
        }
        pictures={<ExportPicture drawn={drawnChart} chart={shown} scale={scale} />}
        twin={twinOf("chart", {
          plot: result.plots.map((p) => p.text),
          window: params.window,
          with: params.with,
        })}
      >
        <InlineMenu label="Sampling" param="sampling" value={result.sampling} choices={SAMPLING_CHOICES} /> bars over{" "}
        <InlineMenu label="History" param="history" value={String(params.history)} choices={HISTORIES} /> on a{" "}
        <InlineMenu label="Scale" param="scale" value={scale} choices={SCALE_CHOICES} /> axis, arranged as{" "}
        <ArrangementMenu
          all={arrangements.all}
          usual={arrangements.usual}
          isUsual={!search.has("plot")}
          now={{ plots: asked, sampling: params.sampling, history: params.history, scale }}
          onApply={changes.apply}
        />
        , compared with <CompareMenu asked={params.with} names={result.compared.map((c) => c.name)} offered={offered} />
      </ControlSentence>
      <div className="grid h-[calc(100dvh-212px)] min-h-[440px] grid-cols-[1fr_290px] grid-rows-[minmax(0,1fr)] gap-5">
        <Chart
          main
          className="size-full min-w-0"
          label={`${result.name} in ${result.sampling} candles: arrows walk the bars, plus and minus zoom, Shift with arrows pans.`}
          words={words}
          options={options}
          days={result.days}
          onDrawn={setDrawnChart}
          overlay={(drawn) => <ChartOverlay drawn={drawn} chart={shown} scale={scale} drawings={drawings} />}
        />
        <ChartLegend
          chart={result}
          onPlots={changes.setPlots}
          onCompare={changes.setCompared}
          onWindow={changes.setWindow}
          drawn={{ shown: shown.drawings.length, hidden: hiddenText === "" ? 0 : search.getAll("hide").length }}
          drawings={
            <DrawingRows
              drawings={result.drawings.filter((d) => isLaterShown || !d.isLater)}
              saved={saved}
              asOf={result.asOf}
              hidden={search.getAll("hide")}
              selected={drawings.selected}
              onSelect={drawings.select}
              onHide={changes.toggleHidden}
              onRemove={drawings.remove}
              onChange={drawings.change}
              onCopy={drawings.copy}
            />
          }
        >
          <AddField input={field} twin={twinOf("plots", {})} offered={offered} systems={systems} onAdd={add} />
          <LaterDrawings drawings={result.drawings} isShown={isLaterShown} />
          {drawings.error && (
            <p role="alert" className="mt-1.5 text-[12px] text-rust">
              {drawings.error}
            </p>
          )}
          <LastDone told={changes.told?.words} onUndo={changes.undo} />
        </ChartLegend>
      </div>
      <Facts chart={result} levels={loaderData.levels} />
      <StrategyPart
        ticker={result.ticker}
        asked={loaderData.strategy}
        body={strategyFrom(search, market?.market ?? "")}
        names={loaderData.names}
        lists={[
          ...(list ? [{ key: list.from, name: `the stocks of ${list.title}` }] : []),
          { key: WHOLE_MARKET, name: "all members of the market" },
        ]}
      />
      <BarsTable chart={result} />
      {!list && (
        <p className="mt-3 text-soft">
          To walk a list with Up and Down, open a stock from{" "}
          <Link className="figure-link" to={hrefOf(here, "/groups")}>
            Groups
          </Link>
          .
        </p>
      )}
    </>
  );
}

const usualOf = ({ all, usual }: Awaited<ReturnType<typeof listArrangements>>) => all.find((a) => a.name === usual);
