import type { EChartsCoreOption } from "echarts/core";
import { isoDate } from "@core/columns/epoch-day";
import { date, fixed, signed } from "@studies/words/words";
import { frame, placedValues, sessionAxis, tooltip, valueAxis, type ChartTheme } from "./chart-theme";

export interface RatioChart {
  readonly days: Int32Array;
  /** Ratio of two prices, 100 at the first sample, and its z. */
  readonly ratio: Float64Array;
  readonly z: Float64Array;
  readonly long: string;
  readonly short: string;
}

/** The ratio of two members with its z over its own trailing samples under it. */
export function ratioOptions(theme: ChartTheme, { days, ratio, z, long, short }: RatioChart): EChartsCoreOption {
  const dates = Array.from(days, isoDate);
  const right = 46;
  return {
    grid: [frame({ top: 8, height: 104, right }), frame({ top: 136, height: 50, right })],
    xAxis: [sessionAxis(theme, dates, 0, false), sessionAxis(theme, dates, 1, true)],
    yAxis: [valueAxis(theme, 0, { splitNumber: 3 }), valueAxis(theme, 1, { splitNumber: 2 })],
    axisPointer: { link: [{ xAxisIndex: "all" }] },
    tooltip: {
      ...tooltip(theme),
      formatter: (points: { dataIndex: number }[]) => {
        const k = points[0]?.dataIndex ?? 0;
        return `${date(days[k]!)}<br>${long} to ${short}: ${fixed(ratio[k]!, 1)}<br>z over 52 samples: ${signed(z[k]!, 2)}`;
      },
    },
    series: [
      {
        type: "line",
        name: "ratio",
        data: placedValues(ratio),
        showSymbol: false,
        lineStyle: { color: theme.ink, width: 1.4 },
        itemStyle: { color: theme.ink },
      },
      {
        type: "bar",
        name: "z",
        xAxisIndex: 1,
        yAxisIndex: 1,
        data: Array.from(z, (x) =>
          Number.isNaN(x) ? "-" : { value: x, itemStyle: { color: x >= 0 ? theme.teal : theme.rust } },
        ),
      },
    ],
  };
}
