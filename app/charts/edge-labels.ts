import { FONT, type ChartTheme } from "./chart-theme";
import type { RenderApi, RenderParams } from "./render-item";
import { spreadLabels } from "./spread-labels";

/** A level of a chart with what is written of it at the right edge. */
export interface EdgeLabel {
  readonly y: number;
  readonly text: string;
}

const HEIGHT = 14;
/** From the edge of the grid: the figures of the axis, then a short leader, then the text. */
const AXIS = 44;
const LEADER = 12;

/** Levels as dotted lines with their texts at the right edge; texts that would meet are moved apart, each with a leader. */
export function edgeLabelSeries(theme: ChartTheme, labels: readonly EdgeLabel[], grid = 0) {
  return {
    type: "custom" as const,
    name: "levels",
    xAxisIndex: grid,
    yAxisIndex: grid,
    silent: true,
    clip: false,
    data: labels.map((l) => [0, l.y]),
    renderItem: ({ dataIndex, coordSys }: RenderParams, api: RenderApi) => {
      const at = labels.map((l) => api.coord([0, l.y])[1]);
      const y = at[dataIndex]!;
      const to = spreadLabels(at, HEIGHT, coordSys.y - HEIGHT / 2, coordSys.y + coordSys.height + HEIGHT / 2)[dataIndex]!;
      const right = coordSys.x + coordSys.width;
      const line = (x1: number, y1: number, x2: number, y2: number, lineDash: number[] | null) => ({
        type: "line" as const,
        shape: { x1, y1, x2, y2 },
        style: { stroke: theme.soft, lineWidth: 0.8, lineDash },
      });
      return {
        type: "group" as const,
        children: [
          line(coordSys.x, y, right, y, [1, 2]),
          ...(Math.abs(to - y) > 1 ? [line(right + AXIS, y, right + AXIS + LEADER, to, null)] : []),
          {
            type: "text" as const,
            x: right + AXIS + LEADER + 3,
            y: to,
            style: { text: labels[dataIndex]!.text, fill: theme.ink, font: `11px ${FONT}`, verticalAlign: "middle" as const },
          },
        ],
      };
    },
  };
}
