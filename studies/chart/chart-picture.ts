import { lineOf, panesPicture, plainNumbers } from "@studies/pictures/picture-parts";
import type { Picture, PictureInk, PicturePane } from "@studies/pictures/picture-schema";
import { drawnOnPicture } from "./drawings/drawn-on-picture";
import type { DrawnDrawing } from "./drawings/drawn-drawing";
import type { Plotted } from "./plots/drawn";

interface Shown {
  readonly name: string;
  readonly days: Int32Array;
  readonly open: Float64Array;
  readonly high: Float64Array;
  readonly low: Float64Array;
  readonly close: Float64Array;
  readonly plots: readonly Plotted[];
  readonly drawings: readonly DrawnDrawing[];
}

/** Bars that stand apart on a page; of more only the line of closes is drawn. */
const MOST_BARS = 160;
const MOST_PANES = 3;
/** Of plots in their order; what is drawn is indigo. */
const INKS: readonly PictureInk[] = ["soft", "amber", "teal", "rust", "indigo"];

/** A line is called as its plot, where that has several by its own name as well. */
function nameOf({ title, lines = [] }: Plotted, own: string): string {
  return lines.length > 1 && own !== "" ? `${title}, ${own}` : title;
}

/** Bars, or closes where there are many, with the lines on the prices, and up to three panes below. */
export function chartPicture(shown: Shown): Picture {
  const visible = shown.plots.filter((plot) => !plot.hidden);
  const onPrices = visible.filter((plot) => plot.place === "price");
  const panes = visible.filter((plot) => plot.place !== "price" && (plot.lines?.length ?? 0) > 0).slice(0, MOST_PANES);
  const linesOf = (plots: readonly Plotted[], from = 0) =>
    plots
      .flatMap((plot) => (plot.lines ?? []).map((line) => ({ plot, line })))
      .slice(0, 10)
      .map(({ plot, line }, k) => lineOf(nameOf(plot, line.name), line.values, INKS[(k + from) % INKS.length]!));
  // What was made later than the session is not known at it.
  const drawings = shown.drawings.filter((drawing) => !drawing.isLater);
  const isBars = shown.days.length <= MOST_BARS && shown.high.some((x) => !Number.isNaN(x));
  const prices: PicturePane = {
    ...{ share: 2.2, unit: "price" },
    lines: [...(isBars ? [] : [lineOf(shown.name, shown.close, "ink", { width: 1.2 })]), ...linesOf(onPrices)],
    ...(drawings.length > 0 && { drawn: drawnOnPicture(drawings, shown.days.length) }),
    ...(isBars && {
      candles: {
        open: plainNumbers(shown.open),
        high: plainNumbers(shown.high),
        low: plainNumbers(shown.low),
        close: plainNumbers(shown.close),
      },
    }),
  };
  return panesPicture(shown.days, [
    prices,
    ...panes.map((plot): PicturePane => ({ share: 0.8, unit: "number", lines: linesOf([plot]) })),
  ]);
}
