import { lineOf } from "@studies/pictures/picture-parts";
import { price } from "@studies/words/words";
import type { PictureDrawn } from "@studies/pictures/picture-schema";
import type { DrawnDrawing } from "./drawn-drawing";

type Point = readonly [row: number, value: number];

/**
 * Drawings for a picture of so many rows: their lines, bands of zones, paths, levels to the right of a path, and
 * words. What begins before the first row begins at it; what lies beyond the last is left out.
 */
export function drawnOnPicture(drawings: readonly DrawnDrawing[], rows: number): PictureDrawn {
  const last = rows - 1;
  const bands: PictureDrawn["bands"][number][] = [];
  const strokes: PictureDrawn["strokes"][number][] = [];
  const words: PictureDrawn["words"][number][] = [];
  const own = drawings.flatMap(({ title, lines }) => lines.map((values) => lineOf(title, values, "indigo", { width: 1.4 })));
  for (const { title, zone, path, levels, texts } of drawings) {
    const begins = Math.max(0, path[0]?.[0] ?? 0);
    if (begins > last) continue;
    if (zone) {
      bands.push({ from: begins, to: last, low: zone.lo, high: zone.hi, ink: "indigo", name: title });
      continue;
    }
    for (const [k, to] of path.slice(1).entries()) {
      const stroke = fromRowZero(path[k]!, to);
      if (stroke) strokes.push({ ...stroke, ink: "indigo", ...(levels.length > 0 ? { isDashed: true as const } : {}) });
    }
    for (const level of levels) {
      strokes.push({ from: [begins, level.price], to: [last, level.price], ink: "indigo" });
      words.push({ at: [last, level.price], text: `${level.name} ${price(level.price)}`, ink: "indigo" });
    }
    for (const [k, text] of texts.entries()) {
      const at = path[k];
      if (text !== "" && at && at[0] >= 0 && at[0] <= last) words.push({ at, text, ink: "indigo" });
    }
  }
  return { lines: own.slice(0, 60), bands: bands.slice(0, 60), strokes: strokes.slice(0, 800), words: words.slice(0, 200) };
}

/** A stroke from the first row on; undefined for one that is over before it. */
function fromRowZero(from: Point, to: Point): { readonly from: Point; readonly to: Point } | undefined {
  if (to[0] < 0) return undefined;
  if (from[0] >= 0) return { from, to };
  const value = from[1] + ((to[1] - from[1]) * (0 - from[0])) / (to[0] - from[0]);
  return { from: [0, value], to };
}
