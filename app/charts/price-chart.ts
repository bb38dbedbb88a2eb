import type { EChartsCoreOption } from "echarts/core";
import { isoDate } from "@core/columns/epoch-day";
import { date, fixed, price, signedPercent } from "@studies/words/words";
import { frame, sessionAxis, tooltip, valueAxis, type ChartTheme } from "./chart-theme";
import type { WindowMarks } from "@studies/seasons/window-marks";
import { DIRECTION_WORDS, regimeAreas } from "./regime-areas";
import { windowAreas } from "./window-areas";

export interface PriceChart {
  readonly days: Int32Array;
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
export function priceChartOptions(theme: ChartTheme, data: PriceChart): EChartsCoreOption {
  const dates = Array.from(data.days, isoDate);
  const blank = (x: number) => (Number.isNaN(x) ? "-" : x);
  const foot = data.relative.length > 0;
  // Marks of a window take the place of the regime's tint.
  const areas = data.window ? windowAreas(theme, data, data.window) : regimeAreas(theme, dates, data.direction);
  const grids = foot
    ? [
        { top: 10, height: "58%" },
        { top: "64%", height: "10%" },
        { top: "78%", bottom: 24 },
      ]
    : [
        { top: 10, height: "70%" },
        { top: "78%", bottom: 24 },
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
    data: Array.from(values, blank),
    xAxisIndex: axis,
    yAxisIndex: axis,
    showSymbol: false,
    lineStyle: { color: colour, width, type },
    itemStyle: { color: colour },
    silent: true,
  });
  return {
    grid: grids.map((g) => frame({ right: 52, ...g })),
    xAxis: grids.map((_, k) => sessionAxis(theme, dates, k, k === grids.length - 1)),
    yAxis: [
      valueAxis(theme, 0),
      valueAxis(theme, 1, { splitNumber: 2, axisLabel: { show: false }, splitLine: { show: false }, min: 0 }),
      ...(foot ? [valueAxis(theme, 2, { splitNumber: 2 })] : []),
    ],
    axisPointer: { link: [{ xAxisIndex: "all" }] },
    tooltip: { ...tooltip(theme), formatter: (points: { dataIndex: number }[]) => tooltipText(data, points[0]?.dataIndex ?? 0) },
    series: [
      // What has closes alone is a line.
      ...(hasRange(data) ? [] : [line("close", data.close, theme.ink, 1.4, 0)]),
      {
        type: "candlestick",
        name: "price",
        data: dates.map((_, k) => [blank(data.open[k]!), blank(data.close[k]!), blank(data.low[k]!), blank(data.high[k]!)]),
        // Hollow when it closed above its open, solid when below: colour is kept for meaning.
        itemStyle: { color: theme.paper, color0: theme.ink, borderColor: theme.ink, borderColor0: theme.ink, borderWidth: 1 },
        ...(areas.length > 0 ? { markArea: { silent: true, data: areas } } : {}),
      },
      ...data.averages.map((a, k) =>
        line(averageName(data, a.n), a.values, k === 0 ? theme.soft : theme.indigo, k === 0 ? 1 : 1.3, 0, AVERAGE_LINES[k]),
      ),
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

function hasRange({ high }: PriceChart): boolean {
  return high.some((x) => !Number.isNaN(x));
}

function tooltipText(data: PriceChart, k: number): string {
  const head = `<b>${date(data.days[k]!)}</b>`;
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
  if (data.relative.length > 0) lines.push(`relative ${fixed(data.relative[k]!, 1)}`);
  const state = DIRECTION_WORDS[data.direction[k] ?? -1];
  if (state) lines.push(`regime ${state}`);
  return lines.join("<br>");
}
