import type { DrawnDrawing } from "@studies/chart/drawings/drawn-drawing";
import { price } from "@studies/words/words";
import { FONT, type ChartTheme } from "./chart-theme";
import type { RenderApi, RenderParams } from "./render-item";

/**
 * The analyst's drawings on the prices: heavier than what is calculated; those made later are grey. One series for all, whose lines
 * are strokes over what is in view, so that many cost little.
 */
export function drawingSeries(theme: ChartTheme, drawings: readonly DrawnDrawing[], placed: (x: number) => number): object[] {
  if (drawings.length === 0) return [];
  const strokes = drawings.map(({ lines }) => lines.map((values) => ({ values, begins: values.findIndex((x) => x === x) })));
  return [
    {
      type: "custom" as const,
      name: "drawings",
      silent: true,
      z: 5,
      clip: true,
      encode: { x: -1, y: -1 },
      data: drawings.map((_, k) => [k]),
      renderItem: ({ dataIndex, coordSys }: RenderParams, api: RenderApi) => {
        const drawing = drawings[dataIndex]!;
        const colour = drawing.isLater ? theme.soft : theme.indigo;
        const at = (sample: number, y: number) => api.coord([sample, placed(y)]);
        const children = [
          ...strokes[dataIndex]!.flatMap((stroke) => strokeOf(stroke, coordSys, colour, drawing.isLater ? 0.5 : 0.85, at)),
          ...shapesOf(drawing, coordSys, colour, at),
        ];
        return children.length > 0 ? { type: "group" as const, children } : undefined;
      },
    },
  ];
}

/** Pieces of a stroke that is curved a little, as it is straight on another axis or by the day. */
const PIECES = 64;
/** A stroke that lies so many pixels off a straight one at most is one. */
const STRAIGHT = 0.3;

interface Stroke {
  /** A value a sample, NaN before it begins. */
  readonly values: Float64Array;
  readonly begins: number;
}

function isStraight(points: readonly (readonly [number, number])[]): boolean {
  const [[x1, y1], [x2, y2]] = [points[0]!, points.at(-1)!];
  return points.every(([x, y]) => Math.abs(y - (x2 === x1 ? y1 : y1 + ((y2 - y1) * (x - x1)) / (x2 - x1))) <= STRAIGHT);
}

/** A line with a value a sample, where it is in view. */
function strokeOf(
  { values, begins }: Stroke,
  box: RenderParams["coordSys"],
  colour: string,
  opacity: number,
  at: ToPixel,
): object[] {
  const zero = at(0, 1)[0];
  const step = at(1, 1)[0] - zero;
  if (begins < 0 || !(step > 0)) return [];
  const from = Math.max(begins, Math.floor((box.x - zero) / step));
  const to = Math.min(values.length - 1, Math.ceil((box.x + box.width - zero) / step));
  if (from > to) return [];
  const pointAt = (sample: number) => at(sample, values[sample]!);
  const inPieces = (pieces: number) => {
    const every = Math.max(1, Math.ceil((to - from) / pieces));
    return Array.from({ length: Math.ceil((to - from) / every) + 1 }, (_, k) => pointAt(Math.min(from + k * every, to)));
  };
  const few = inPieces(4);
  const points = isStraight(few) ? [few[0]!, few.at(-1)!] : inPieces(PIECES).filter(([, y]) => Number.isFinite(y));
  return [{ type: "polyline" as const, shape: { points }, style: { stroke: colour, fill: "none", lineWidth: 2, opacity } }];
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
