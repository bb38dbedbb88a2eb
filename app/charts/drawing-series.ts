import type { DrawnDrawing } from "@studies/chart/drawings/drawn-drawing";
import { price } from "@studies/words/words";
import { FONT, type ChartTheme } from "./chart-theme";
import type { RenderApi, RenderParams } from "./render-item";

/** A drawing of the analyst's on the prices: heavier than what is calculated; one made later is grey. */
export function drawingSeries(theme: ChartTheme, drawing: DrawnDrawing, placed: (x: number) => number): object[] {
  const colour = drawing.isLater ? theme.soft : theme.indigo;
  const shared = { name: drawing.title, silent: true, z: 5 };
  const lines = drawing.lines.map((values) => ({
    ...shared,
    type: "line" as const,
    data: Array.from(values, (x) => (Number.isNaN(x) ? "-" : placed(x))),
    showSymbol: false,
    sampling: "minmax" as const,
    lineStyle: { color: colour, width: 2, opacity: drawing.isLater ? 0.5 : 0.85 },
    itemStyle: { color: colour },
  }));
  if (drawing.path.length === 0 && drawing.levels.length === 0) return lines;
  return [
    ...lines,
    {
      ...shared,
      type: "custom" as const,
      clip: true,
      encode: { x: -1, y: -1 },
      data: [[0]],
      renderItem: ({ coordSys }: RenderParams, api: RenderApi) => ({
        type: "group" as const,
        children: shapesOf(drawing, coordSys, colour, (sample, y) => api.coord([sample, placed(y)])),
      }),
    },
  ];
}

type ToPixel = (sample: number, price: number) => readonly [number, number];

/** What a drawing has beside its lines: a zone's band, a path with its texts, levels to the right of it. */
function shapesOf(drawing: DrawnDrawing, box: RenderParams["coordSys"], colour: string, at: ToPixel): object[] {
  const { zone, path, levels, texts } = drawing;
  const right = box.x + box.width;
  const line = (x1: number, y1: number, x2: number, y2: number, style: object) => ({
    type: "line" as const,
    shape: { x1, y1, x2, y2 },
    style: { stroke: colour, lineWidth: 1.6, ...style },
  });
  const text = (x: number, y: number, words: string, more: object = {}) => ({
    type: "text" as const,
    x,
    y,
    style: { text: words, fill: colour, font: `600 11px ${FONT}`, ...more },
  });
  if (zone) {
    const left = Math.max(box.x, at(path[0]![0], zone.lo)[0]);
    const [top, bottom] = [at(0, zone.hi)[1], at(0, zone.lo)[1]];
    if (left >= right) return [];
    return [
      {
        type: "rect" as const,
        shape: { x: left, y: top, width: right - left, height: bottom - top },
        style: { fill: colour, opacity: 0.12 },
      },
      ...[top, bottom].map((y) => line(left, y, right, y, { lineWidth: 1, opacity: 0.7 })),
    ];
  }
  const points = path.map(([sample, y]) => at(sample, y));
  const legs = points
    .slice(1)
    .map(([x, y], k) => line(points[k]![0], points[k]![1], x, y, levels.length > 0 ? { lineDash: [4, 4], lineWidth: 1 } : {}));
  const from = points[0]?.[0] ?? box.x;
  return [
    ...legs,
    ...levels.flatMap(({ price: level, name }) => {
      const y = at(0, level)[1];
      const left = Math.max(box.x, from);
      return [
        line(left, y, right, y, { lineWidth: 1.2, opacity: 0.8 }),
        text(right - 4, y - 3, `${name} ${price(level)}`, { align: "right", verticalAlign: "bottom", font: `11px ${FONT}` }),
      ];
    }),
    ...texts.flatMap((words, k) => {
      const [x, y] = points[k] ?? [0, 0];
      if (words === "") return [];
      const isLabel = drawing.kind === "label";
      const isCut = x > right - 7 * words.length;
      return [
        // Near the right edge a text ends at its point.
        text(isCut ? Math.min(x, right - 4) : x + (isLabel ? 6 : 0), y - 5, words, {
          align: isCut ? "right" : isLabel ? "left" : "center",
          verticalAlign: "bottom",
        }),
        { type: "circle" as const, shape: { cx: x, cy: y, r: 2.5 }, style: { fill: colour } },
      ];
    }),
  ];
}
