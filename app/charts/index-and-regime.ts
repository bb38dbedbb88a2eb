import type { EChartsCoreOption } from "echarts/core";
import { isoDate } from "@core/columns/epoch-day";
import { date, fixed } from "@studies/words/words";
import { frame, lineSeries, sessionAxis, tooltip, valueAxis, type ChartTheme } from "./chart-theme";
import { DIRECTION_WORDS, regimeAreas } from "./regime-areas";

export interface IndexAndRegime {
  readonly days: Int32Array;
  readonly close: Float64Array;
  readonly average200: Float64Array;
  readonly direction: Int8Array;
  readonly index: string;
}

/** The broad index with its 200-session simple average over the direction of its regime. */
export function indexAndRegimeOptions(theme: ChartTheme, data: IndexAndRegime): EChartsCoreOption {
  const dates = Array.from(data.days, isoDate);
  return {
    grid: frame({ right: 50, top: 8, bottom: 24 }),
    xAxis: sessionAxis(theme, dates, 0, true),
    yAxis: valueAxis(theme, 0),
    tooltip: {
      ...tooltip(theme),
      formatter: (points: { dataIndex: number }[]) => {
        const k = points[0]?.dataIndex ?? 0;
        const state = DIRECTION_WORDS[data.direction[k] ?? -1] ?? "no regime yet";
        return `<b>${date(data.days[k]!)}</b><br>${data.index} <b>${fixed(data.close[k]!, 2)}</b><br>200-session simple average ${fixed(data.average200[k]!, 2)}<br>${state}`;
      },
    },
    series: [
      {
        ...lineSeries(data.index, data.close, { color: theme.ink, width: 1.5, type: "solid" }),
        markArea: { silent: true, data: regimeAreas(theme, data.direction) },
      },
      lineSeries("200-session simple average", data.average200, { color: theme.soft, width: 1.2, type: "dotted" }),
    ],
  };
}
