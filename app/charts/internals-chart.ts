import type { EChartsCoreOption } from "echarts/core";
import { isoDate } from "@core/columns/epoch-day";
import { date, fixed, percent, signed } from "@studies/words/words";
import { frame, lineSeries, sessionAxis, tooltip, valueAxis, type ChartTheme } from "./chart-theme";

export interface InternalsChart {
  readonly days: Int32Array;
  readonly advances: Uint16Array;
  readonly declines: Uint16Array;
  readonly line: Float64Array;
  readonly oscillator: Float64Array;
  readonly summation: Float64Array;
  readonly highs: Uint16Array;
  readonly lows: Uint16Array;
  readonly upVolume: Float64Array;
  /** Days of thrust events. */
  readonly thrusts: Int32Array;
}

/** Advance-decline line, McClellan oscillator with its summation, and new highs against new lows, on one axis of time. */
export function internalsOptions(theme: ChartTheme, data: InternalsChart): EChartsCoreOption {
  const dates = Array.from(data.days, isoDate);
  const right = 58;
  const line = (name: string, values: Float64Array, grid: number, axis: number, color: string) => ({
    ...lineSeries(name, values, { color, width: 1.2 }, grid),
    yAxisIndex: axis,
  });
  const bars = (name: string, values: ArrayLike<number>, grid: number, axis: number, colour: (x: number) => string) => ({
    type: "bar" as const,
    name,
    xAxisIndex: grid,
    yAxisIndex: axis,
    stack: `${grid}`,
    barWidth: "70%",
    silent: true,
    data: Array.from(values, (x) => (Number.isNaN(x) ? "-" : { value: x, itemStyle: { color: colour(x) } })),
  });
  const events = new Set(Array.from(data.thrusts, isoDate));
  const sign = (x: number) => (x >= 0 ? theme.teal : theme.rust);
  return {
    grid: [frame({ top: 20, height: 74, right }), frame({ top: 118, height: 84, right }), frame({ top: 228, height: 76, right })],
    xAxis: [0, 1, 2].map((k) => sessionAxis(theme, dates, k, k === 2)),
    yAxis: [
      valueAxis(theme, 0, { splitNumber: 2 }),
      valueAxis(theme, 1, { splitNumber: 2 }),
      valueAxis(theme, 1, { show: false }),
      valueAxis(theme, 2, { splitNumber: 2 }),
    ],
    axisPointer: { link: [{ xAxisIndex: "all" }] },
    tooltip: {
      ...tooltip(theme),
      formatter: (points: { dataIndex: number }[]) => {
        const k = points[0]?.dataIndex ?? 0;
        const thrust = events.has(dates[k]!) ? "<br><b>thrust</b>" : "";
        return `<b>${date(data.days[k]!)}</b><br>${data.advances[k]} rose, ${data.declines[k]} fell; up-volume ${percent(data.upVolume[k]!, 0)}<br>McClellan ${signed(data.oscillator[k]!, 0)}, summation ${fixed(data.summation[k]!)}<br>${data.highs[k]} new highs, ${data.lows[k]} new lows${thrust}`;
      },
    },
    series: [
      {
        ...line("advance-decline line", data.line, 0, 0, theme.ink),
        markLine: {
          silent: true,
          symbol: "none",
          label: { formatter: "thrust", position: "insideEndTop" as const, color: theme.teal, fontSize: 10 },
          lineStyle: { color: theme.teal, width: 1, type: "solid" as const },
          data: dates.filter((d) => events.has(d)).map((d) => ({ xAxis: d })),
        },
      },
      bars("McClellan oscillator", data.oscillator, 1, 1, sign),
      line("summation", data.summation, 1, 2, theme.ink),
      bars("new highs", data.highs, 2, 3, () => theme.teal),
      bars(
        "new lows",
        Array.from(data.lows, (n) => -n),
        2,
        3,
        () => theme.rust,
      ),
    ],
  };
}
