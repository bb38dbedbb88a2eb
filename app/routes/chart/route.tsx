import { useCallback, useMemo } from "react";
import { Link, redirect, useNavigate, useSearchParams } from "react-router";
import { chart } from "@studies/chart/chart";
import { keyLevels } from "@studies/key-levels/key-levels";
import { findGroup, groupKeyText, WHOLE_MARKET } from "@studies/sets/group-key";
import { stocks } from "@studies/strength/stocks";
import { dayOfYear } from "@studies/words/words";
import { getDesk } from "@server/desk-of-app.server";
import { askFor, findFor, foreseen } from "~/ask.server";
import { Chart } from "~/charts/chart";
import type { ChartTheme } from "~/charts/chart-theme";
import { AVERAGE_LINES, averageName, barWords, COMPARED_COLOURS, priceChartOptions, type PriceChart } from "~/charts/price-chart";
import { hrefNowWith, hrefOf, parseHere, useHere, useHrefWith, type Here } from "~/here";
import { useFrameValue } from "~/frame-context";
import { useWayBack } from "~/opener";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Legend, type LegendEntry } from "~/ui/legend";
import { Reading } from "~/ui/reading";
import { Explained } from "~/ui/term";
import { useKeys } from "~/ui/use-keys";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { BarsTable } from "./bars-table";
import { CompareMenu } from "./compare-menu";
import { Facts } from "./facts";
import { ListPosition } from "./list-position";
import { AVERAGE_KINDS, AVERAGE_SETS, chartParams, HISTORIES, SAMPLING_CHOICES, SCALE_CHOICES, scaleFrom } from "./params";

/** One instrument, and its place in the list it came from: `from` is a group, "focus", or nothing for its industry. */
export async function loader({ request, params }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const here = parseHere(search);
  if (!params.ticker) {
    const market = await foreseen(async () => (await getDesk()).findMarket(here.market));
    throw redirect(hrefOf(here, `/chart/${encodeURIComponent(market.broadIndex ?? WHOLE_MARKET)}`));
  }
  const answer = await askFor(request, chart, { ticker: params.ticker, ...chartParams(search) });
  const { industry } = answer.result;
  const from = search.get("from") ?? (industry === "" ? "" : `industry:${industry}`);
  const group = from === "focus" ? [...here.focus] : from === "" ? [] : [from];
  const levels = findGroup(params.ticker) ? undefined : await findFor(request, keyLevels, { for: params.ticker });
  const list = group.length === 0 ? undefined : (await findFor(request, stocks, { group }))?.result;
  return {
    reading: answer.reading,
    chart: toWire(answer.result),
    levels: levels?.result,
    list: list && { from, title: list.title, tickers: list.rows.map((row) => row.ticker) },
  };
}

export const meta: Route.MetaFunction = ({ params }) => [{ title: `${params["ticker"] ?? "Chart"} · Yubrin` }];

