import type { EChartsCoreOption } from "echarts/core";
import { isoDate } from "@core/columns/epoch-day";
import type { Plotted } from "@studies/chart/plots/drawn";
import { firstTogether, hasRange, tooltipText } from "./bar-words";
import { FONT, frame, numberedSessionAxis, placedValues, tooltip, valueAxis, type ChartTheme } from "./chart-theme";
import { drawingSeries } from "./drawing-series";
import { edgeLabelSeries } from "./edge-labels";
import { PANE_NAME, plotLayout, RIBBON_NAME, type Place } from "./plot-layout";
import { FINE, guideLines, lineSeriesOf, markSeries, paneMarks, ribbonSeries } from "./plot-series";
import { COMPARED_COLOURS, plotStyles } from "./plot-styles";
import { LONG, priceAxis, zooms, type PriceScale } from "./price-axis";
import type { PriceChart } from "./price-chart-data";
import { regimeAreas } from "./regime-areas";
import { tradeSeries } from "./trade-series";
import { windowAreas } from "./window-areas";

/** Room for the figures at the right of the prices, and with levels for their names too. */
const RIGHT = 52;
const RIGHT_WITH_LEVELS = 160;

/** Bars with everything that is drawn on, under and behind them. */
export function priceChartOptions(theme: ChartTheme, data: PriceChart, asked: PriceScale = "linear"): EChartsCoreOption {
  const compared = data.compared ?? [];
  const scale = compared.length > 0 ? "percent" : asked;
  const dates = Array.from(data.days, isoDate);
  const base = firstTogether(data);
  const { placed } = pricePlacing(data, scale);
  const shown = data.plots.filter((plot) => !plot.hidden);
  const styles = plotStyles(data.plots);
  const edges = shown.flatMap((plot) => plot.edges ?? []);
  const right = edges.length > 0 ? RIGHT_WITH_LEVELS : RIGHT;
  // Room for the dates, and for the overview of a long history.
  const isLong = dates.length > LONG;
  const places = plotLayout(data.plots, isLong ? 7.6 : 4.6);
  const axisOf = (plot: Plotted, ribbon?: number) => places.findIndex((p) => p.plot === plot && p.ribbon === ribbon);
  const tint = shown.find((plot) => plot.tint)?.tint;
  // Marks of a window take the place of the regime's tint.
  const areas = data.window ? windowAreas(theme, data, data.window) : tint ? regimeAreas(theme, tint.states) : [];
  return {
    title: places.flatMap((place) => nameOf(theme, place)),
    grid: places.map(({ top, height }) => frame({ right, top: `${top}%`, height: `${height}%` })),
    xAxis: places.map((_, k) => numberedSessionAxis(theme, dates, k, k === places.length - 1)),
    yAxis: places.map((place, k) => axisOfPlace(theme, place, k, k === 0 ? priceAxis(scale, data) : {})),
    axisPointer: { link: [{ xAxisIndex: "all" }] },
    dataZoom: zooms(theme, [...places.keys()], dates.length, right),
    tooltip: { ...tooltip(theme), formatter: (points: { dataIndex: number }[]) => tooltipText(data, points[0]?.dataIndex ?? 0) },
    series: [
      ...bars(theme, data, placed, areas),
      ...shown.flatMap((plot) => {
        const axis = plot.place === "pane" ? axisOf(plot) : 0;
        if (axis < 0) return [];
        const lines = lineSeriesOf(theme, plot, styles.get(plot.text)!, axis, placed);
        const guides = axis > 0 ? guideLines(theme, plot.guides) : {};
        const marks = plot.marks ?? [];
        return [
          ...lines.map((line, k) => (k === 0 ? { ...line, ...guides } : line)),
          ...(plot.ribbons ?? []).flatMap((ribbon, k) => {
            const own = axisOf(plot, k);
            return own < 0 ? [] : [ribbonSeries(theme, ribbon, own)];
          }),
          ...(marks.length > 0 && axis > 0 ? [paneMarks(theme, plot, axis)] : []),
          ...(marks.length > 0 && axis === 0 ? [markSeries(theme, plot.title, marks, extremesOf(data, placed))] : []),
        ];
      }),
      ...compared.map(({ name, close }, k) => ({
        type: "line" as const,
        name,
        data: placedValues(close, (x) => 100 * (x / close[base]! - 1)),
        showSymbol: false,
        sampling: "minmax",
        silent: true,
        lineStyle: { color: COMPARED_COLOURS[k]!, width: 1.5 },
        itemStyle: { color: COMPARED_COLOURS[k]! },
      })),
      ...(data.trades && data.trades.length > 0 ? [tradeSeries(theme, data, data.trades, placed)] : []),
      ...drawingSeries(theme, data.drawings ?? [], placed),
      ...(edges.length > 0
        ? [
            edgeLabelSeries(
              theme,
              edges.map((e) => ({ y: placed(e.price), text: shortened(e.name) })),
            ),
          ]
        : []),
    ],
  };
}

