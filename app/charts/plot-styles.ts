import { GROUP_COLOURS } from "~/ui/group-colour";
import type { Plotted } from "@studies/chart/plots/drawn";

/** How a line is told from the others on the prices. */
export interface LineStyle {
  readonly colour: "soft" | "indigo" | "ink";
  readonly type: "solid" | "dashed" | "dotted";
}

/** Of overlays in the order in which they stand. */
const OVERLAYS: readonly LineStyle[] = [
  { colour: "soft", type: "solid" },
  { colour: "indigo", type: "solid" },
  { colour: "indigo", type: "dashed" },
  { colour: "soft", type: "dashed" },
  { colour: "indigo", type: "dotted" },
  { colour: "soft", type: "dotted" },
  { colour: "ink", type: "dotted" },
];

const IN_PANE: LineStyle = { colour: "ink", type: "solid" };

type Placed = Pick<Plotted, "text" | "place" | "hidden">;

/** The line of each plot by its text: overlays are told apart, in a pane of its own a line is ink. */
export function plotStyles(plots: readonly Placed[]): ReadonlyMap<string, LineStyle> {
  let overlays = 0;
  return new Map(
    plots.map((plot) => [plot.text, plot.place === "price" && !plot.hidden ? OVERLAYS[overlays++ % OVERLAYS.length]! : IN_PANE]),
  );
}

/** Colours of what is compared, in its order. */
export const COMPARED_COLOURS = [1, 2, 3, 4, 5].map((k) => GROUP_COLOURS[k]!);
