import type { DrawnMark, DrawnRibbon, Plotted, StateTone } from "@studies/chart/plots/drawn";
import { FONT, placedValues, type ChartTheme } from "./chart-theme";
import type { LineStyle } from "./plot-styles";
import type { RenderApi, RenderParams } from "./render-item";
import { runsOf } from "./runs-of";

/** Bars in view up to which each is drawn by itself. */
export const FINE = 900;

/** The value furthest from nought. */
const furthest = (values: ArrayLike<number>) => {
  let most = NaN;
  for (let k = 0; k < values.length; k++) if (Math.abs(values[k]!) > Math.abs(most) || Number.isNaN(most)) most = values[k]!;
  return most;
};

/** Lines, bars and dots of a plot in a frame; on the prices as they are placed on their axis. */
export function lineSeriesOf(
  theme: ChartTheme,
  plot: Plotted,
  style: LineStyle,
  axis: number,
  placed: (x: number) => number,
): object[] {
  const own = theme[style.colour];
  const inPane = axis > 0;
  const several = (plot.lines ?? []).length > 1;
  return (plot.lines ?? []).map(({ name, values, style: kind, numbers }, k, all) => {
    const data = placedValues(values, axis === 0 ? placed : undefined);
    const shared = {
      ...{ name: `${plot.title}, ${name}`, data, xAxisIndex: axis, yAxisIndex: axis, silent: true },
      // Where the pointer is, is asked of one series a frame; on the prices of the bars.
      tooltip: { show: inPane && k === 0 },
    };
    if (kind === "bars")
      return {
        ...shared,
        type: "bar" as const,
        large: true,
        largeThreshold: FINE / 3,
        // With more of them than pixels, the furthest out a pixel.
        sampling: furthest,
        barWidth: "40%",
        barMinWidth: 1,
        barMaxWidth: 5,
        itemStyle: { color: theme.soft },
      };
    // On the prices the secondary line of a plot is dotted, in a pane it has the accent.
    const isSecond = inPane && kind === "line" && all.findIndex((line) => line.style === "line") !== k;
    const colour = kind === "thin" && inPane ? theme.indigo : isSecond ? theme.soft : own;
    const isDots = kind === "dots";
    return {
      ...shared,
      type: "line" as const,
      showSymbol: isDots || numbers !== undefined,
      showAllSymbol: true,
      symbol: "circle",
      symbolSize: numbers ? 4 : 2.5,
      ...(numbers ? { connectNulls: true, label: numberLabels(theme, numbers) } : { sampling: "minmax" as const }),
      lineStyle: {
        color: colour,
        width: isDots ? 0 : kind === "thin" || numbers ? 0.9 : several ? 1 : 1.3,
        type: kind === "thin" && !inPane ? ("dotted" as const) : style.type,
      },
      itemStyle: { color: colour },
    };
  });
}

function numberLabels(theme: ChartTheme, numbers: readonly (readonly [number, string])[]) {
  const texts = new Map(numbers);
  return {
    show: true,
    position: "top" as const,
    color: theme.indigo,
    fontFamily: FONT,
    fontSize: 11,
    fontWeight: 600 as const,
    formatter: ({ dataIndex }: { dataIndex: number }) => texts.get(dataIndex) ?? "",
  };
}

/** Levels of a pane that guide the eye. */
export function guideLines(theme: ChartTheme, guides: readonly number[]) {
  if (guides.length === 0) return {};
  return {
    markLine: {
      silent: true,
      symbol: "none",
      animation: false,
      label: { show: false },
      lineStyle: { color: theme.soft, width: 0.6, type: "dashed" as const, opacity: 0.7 },
      data: guides.map((yAxis) => ({ yAxis })),
    },
  };
}

/** The colour and strength of a state by how it counts. */
function stateFill(theme: ChartTheme, tone: StateTone): { readonly fill: string; readonly opacity: number } {
  if (tone === 0) return { fill: theme.rule, opacity: 0.55 };
  return { fill: tone > 0 ? theme.teal : theme.rust, opacity: Math.abs(tone) < 1 ? 0.28 : 0.6 };
}