export default function ChartScreen({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const navigate = useNavigate();
  const hrefWith = useHrefWith();
  const [search] = useSearchParams();
  const { list } = loaderData;
  const { market } = useFrameValue();
  const result = useMemo(() => fromWire<ResultOf<typeof chart>>(loaderData.chart), [loaderData.chart]);
  const scale = result.compared.length > 0 ? "percent" : scaleFrom(search);
  const options = useCallback((theme: ChartTheme) => priceChartOptions(theme, result, scale), [result, scale]);
  const words = useCallback((k: number) => barWords(result, k), [result]);
  const sample = (sampling: string) => void navigate(hrefNowWith({ sampling }), { replace: true, preventScrollReset: true });
  const wayBack = useWayBack();
  const place = list ? list.tickers.indexOf(result.ticker) : -1;
  const hrefAt = (by: number) => neighbourHref(here, list, place + by, search);
  const go = (by: number) => {
    const to = place >= 0 ? hrefAt(by) : undefined;
    if (to) void navigate(to, { replace: true });
    return to !== undefined;
  };
  useKeys({
    ArrowDown: () => go(1),
    ArrowUp: () => go(-1),
    d: () => {
      sample("daily");
    },
    w: () => {
      sample("weekly");
    },
    "Shift+M": () => {
      sample("monthly");
    },
    Backspace: () => wayBack(list ? hrefOf(here, "/groups", { in: list.from }) : undefined),
  });
  const { sector, industry } = result;
  const offered = [
    ...(market?.broadIndex && market.broadIndex !== result.ticker
      ? [{ ticker: market.broadIndex, name: result.referenceName }]
      : []),
    ...(sector === "" ? [] : [{ ticker: groupKeyText("sector", sector), name: `${sector} (sector)` }]),
    ...(industry === "" ? [] : [{ ticker: groupKeyText("industry", industry), name: `${industry} (industry)` }]),
  ];
  const set = AVERAGE_SETS.find((s) => s.value === result.averages.map((a) => a.n).join("-"));
  const params = chartParams(search);
  const twin = hrefOf({ ...here, focus: [] }, "/data/chart", {
    ticker: result.ticker,
    history: String(params.history),
    sampling: params.sampling,
    averages: result.averages.map((a) => String(a.n)),
    average: params.average,
    window: params.window,
    with: params.with,
  });
  return (
    <>
      <div className="flex items-start justify-between gap-6">
        <Reading sentences={loaderData.reading} quiet />
        {list && place >= 0 && <ListPosition list={list} place={place} previous={hrefAt(-1)} next={hrefAt(1)} />}
      </div>
      <ControlSentence twin={twin}>
        <InlineMenu label="Sampling" param="sampling" value={result.sampling} choices={SAMPLING_CHOICES} /> bars over{" "}
        <InlineMenu label="History" param="history" value={String(params.history)} choices={HISTORIES} /> on a{" "}
        <InlineMenu label="Scale" param="scale" value={scale} choices={SCALE_CHOICES} /> axis, with{" "}
        <InlineMenu label="Kind of average" param="average" value={result.average} choices={AVERAGE_KINDS} /> averages of{" "}
        <InlineMenu label="Averages" param="averages" value={set?.value ?? ""} choices={AVERAGE_SETS} />{" "}
        {SAMPLE_WORDS[result.sampling]}, compared with{" "}
        <CompareMenu asked={params.with} names={result.compared.map((c) => c.name)} offered={offered} />
        {result.window ? (
          <>
            , the window from <b className="font-semibold text-ink">{dayOfYear(result.window.start)}</b> of {result.window.hold}{" "}
            sessions marked in every year (
            <Link className="text-indigo underline" to={hrefWith({ window: undefined })} replace preventScrollReset>
              take away
            </Link>
            )
          </>
        ) : result.relative.length > 0 ? (
          `, the line relative to ${result.referenceName} at the foot`
        ) : (
          <>
            , tinted where the <Explained text="regime" /> is rising or falling
          </>
        )}
      </ControlSentence>
      <div className="grid grid-cols-[1fr_200px] gap-5">
        <figure className="min-w-0">
          <div className="flex justify-end pr-14">
            <Legend entries={priceLegend(result)} />
          </div>
          <Chart
            main
            className="h-[calc(100dvh-240px)] min-h-[420px]"
            label={`${result.name} in ${result.sampling} candles, with averages, volume and relative line: arrows walk the bars, plus and minus zoom, Shift with arrows pans.`}
            words={words}
            options={options}
            days={result.days}
          />
        </figure>
        <Facts chart={result} levels={loaderData.levels} />
      </div>
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

function priceLegend(chart: PriceChart): LegendEntry[] {
  const { averages, relative, compared = [] } = chart;
  return [
    ...compared.map(({ name }, k) => ({ label: name, colour: COMPARED_COLOURS[k]!, line: "solid" as const })),
    ...averages.map((a, k) => ({
      label: averageName(chart, a.n),
      colour: k === 0 ? "var(--soft)" : "var(--indigo)",
      line: AVERAGE_LINES[k]!,
    })),
    ...(relative.length > 0 ? [{ label: "relative, 100 at the start", colour: "var(--ink)", line: "solid" as const }] : []),
  ];
}

/** The chart of a neighbour in the list, with the present settings; undefined past its ends. */
function neighbourHref(
  here: Here,
  list: { readonly from: string; readonly tickers: readonly string[] } | undefined,
  index: number,
  search: URLSearchParams,
) {
  const ticker = list?.tickers[index];
  if (!list || ticker === undefined) return undefined;
  const keep = (name: string) => search.get(name) ?? undefined;
  return hrefOf(here, `/chart/${encodeURIComponent(ticker)}`, {
    from: list.from,
    history: keep("history"),
    averages: keep("averages"),
    average: keep("average"),
    window: keep("window"),
    sampling: keep("sampling"),
    scale: keep("scale"),
    with: search.getAll("with"),
  });
}

const SAMPLE_WORDS = { daily: "sessions", weekly: "weeks", monthly: "months" } as const;
