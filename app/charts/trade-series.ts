import { firstFrom } from "@core/columns/first-from";
import type { ChartTheme } from "./chart-theme";
import type { ChartTrade, PriceChart } from "./price-chart-data";
import type { RenderApi } from "./render-item";

/** Trades as thin chords from entry to exit, by what they made; one that is open is dashed to the last close. */
export function tradeSeries(
  theme: ChartTheme,
  { days, close }: Pick<PriceChart, "days" | "close">,
  trades: readonly ChartTrade[],
  placed: (x: number) => number,
) {
  const last = days.length - 1;
  const rows = trades
    .filter((t) => Number.isNaN(t.left) || t.left >= days[0]!)
    .map((t) => {
      const isOpen = Number.isNaN(t.left);
      const made = isOpen ? t.running : t.net;
      const exit = isOpen ? close[last]! : t.exitPrice;
      return [
        firstFrom(days, t.entered),
        placed(t.entryPrice),
        isOpen ? last : firstFrom(days, t.left),
        placed(exit),
        made,
        isOpen ? 1 : 0,
      ];
    });
  return {
    type: "custom" as const,
    name: "trades",
    silent: true,
    clip: true,
    z: 4,
    encode: { x: [0, 2], y: -1 },
    data: rows,
    renderItem: (_: unknown, api: RenderApi) => {
      const [x1, y1] = api.coord([api.value(0), api.value(1)]);
      const [x2, y2] = api.coord([api.value(2), api.value(3)]);
      const colour = api.value(4) >= 0 ? theme.teal : theme.rust;
      return {
        type: "group" as const,
        children: [
          {
            type: "line" as const,
            shape: { x1, y1, x2, y2 },
            style: { stroke: colour, lineWidth: 1.8, lineDash: api.value(5) === 1 ? [5, 4] : null },
          },
          {
            type: "circle" as const,
            shape: { cx: x1, cy: y1, r: 2.6 },
            style: { fill: theme.paper, stroke: colour, lineWidth: 1.4 },
          },
          { type: "circle" as const, shape: { cx: x2, cy: y2, r: 2.6 }, style: { fill: colour } },
        ],
      };
    },
  };
}
