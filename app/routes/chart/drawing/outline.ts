import type { DrawnDrawing } from "@studies/chart/drawings/drawn-drawing";
import type { PlotArea } from "./plot-area";

/** Strokes of a drawing in pixels, by which it is found under the pointer: a flat list of x and y each. */
export type Outline = readonly (readonly number[])[];

/** So many straight pieces of a line that may be curved on the axis. */
const PIECES = 24;

/** Where a drawing lies in the picture; lines in pieces, as they may be curved on the axis. */
export function outlineOf({ lines, zone, path, levels }: DrawnDrawing, area: PlotArea, samples: number): Outline {
  const at = (sample: number, price: number) => area.toPixel({ sample, price });
  const last = samples - 1;
  const strokes = lines.flatMap((values) => {
    const from = values.findIndex((x) => !Number.isNaN(x));
    if (from < 0) return [];
    const rows = Array.from({ length: PIECES + 1 }, (_, k) => Math.round(from + ((last - from) * k) / PIECES));
    return [rows.flatMap((row) => [...at(row, values[row]!)])];
  });
  if (zone) {
    const from = path[0]![0];
    return [zone.lo, zone.hi].map((price) => [...at(from, price), ...at(last, price)]);
  }
  const legs = path.length > 1 ? [path.flatMap(([sample, price]) => [...at(sample, price)])] : [];
  const points = path.length === 1 ? [[...at(path[0]![0], path[0]![1]), ...at(path[0]![0] + 1, path[0]![1])]] : [];
  const from = path[0]?.[0] ?? 0;
  return [...strokes, ...legs, ...points, ...levels.map(({ price }) => [...at(from, price), ...at(last, price)])];
}
