import type { EChartsCoreOption } from "echarts/core";
import { isoDate } from "@core/columns/epoch-day";
import { fixed } from "@studies/words/words";
import { FONT, frame, lineSeries, sessionAxis, tooltip, valueAxis, zoneArea, type ChartTheme } from "./chart-theme";

export interface BreadthHistory {
  readonly days: Int32Array;
  readonly index: Float64Array;
  readonly reference: string;
  /** Percent a session above the chosen average, and above all five. */
  readonly chosen: Float64Array;
  readonly chosenName: string;
  readonly allFive: Float64Array;
  /** Zones of all five, percent. */
  readonly zones: { readonly high: number; readonly low: number };
}

/** The index over participation in one average and in all five, with the zones of the latter. */
export function breadthHistoryOptions(theme: ChartTheme, data: BreadthHistory): EChartsCoreOption {
  const dates = Array.from(data.days, isoDate);
  const line = (name: string, values: Float64Array, color: string, width: number, grid: number) =>
    lineSeries(name, values, { color, width }, grid);
  return {
    grid: [frame({ right: 44, top: 6, height: "34%" }), frame({ right: 44, top: "44%", bottom: 24 })],
    xAxis: [sessionAxis(theme, dates, 0, false), sessionAxis(theme, dates, 1, true)],
    yAxis: [
      valueAxis(theme, 0, { splitNumber: 2, axisLabel: { show: false }, splitLine: { show: false } }),
      valueAxis(theme, 1, {
        min: 0,
        max: 100,
        interval: 25,
        scale: false,
        axisLabel: { color: theme.soft, fontFamily: FONT, fontSize: 11, formatter: "{value}%" },
      }),
    ],
    axisPointer: { link: [{ xAxisIndex: "all" }] },
    tooltip: {
      ...tooltip(theme),
      formatter: (points: { dataIndex: number }[]) => {
        const k = points[0]?.dataIndex ?? 0;
        return `${dates[k]}<br>${data.reference} <b>${fixed(data.index[k]!, 2)}</b><br>above ${data.chosenName} <b>${fixed(data.chosen[k]!, 1)}%</b><br>all five <b>${fixed(data.allFive[k]!, 1)}%</b>`;
      },
    },
    series: [
      line(data.reference, data.index, theme.ink, 1.2, 0),
      line(`above ${data.chosenName}`, data.chosen, theme.soft, 1, 1),
      {
        ...line("all five", data.allFive, theme.teal, 1.6, 1),
        markArea: {
          silent: true,
          z: 5,
          data: [zoneArea(100, data.zones.high, theme.teal), zoneArea(0, data.zones.low, theme.rust)],
        },
      },
    ],
  };
}
