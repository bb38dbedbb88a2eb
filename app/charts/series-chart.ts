import type { EChartsCoreOption } from "echarts/core";
import { isoDate } from "@core/columns/epoch-day";
import { date, fixed, price } from "@studies/words/words";
import { frame, lineSeries, sessionAxis, tooltip, valueAxis, type ChartTheme } from "./chart-theme";

export interface SeriesChart {
  readonly name: string;
  readonly referenceName: string;
  /** Three-month return, a fraction. */
  readonly r63: number;
  readonly days: Int32Array;
  readonly close: Float64Array;
  readonly average50: Float64Array;
  readonly average200: Float64Array;
  /** The close relative to the reference, 100 at the start. */
  readonly relative: Float64Array;
}

/** A line with its averages, and under it the line relative to the broad index. */
export function seriesOptions(theme: ChartTheme, data: SeriesChart): EChartsCoreOption {
  const dates = Array.from(data.days, isoDate);
  const right = 50;
  return {
    animation: false,
    grid: [frame({ left: 14, top: 8, height: 178, right }), frame({ left: 14, top: 206, height: 64, right })],
    xAxis: [sessionAxis(theme, dates, 0, false), sessionAxis(theme, dates, 1, true)],
    yAxis: [valueAxis(theme, 0), valueAxis(theme, 1, { splitNumber: 2 })],
    axisPointer: { link: [{ xAxisIndex: "all" }] },
    tooltip: {
      ...tooltip(theme),
      formatter: (points: { dataIndex: number }[]) => {
        const k = points[0]?.dataIndex ?? 0;
        return `${date(data.days[k]!)}<br>${price(data.close[k]!)}<br>relative to ${data.referenceName}: ${fixed(data.relative[k]!, 1)}`;
      },
    },
    series: [
      lineSeries("close", data.close, { color: theme.ink, width: 1.4 }),
      lineSeries("50", data.average50, { color: theme.indigo, type: "dashed", width: 1.1 }),
      lineSeries("200", data.average200, { color: theme.soft, type: "dotted", width: 1.3 }),
      lineSeries("relative", data.relative, { color: theme.ink, width: 1.1 }, 1),
    ],
  };
}