/** From a price to its place on the axis, and back; on one of ratios it is its logarithm that is placed evenly. */
export interface PricePlacing {
  readonly placed: (price: number) => number;
  readonly priceAt: (place: number) => number;
  readonly isLog: boolean;
}

export function pricePlacing(data: Pick<PriceChart, "close" | "compared">, scale: PriceScale): PricePlacing {
  const isLog = scale === "log";
  if (scale !== "percent") return { placed: (x) => x, priceAt: (y) => y, isLog };
  const base = data.close[firstTogether(data)]!;
  return { placed: (x) => 100 * (x / base - 1), priceAt: (y) => base * (1 + y / 100), isLog };
}

const blank = (x: number) => (Number.isNaN(x) ? ("-" as const) : x);

/** What fits beside a level. */
const shortened = (name: string) => (name.length > 24 ? `${name.slice(0, 23).trimEnd()}…` : name);

/** Highs and lows as they are placed; of what has closes alone its closes. */
function extremesOf(data: PriceChart, placed: (x: number) => number) {
  const column = (values: Float64Array) => Array.from(values, (x, k) => blank(placed(Number.isNaN(x) ? data.close[k]! : x)));
  return { high: column(data.high), low: column(data.low) };
}

type CandleColumns = readonly [open: Float64Array, close: Float64Array, low: Float64Array, high: Float64Array];

/** The place of each candle and its four prices, side by side, NaN for a gap. */
function placedCandles(columns: CandleColumns, placed: (x: number) => number): Float64Array {
  const width = 1 + columns.length;
  const out = new Float64Array(width * columns[0].length);
  for (let k = 0; k < columns[0].length; k++) {
    out[width * k] = k;
    for (const [c, column] of columns.entries()) out[width * k + 1 + c] = placed(column[k]!);
  }
  return out;
}

/** The same as a list, whose last one is not over. */
function candleList(theme: ChartTheme, columns: CandleColumns, placed: (x: number) => number): object[] {
  const last = columns[0].length - 1;
  return Array.from(columns[0], (_, k) => {
    const value = [k, ...columns.map((column) => blank(placed(column[k]!)))];
    return k === last
      ? { value, itemStyle: { borderColor: theme.amber, borderColor0: theme.amber, color0: theme.amber } }
      : value;
  });
}

/** The bars themselves: candles, or a line of what has closes alone. */
function bars(theme: ChartTheme, data: PriceChart, placed: (x: number) => number, areas: readonly object[]): object[] {
  const marked = areas.length > 0 ? { markArea: { silent: true, data: areas } } : {};
  if (!hasRange(data))
    return [
      {
        type: "line",
        name: "close",
        data: placedValues(data.close, placed),
        showSymbol: false,
        sampling: "minmax",
        lineStyle: { color: theme.ink, width: 1.4 },
        itemStyle: { color: theme.ink },
        ...marked,
      },
    ];
  const { open, high, low, close } = data;
  const columns = [open, close, low, high] as const;
  return [
    {
      type: "candlestick",
      name: "price",
      // With more bars in view than pixels their bodies cannot be seen: strokes are drawn in one go.
      large: true,
      largeThreshold: FINE,
      // Only in a list can the last one have a look of its own.
      data: data.inProgress ? candleList(theme, columns, placed) : placedCandles(columns, placed),
      encode: { x: 0, y: [1, 2, 3, 4] },
      // Hollow when it closed above its open, solid when below: colour is kept for meaning.
      itemStyle: { color: theme.paper, color0: theme.ink, borderColor: theme.ink, borderColor0: theme.ink, borderWidth: 1 },
      ...marked,
    },
  ];
}

/** The name over a pane or ribbon. */
function nameOf(theme: ChartTheme, { top, plot, ribbon }: Place): object[] {
  if (!plot) return [];
  const of = plot.ribbons?.[ribbon ?? 0];
  const text = of && plot.ribbons.length > 1 ? of.name : plot.title;
  return [
    {
      text,
      left: 2,
      top: `${top - (of ? RIBBON_NAME - 0.3 : PANE_NAME - 0.7)}%`,
      padding: 0,
      textStyle: { color: theme.ink, fontFamily: FONT, fontSize: 11, fontWeight: 600 },
    },
  ];
}

function axisOfPlace(theme: ChartTheme, { plot, ribbon }: Place, k: number, price: Record<string, unknown>) {
  if (!plot) return valueAxis(theme, k, price);
  if (ribbon !== undefined) return valueAxis(theme, k, { show: false, min: 0, max: 1, scale: false });
  // The figures of volume are told, not read off.
  if (plot.text.startsWith("volume"))
    return valueAxis(theme, k, { splitNumber: 2, axisLabel: { show: false }, splitLine: { show: false }, min: 0 });
  return valueAxis(theme, k, { splitNumber: 2 });
}
