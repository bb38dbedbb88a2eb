import type { EChartsCoreOption } from "echarts/core";
import { isoDate } from "@core/columns/epoch-day";
import { GROUP_COLOURS } from "~/ui/group-colour";
import { date, fixed, price, signedPercent } from "@studies/words/words";
import { frame, sessionAxis, tooltip, valueAxis, type ChartTheme } from "./chart-theme";
import type { Sampling } from "@core/rotation/samples";
import type { WindowMarks } from "@studies/seasons/window-marks";
import { DIRECTION_WORDS, regimeAreas } from "./regime-areas";
import { windowAreas } from "./window-areas";

/** How prices stand on their axis: evenly, by their ratios, or as changes from the first one. */
export const PRICE_SCALES = ["linear", "log", "percent"] as const;
export type PriceScale = (typeof PRICE_SCALES)[number];

export interface PriceChart {
  /** Last session of each bar. */
  readonly days: Int32Array;
  readonly sampling: Sampling;
  /** Whether the last bar is not over yet. */
  readonly inProgress: boolean;
  readonly open: Float64Array;
  readonly high: Float64Array;
  readonly low: Float64Array;
  readonly close: Float64Array;
  readonly volume: Float64Array;
  /** Simple or exponential averages. */
  readonly average: "sma" | "ema";
  readonly averages: readonly { readonly n: number; readonly values: Float64Array }[];
  /** Line relative to the index, empty for the index itself. */
  readonly relative: Float64Array;
  readonly referenceName: string;
  /** Direction of the regime a session (0 falling, 1 ranging, 2 rising), for the index itself. */
  readonly direction: Int8Array;
  /** Closes of what it is compared with: then all stand in percent from the start. */
  readonly compared?: readonly { readonly name: string; readonly close: Float64Array }[];
  /** A date window as it came out year by year, where one is asked for. */
  readonly window?: WindowMarks | undefined;
}

/** "simple 50", "exponential 200". */
export function averageName({ average }: Pick<PriceChart, "average">, n: number): string {
  return `${average === "ema" ? "exponential" : "simple"} ${n}`;
}

/** How the averages are told apart, the shortest first. */
export const AVERAGE_LINES = ["solid", "solid", "dashed", "dotted", "dotted"] as const;

/** Candles with averages, volume under them, and the line relative to the index (or the index's regime) at the foot. */
export function priceChartOptions(theme: ChartTheme, data: PriceChart, asked: PriceScale = "linear"): EChartsCoreOption {
  const compared = data.compared ?? [];
  const scale = compared.length > 0 ? "percent" : asked;
  const dates = Array.from(data.days, isoDate);
  const blank = (x: number) => (Number.isNaN(x) ? "-" : x);
  const base = firstTogether(data);
  const placed = scale === "percent" ? (x: number) => 100 * (x / data.close[base]! - 1) : (x: number) => x;
  const foot = data.relative.length > 0;
  // Marks of a window take the place of the regime's tint.
  const areas = data.window ? windowAreas(theme, data, data.window) : regimeAreas(theme, dates, data.direction);
  // Room for the dates, and for the overview of a long history.
  const under = dates.length > LONG ? 42 : 24;
  const grids = foot
    ? [
        { top: 10, height: "58%" },
        { top: "64%", height: "10%" },
        { top: "78%", bottom: under },
      ]
    : [
        { top: 10, height: "70%" },
        { top: "78%", bottom: under },
      ];
  const line = (
    name: string,
    values: Float64Array,
    colour: string,
    width: number,
    axis: number,
    type: "solid" | "dashed" | "dotted" = "solid",
  ) => ({
    type: "line" as const,
    name,
    data: Array.from(values, (x) => blank(axis === 0 ? placed(x) : x)),
    xAxisIndex: axis,
    yAxisIndex: axis,
    showSymbol: false,
    lineStyle: { color: colour, width, type },
    itemStyle: { color: colour },
    silent: true,
  });
  return {
    grid: grids.map((g) => frame({ right: 52, ...g })),
    xAxis: grids.map((_, k) => sessionAxis(theme, dates, k, k === grids.length - 1, true)),
    yAxis: [
      valueAxis(theme, 0, priceAxis(scale, data)),
      valueAxis(theme, 1, { splitNumber: 2, axisLabel: { show: false }, splitLine: { show: false }, min: 0 }),
      ...(foot ? [valueAxis(theme, 2, { splitNumber: 2 })] : []),
    ],
    axisPointer: { link: [{ xAxisIndex: "all" }] },
    dataZoom: zooms(
      theme,
      grids.map((_, k) => k),
      dates.length,
    ),
    tooltip: { ...tooltip(theme), formatter: (points: { dataIndex: number }[]) => tooltipText(data, points[0]?.dataIndex ?? 0) },
    series: [
      // What has closes alone is a line.
      ...(hasRange(data) ? [] : [line("close", data.close, theme.ink, 1.4, 0)]),
      {
        type: "candlestick",
        name: "price",
        data: dates.map((_, k) => {
          const value = [data.open, data.close, data.low, data.high].map((column) => blank(placed(column[k]!)));
          const isNow = data.inProgress && k === dates.length - 1;
          return isNow
            ? { value, itemStyle: { borderColor: theme.amber, borderColor0: theme.amber, color0: theme.amber } }
            : value;
        }),
        // Hollow when it closed above its open, solid when below: colour is kept for meaning.
        itemStyle: { color: theme.paper, color0: theme.ink, borderColor: theme.ink, borderColor0: theme.ink, borderWidth: 1 },
        ...(areas.length > 0 ? { markArea: { silent: true, data: areas } } : {}),
      },
      ...data.averages.map((a, k) =>
        line(averageName(data, a.n), a.values, k === 0 ? theme.soft : theme.indigo, k === 0 ? 1 : 1.3, 0, AVERAGE_LINES[k]),
      ),
      ...compared.map(({ name, close }, k) => ({
        ...line(name, new Float64Array(0), COMPARED_COLOURS[k]!, 1.5, 0),
        data: Array.from(close, (x) => blank(100 * (x / close[base]! - 1))),
      })),
      {
        type: "bar",
        name: "volume",
        data: Array.from(data.volume, blank),
        xAxisIndex: 1,
        yAxisIndex: 1,
        barWidth: 1,
        itemStyle: { color: theme.soft },
        silent: true,
      },
      ...(foot ? [line("relative", data.relative, theme.ink, 1.3, 2)] : []),
    ],
  };
}

