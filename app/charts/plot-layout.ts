import type { Plotted } from "@studies/chart/plots/drawn";

type Placed = Pick<Plotted, "text" | "place" | "hidden" | "lines" | "ribbons" | "title">;

/** A frame of the picture above each other: the prices, a pane, or the band of a ribbon; in percent of the height. */
export interface Place {
  readonly top: number;
  readonly height: number;
  /** What stands in it; none for the prices. */
  readonly plot?: Placed;
  /** Which of its ribbons. */
  readonly ribbon?: number;
}

const PANE = 15;
/** Of volume, whose figures are not read off. */
const LOW_PANE = 9;
const RIBBON = 2.2;
/** Above a pane or ribbon, for its name. */
export const PANE_NAME = 4;
export const RIBBON_NAME = 3.2;
/** What the prices keep at least. */
const LEAST = 40;

const isKnown = (x: number) => !Number.isNaN(x);

/** Where everything stands, the prices first: panes in their order, ribbons under them; what has no value yet has no place. */
export function plotLayout(plots: readonly Placed[], under: number): Place[] {
  const shown = plots.filter((p) => !p.hidden);
  const panes = shown
    .filter((p) => p.place === "pane" && (p.lines ?? []).some(({ values }) => values.some(isKnown)))
    .map((plot) => ({ plot, height: plot.text.startsWith("volume") ? LOW_PANE : PANE }));
  const bands = shown.flatMap((plot) =>
    plot.place === "ribbon"
      ? (plot.ribbons ?? []).flatMap(({ states }, ribbon) => (states.some((state) => state >= 0) ? [{ plot, ribbon }] : []))
      : [],
  );
  const whole = 100 - under - 1.5;
  const fixed = PANE_NAME * panes.length + (RIBBON_NAME + RIBBON) * bands.length;
  const wanted = panes.reduce((sum, p) => sum + p.height, 0);
  const squeeze = Math.min(1, Math.max(0.3, (whole - LEAST - fixed) / Math.max(1, wanted)));
  const price = Math.max(25, whole - fixed - squeeze * wanted);
  // With more than there is room for, everything gives way alike.
  const scale = Math.min(1, whole / (price + fixed + squeeze * wanted));
  const places: Place[] = [];
  let top = 1.5;
  const put = (name: number, height: number, place: Pick<Place, "plot" | "ribbon">) => {
    places.push({ top: top + scale * name, height: scale * height, ...place });
    top += scale * (name + height);
  };
  put(0, price, {});
  for (const { plot, height } of panes) put(PANE_NAME, squeeze * height, { plot });
  for (const band of bands) put(RIBBON_NAME, RIBBON, band);
  return places;
}
