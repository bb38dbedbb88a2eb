import { RETRACEMENT_SHARES, type MeasuredBars } from "@core";
import type { Market } from "@studies/market/market";

import { anchorsOf, partsOf } from "./drawing-parts";
import { versionAt } from "./version-at";

interface Drawn {
  /** The market whose charts it is on. */
  readonly part: Market;
  readonly chart: string;
  readonly days: Int32Array;
  readonly bars: MeasuredBars;
}

/** The prices at the last session of all that is drawn on a chart, by the names that clauses give them. */
export function drawnPrices({ part, chart, days, bars }: Drawn): { readonly name: string; readonly price: number }[] {
  const last = days.length - 1;
  return part.drawingsOn(chart).flatMap((drawing) => {
    const version = versionAt(drawing, part.asOf)!;
    const points = anchorsOf(version, days);
    if (!points || version.kind === "label") return [];
    const { line, top, bottom, retracement } = partsOf(version, points, bars);
    const { shares = RETRACEMENT_SHARES } = version;
    const own = `\u201c${drawing.name}\u201d`;
    const named = [
      // Of a channel its two sides.
      ...(line && !top ? [[`${own} line`, line(last)] as const] : []),
      ...(top && bottom ? [[`${own} top`, top(last)] as const, [`${own} bottom`, bottom(last)] as const] : []),
      ...(retracement
        ? shares.map((share) => [`${Number((100 * share).toFixed(1))}% retracement of ${own}`, retracement(share)] as const)
        : []),
    ];
    return named.map(([name, price]) => ({ name, price }));
  });
}