/** A band of states over time; the word stands in a run with room for it. */
export function ribbonSeries(theme: ChartTheme, { name, states, words, tones }: DrawnRibbon, axis: number) {
  return {
    type: "custom" as const,
    name,
    xAxisIndex: axis,
    yAxisIndex: axis,
    silent: true,
    clip: true,
    encode: { x: [0, 1], y: -1 },
    data: runsOf(states).filter(([, , state]) => state >= 0),
    renderItem: ({ coordSys }: RenderParams, api: RenderApi) => {
      const half = api.size([1, 0])[0] / 2;
      const left = Math.max(coordSys.x, api.coord([api.value(0), 0])[0] - half);
      const right = Math.min(coordSys.x + coordSys.width, api.coord([api.value(1), 0])[0] + half);
      if (right <= left) return undefined;
      const state = api.value(2);
      const word = words[state]!;
      const { fill, opacity } = stateFill(theme, tones[state]!);
      const { y, height } = coordSys;
      const hasRoom = right - left > 6.5 * word.length + 8;
      return {
        type: "group" as const,
        children: [
          { type: "rect" as const, shape: { x: left, y, width: right - left, height }, style: { fill, opacity } },
          ...(hasRoom
            ? [
                {
                  type: "text" as const,
                  x: left + 4,
                  y: y + height / 2,
                  style: { text: word, fill: theme.ink, font: `10px ${FONT}`, verticalAlign: "middle" as const },
                },
              ]
            : []),
        ],
      };
    },
  };
}

/** Marks in a pane of its own: a dot over the bar. */
export function paneMarks(theme: ChartTheme, plot: Plotted, axis: number) {
  const values = plot.lines?.[0]?.values;
  return {
    type: "scatter" as const,
    name: plot.title,
    xAxisIndex: axis,
    yAxisIndex: axis,
    silent: true,
    symbol: "circle",
    symbolSize: 5,
    symbolOffset: [0, -5],
    itemStyle: { color: theme.indigo },
    data: (plot.marks ?? []).map(({ sample }) => [sample, values?.[sample] ?? 0]),
  };
}

/** Marks on the prices: a dotted line with a dot at its foot, a signal an arrow at the bar. */
export function markSeries(
  theme: ChartTheme,
  title: string,
  marks: readonly DrawnMark[],
  { high, low }: { readonly high: readonly (number | "-")[]; readonly low: readonly (number | "-")[] },
) {
  return {
    type: "custom" as const,
    name: title,
    silent: true,
    clip: true,
    encode: { x: 0, y: -1 },
    data: marks.map((m) => [m.sample]),
    renderItem: ({ dataIndex, coordSys }: RenderParams, api: RenderApi) => {
      const { sample, sign } = marks[dataIndex]!;
      const x = api.coord([sample, 0])[0];
      if (x < coordSys.x || x > coordSys.x + coordSys.width) return undefined;
      const bottom = coordSys.y + coordSys.height;
      if (sign === 0)
        return {
          type: "group" as const,
          children: [
            {
              type: "line" as const,
              shape: { x1: x, y1: coordSys.y, x2: x, y2: bottom },
              style: { stroke: theme.soft, lineWidth: 0.7, lineDash: [1, 3], opacity: 0.8 },
            },
            { type: "circle" as const, shape: { cx: x, cy: bottom - 4, r: 2.5 }, style: { fill: theme.soft } },
          ],
        };
      const at = sign > 0 ? low[sample] : high[sample];
      const y = (typeof at === "number" ? api.coord([sample, at])[1] : bottom) + 8 * sign;
      return {
        type: "polygon" as const,
        shape: {
          points: [
            [x, y],
            [x - 4, y + 7 * sign],
            [x + 4, y + 7 * sign],
          ],
        },
        style: { fill: sign > 0 ? theme.teal : theme.rust },
      };
    },
  };
}