/** Bars from which on there is an overview to move along. */
const LONG = 300;

/** The wheel zooms and a drag pans; under a long history a slim overview does both. */
function zooms(theme: ChartTheme, axes: readonly number[], bars: number): object[] {
  const inside = { type: "inside", xAxisIndex: axes, minValueSpan: 20 };
  if (bars <= LONG) return [inside];
  return [
    inside,
    {
      type: "slider",
      xAxisIndex: axes,
      minValueSpan: 20,
      left: 4,
      right: 52,
      bottom: 0,
      height: 14,
      showDetail: false,
      brushSelect: false,
      borderColor: theme.rule,
      backgroundColor: "transparent",
      fillerColor: `${theme.indigo}1f`,
      dataBackground: { lineStyle: { color: theme.soft, width: 0.6 }, areaStyle: { opacity: 0 } },
      selectedDataBackground: { lineStyle: { color: theme.indigo, width: 0.8 }, areaStyle: { opacity: 0 } },
      handleStyle: { color: theme.paper, borderColor: theme.indigo },
      moveHandleSize: 0,
    },
  ];
}

/** Colours of what is compared, in its order. */
export const COMPARED_COLOURS = [1, 2, 3, 4, 5].map((k) => GROUP_COLOURS[k]!);

/** The first bar at which all have a close: there the percentages begin. */
function firstTogether({ close, compared = [] }: Pick<PriceChart, "close" | "compared">): number {
  const found = close.findIndex((x, k) => !Number.isNaN(x) && compared.every((other) => !Number.isNaN(other.close[k])));
  return found >= 0 ? found : close.findIndex((x) => !Number.isNaN(x));
}

/** Round numbers within a decade, about evenly spaced by their ratios. */
const ROUND = [1, 1.5, 2, 3, 5, 7];

/** The axis of prices: with round numbers where their ratios count. */
function priceAxis(scale: PriceScale, { high, low, close }: PriceChart): Record<string, unknown> {
  if (scale === "percent") {
    // Nothing falls by more than all of it.
    const min = (of: { min: number; max: number }) => Math.max(-100, of.min - (of.max - of.min) / 20);
    return { min, axisLabel: { showMinLabel: false, formatter: (x: number) => signedPercent(x / 100, 0) } };
  }
  if (scale === "linear") return {};
  const known = [...high, ...low, ...close].filter((x) => x > 0);
  const [least, most] = [Math.min(...known), Math.max(...known)];
  const decades = Array.from({ length: Math.ceil(Math.log10(most)) + 4 }, (_, k) => 10 ** (k - 3));
  const values = decades.flatMap((d) => ROUND.map((x) => Number((x * d).toPrecision(2)))).filter((x) => x >= least && x <= most);
  return {
    type: "log",
    min: (of: { min: number }) => of.min * 0.98,
    max: (of: { max: number }) => of.max * 1.02,
    axisTick: { show: false, customValues: values },
    axisLabel: { customValues: values, hideOverlap: true, formatter: (x: number) => x.toLocaleString("en-GB") },
  };
}

/** What is told of one bar, also to those who do not see it. */
export function barWords(data: PriceChart, k: number): string {
  return tooltipText(data, k)
    .replace(/<br>/g, "; ")
    .replace(/<[^>]*>/g, "");
}

function hasRange({ high }: PriceChart): boolean {
  return high.some((x) => !Number.isNaN(x));
}

function tooltipText(data: PriceChart, k: number): string {
  const to = data.sampling === "daily" ? "" : `${data.sampling === "weekly" ? "week" : "month"} to `;
  const isNow = data.inProgress && k === data.days.length - 1;
  const head = `<b>${to}${date(data.days[k]!)}</b>${isNow ? ", not over" : ""}`;
  if (Number.isNaN(data.close[k])) return `${head}<br>no bar`;
  const at = (x: number) => price(x, data.close[k]);
  const change = k > 0 ? ` (${signedPercent(data.close[k]! / data.close[k - 1]! - 1)})` : "";
  const lines = [
    head,
    ...(hasRange(data) ? [`open ${at(data.open[k]!)} · high ${at(data.high[k]!)} · low ${at(data.low[k]!)}`] : []),
    `close <b>${at(data.close[k]!)}</b>${change}`,
    `volume ${Number.isNaN(data.volume[k]) ? "–" : Math.round(data.volume[k]!).toLocaleString("en-GB")}`,
    ...data.averages.map((a) => `${averageName(data, a.n)} ${at(a.values[k]!)}`),
  ];
  const base = firstTogether(data);
  for (const { name, close } of data.compared ?? [])
    lines.push(
      `${name} ${signedPercent(close[k]! / close[base]! - 1)} (${signedPercent(data.close[k]! / data.close[base]! - 1)} here)`,
    );
  if (data.relative.length > 0) lines.push(`relative ${fixed(data.relative[k]!, 1)}`);
  const state = DIRECTION_WORDS[data.direction[k] ?? -1];
  if (state) lines.push(`regime ${state}`);
  return lines.join("<br>");
}
