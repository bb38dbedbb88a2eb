import { firstFrom, type MeasuredBars } from "@core";
import type { SavedDrawing } from "./drawing-schema";
import { anchorsOf, partsOf, type DrawingParts, type ValueAt } from "./drawing-parts";

/**
 * A price of a drawing on every session: that of the form in force then, NaN before the first was made and where it has no such
 * price.
 * @param days epoch days of the sessions of its chart
 * @param part which of its prices
 */
export function drawnValues(
  { versions }: Pick<SavedDrawing, "versions">,
  { days, bars }: { readonly days: Int32Array; readonly bars: MeasuredBars },
  part: (parts: DrawingParts) => ValueAt | undefined,
): Float64Array {
  const values = new Float64Array(days.length).fill(NaN);
  const inOrder = [...versions].sort((a, b) => a.made - b.made);
  inOrder.forEach((version, k) => {
    const from = firstFrom(days, version.made);
    const next = inOrder[k + 1];
    const to = next ? firstFrom(days, next.made) : days.length;
    const points = from < to ? anchorsOf(version, days) : undefined;
    const valueAt = points && part(partsOf(version, points, bars));
    // Whatever it was before, the form that is in force has this price or none.
    for (let s = from; s < to; s++) values[s] = valueAt ? valueAt(s) : NaN;
  });
  return values;
}
