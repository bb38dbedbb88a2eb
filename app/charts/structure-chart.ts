import type { EChartsCoreOption } from "echarts/core";
import { isoDate } from "@core/columns/epoch-day";
import { OSCILLATORS, type OscillatorName } from "@studies/words/oscillator-names";
import type { Channel, DatedLevel } from "@studies/regime/structure";
import { date, fixed, price, signedPercent } from "@studies/words/words";
import { FONT, frame, lineSeries, sessionAxis, tooltip, valueAxis, type ChartTheme } from "./chart-theme";
import { edgeLabelSeries, type EdgeLabel } from "./edge-labels";

export interface StructureChart {
  readonly name: string;
  readonly days: Int32Array;
  readonly close: Float64Array;
  readonly average200: Float64Array;
  readonly upper: Float64Array;
  readonly lower: Float64Array;
  readonly channels: { readonly short: Channel | undefined; readonly long: Channel | undefined };
  readonly pivots: readonly { readonly row: number; readonly close: number; readonly known: number }[];
  readonly levels: { readonly above: readonly DatedLevel[]; readonly below: readonly DatedLevel[] };
  readonly panes: readonly {
    readonly key: OscillatorName;
    readonly lines: readonly { readonly name: string; readonly values: Float64Array }[];
  }[];
}

/** Space at the right edge for the levels' labels. */
const EDGE = 232;
const PANE = 92;
/** Height of the picture in pixels: the price, and a pane for each oscillator. */
export const structureHeight = (panes: number): number => 380 + panes * PANE;

/** Price as legs between swings, with channels, envelope and the levels ahead; oscillators under it. */
export function structureOptions(theme: ChartTheme, data: StructureChart): EChartsCoreOption {
  const dates = Array.from(data.days, isoDate);
  const n = dates.length;
  const place = places(data.panes.length);
  const last = data.panes.length;
  const channelColour = (c: Channel) => (c.verdict === "up" ? theme.teal : c.verdict === "down" ? theme.rust : theme.soft);
  const channelLines = (c: Channel | undefined, type: "solid" | "dashed") =>
    c === undefined || c.sessions > n
      ? []
      : [c.width, 1, 1 / c.width].map((factor) =>
          lineSeries(`${c.sessions}-session channel`, alongChannel(c, factor, n), {
            color: channelColour(c),
            width: factor === 1 ? 1.4 : 0.8,
            type,
          }),
        );
  const confirmed = data.pivots.filter((p) => !Number.isNaN(p.known));
  const legs = new Array<number>(n).fill(NaN);
  const present = new Array<number>(n).fill(NaN);
  for (const p of confirmed) legs[p.row] = p.close;
  const open = confirmed.at(-1);
  if (open) {
    present[open.row] = open.close;
    present[n - 1] = data.close[n - 1]!;
  }
  return {
    grid: place,
    xAxis: place.map((_, k) => sessionAxis(theme, dates, k, k === last)),
    yAxis: [
      valueAxis(theme, 0),
      ...data.panes.map((_, k) => valueAxis(theme, k + 1, { splitNumber: 2, splitLine: { show: false } })),
    ],
    axisPointer: { link: [{ xAxisIndex: "all" }] },
    tooltip: { ...tooltip(theme), formatter: (points: { dataIndex: number }[]) => told(data, points[0]?.dataIndex ?? 0) },
    series: [
      lineSeries("upper band", data.upper, { color: theme.soft, width: 0.7 }),
      lineSeries("lower band", data.lower, { color: theme.soft, width: 0.7 }),
      lineSeries("200-session simple average", data.average200, { color: theme.soft, width: 1.3, type: "dotted" }),
      ...channelLines(data.channels.long, "dashed"),
      ...channelLines(data.channels.short, "solid"),
      lineSeries(data.name, data.close, { color: theme.ink, width: 1 }),
      edgeLabelSeries(theme, levelLabels(data)),
      {
        ...lineSeries("legs", legs, { color: theme.ink, width: 2.2 }),
        connectNulls: true,
        showSymbol: true,
        symbol: "circle",
        symbolSize: 6,
      },
      { ...lineSeries("present leg", present, { color: theme.ink, width: 2.2, type: "dashed" }), connectNulls: true },
      ...data.panes.flatMap((pane, k) =>
        pane.lines.map((l, i) => ({
          ...lineSeries(
            l.name,
            l.values,
            { color: i === 0 ? theme.ink : theme.soft, width: i === 0 ? 1.2 : 0.9, type: i === 2 ? "dotted" : "solid" },
            k + 1,
          ),
          ...(i === 0 ? { markLine: guideLines(theme, pane.key) } : {}),
        })),
      ),
    ],
  };
}

function places(panes: number) {
  const total = structureHeight(panes);
  const price = total - panes * PANE - 26;
  return [
    frame({ top: 8, height: price - 8, right: EDGE }),
    ...Array.from({ length: panes }, (_, k) => frame({ top: price + 18 + k * PANE, height: PANE - 22, right: EDGE })),
  ];
}

/** The values of one line of a channel over the sessions of the picture. */
function alongChannel(c: Channel, factor: number, n: number): number[] {
  const growth = Math.log(c.to / c.from) / (c.sessions - 1);
  return Array.from({ length: n }, (_, k) => {
    const at = k - (n - c.sessions);
    return at < 0 ? NaN : c.from * Math.exp(growth * at) * factor;
  });
}

/** What is written of each of the levels ahead. */
function levelLabels({ levels }: StructureChart): EdgeLabel[] {
  return [...levels.above, ...levels.below].map((l) => ({
    y: l.price,
    text: `${price(l.price)}  ${signedPercent(l.distance)} · ${fixed(Math.abs(l.atrs), 1)} ATR${l.met > 1 ? ` · ${l.met}×` : ""}`,
  }));
}

function guideLines(theme: ChartTheme, key: OscillatorName) {
  return {
    silent: true,
    symbol: "none",
    lineStyle: { color: theme.rule, width: 1, type: "solid" as const },
    label: { show: false },
    data: [
      ...OSCILLATORS[key].guides.map((y) => ({ yAxis: y })),
      // The name of the pane stands at its right edge.
      {
        type: "max" as const,
        lineStyle: { opacity: 0 },
        label: {
          show: true,
          position: "end" as const,
          distance: [40, 0],
          formatter: OSCILLATORS[key].name,
          color: theme.soft,
          fontFamily: FONT,
          fontSize: 11,
        },
      },
    ],
  };
}

function told(data: StructureChart, k: number): string {
  const pivot = data.pivots.find((p) => p.row === k);
  const lines = [
    `<b>${date(data.days[k]!)}</b>`,
    `${data.name} <b>${fixed(data.close[k]!, 2)}</b>`,
    `200-session simple average ${fixed(data.average200[k]!, 2)}`,
    `envelope ${fixed(data.lower[k]!, 2)} to ${fixed(data.upper[k]!, 2)}`,
  ];
  if (pivot)
    lines.push(Number.isNaN(pivot.known) ? "extreme since the last swing, unconfirmed" : `swing, known on ${date(pivot.known)}`);
  for (const pane of data.panes) for (const l of pane.lines) lines.push(`${l.name} ${fixed(l.values[k]!, 1)}`);
  return lines.join("<br>");
}
