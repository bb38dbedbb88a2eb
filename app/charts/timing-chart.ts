import type { EChartsCoreOption } from "echarts/core";
import { isoDate } from "@core/columns/epoch-day";
import { PRESSURE_STRETCHED } from "@studies/breadth/breadth-zones";
import { LANES } from "@core/timing/lane-names";
import { date, fixed, signed } from "@studies/words/words";
import { FONT, frame, lineSeries, sessionAxis, tooltip, valueAxis, zoneArea, type ChartTheme } from "./chart-theme";
import { runsOf } from "./runs-of";

export interface TimingChart {
  readonly days: Int32Array;
  readonly level: Float64Array;
  readonly pressure: Float64Array;
  /** States of each lane: 1 up, -1 down, 0 none. */
  readonly states: readonly Int8Array[];
  readonly own: readonly { readonly name: string; readonly states: Int8Array }[];
  readonly washed: number;
  readonly episodes: readonly { readonly day: number }[];
  readonly provisional: boolean;
}

const LANE = 19;
/** Height of the picture in pixels with so many ribbons. */
export const timingHeight = (ribbons: number): number => 300 + ribbons * LANE;

const WORDS = ["down", "no signal yet", "up"];

/** The composite over the Pressure over the lanes as ribbons, on one axis of time; re-entries are marked on the composite. */
export function timingOptions(theme: ChartTheme, data: TimingChart): EChartsCoreOption {
  const dates = Array.from(data.days, isoDate);
  const ribbons = [...LANES.map((name, k) => ({ name: name, states: data.states[k]! })), ...data.own];
  const right = 84;
  const line = (name: string, column: Float64Array, grid: number, color: string, width: number) =>
    lineSeries(name, column, { color, width }, grid);
  const washedDays = new Set(data.episodes.map((e) => isoDate(e.day)));
  return {
    grid: [
      frame({ top: 6, height: 128, right }),
      frame({ top: 146, height: 112, right }),
      frame({ top: 270, height: ribbons.length * LANE, right }),
    ],
    xAxis: [0, 1, 2].map((k) => sessionAxis(theme, dates, k, k === 2)),
    yAxis: [
      valueAxis(theme, 0, { splitNumber: 3 }),
      valueAxis(theme, 1, { min: -100, max: 100, interval: 50, scale: false }),
      {
        ...valueAxis(theme, 2, { min: 0, max: ribbons.length, interval: 1, splitLine: { show: false }, inverse: true }),
        axisLabel: {
          color: theme.ink,
          fontFamily: FONT,
          fontSize: 11,
          verticalAlign: "top" as const,
          padding: [3, 0, 0, 0],
          formatter: (y: number) => ribbons[y]?.name.slice(0, 12) ?? "",
        },
      },
    ],
    axisPointer: { link: [{ xAxisIndex: "all" }] },
    tooltip: {
      ...tooltip(theme),
      formatter: (points: { dataIndex: number }[]) => {
        const k = points[0]?.dataIndex ?? 0;
        const lanes = ribbons.map((r) => `${r.name} ${WORDS[r.states[k]! + 1]}`).join("<br>");
        return `<b>${date(data.days[k]!)}</b><br>composite <b>${fixed(data.level[k]!, 1)}</b><br>Pressure <b>${signed(data.pressure[k]!, 0)}</b><br>${lanes}`;
      },
    },
    series: [
      {
        ...line("composite", data.level, 0, theme.ink, 1.3),
        markLine: {
          silent: true,
          symbol: "none",
          lineStyle: { color: theme.teal, width: 1, type: "solid" },
          label: { show: false },
          data: dates.filter((d) => washedDays.has(d)).map((d) => ({ xAxis: d })),
        },
        markArea: {
          silent: true,
          data: data.provisional
            ? [
                [
                  { xAxis: dates.at(-2) ?? dates.at(-1), itemStyle: { color: theme.amber, opacity: 0.35 } },
                  { xAxis: dates.at(-1) },
                ],
              ]
            : [],
        },
      },
      {
        ...line("Pressure", data.pressure, 1, theme.ink, 1.2),
        markLine: {
          silent: true,
          symbol: "none",
          label: { show: false },
          lineStyle: { color: theme.soft, width: 0.8, type: "solid" },
          data: [{ yAxis: 0 }],
        },
        markArea: {
          silent: true,
          data: [zoneArea(100, PRESSURE_STRETCHED, theme.teal), zoneArea(-100, data.washed, theme.rust)],
        },
      },
      {
        ...line("lanes", new Float64Array(dates.length).fill(NaN), 2, theme.ink, 0),
        markArea: { silent: true, data: ribbons.flatMap((r, k) => ribbonAreas(theme, r.states, dates, k)) },
      },
    ],
  };
}

/** The runs of one ribbon as areas: solid teal for up; for down, rust and lower, so that colour does not say it alone. */
function ribbonAreas(theme: ChartTheme, states: Int8Array, dates: readonly string[], row: number): object[] {
  const areas: object[] = [];
  for (const [start, end, state] of runsOf(states)) {
    if (state !== 0) {
      const [top, bottom] = state > 0 ? [row + 0.08, row + 0.88] : [row + 0.55, row + 0.88];
      areas.push([
        { coord: [Math.max(0, start), top], itemStyle: { color: state > 0 ? theme.teal : theme.rust, opacity: 0.8 } },
        { coord: [Math.min(dates.length - 1, end + 1), bottom] },
      ]);
    }
  }
  return areas;
}
