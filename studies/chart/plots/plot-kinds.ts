import type { Measure, Params } from "@core/conditions/measure";
import { MEASURES } from "@core/conditions/measures";
import { filled } from "@core/conditions/template";
import { nounTemplate } from "@core/conditions/words";
import { capital } from "@studies/words/words";
import { COMPOSED_PLOTS } from "./composed-plots";
import type { PlotKind } from "./plot-kind";

/** Short names of what is drawn most. */
const SHORT: Readonly<Record<string, (params: Params) => string>> = {
  sma: (p) => `SMA ${p["n"]}${onText(p)}`,
  ema: (p) => `EMA ${p["n"]}${onText(p)}`,
  wilder: (p) => `Wilder ${p["n"]}${onText(p)}`,
};
const onText = (p: Params) => (p["on"] === "close" ? "" : ` of ${p["on"] === "volume" ? "volume" : `${p["on"]}s`}`);

/** In price units, and yet no place among the prices. */
const SIZES = new Set(["range", "smallest range", "largest range"]);

/** Counts that say nothing as a line. */
const NO_PICTURE = new Set(["session of window", "sessions to report"]);

const GUIDES: Readonly<Record<string, readonly number[]>> = {
  rsi: [30, 50, 70],
  "williams r": [-80, -20],
  "range position": [20, 80],
  "day position": [50],
  adx: [25],
  "percent b": [0, 1],
  pressure: [-60, 0, 60],
  participation: [50],
  "all five": [10, 70],
  mcclellan: [0],
  "volatility slope": [0],
  "detrended price": [0],
  return: [0],
  distance: [0],
  "distance in ATRs": [0],
  "relative trend": [100],
  momentum: [100],
  trend: [40, 60],
  strength: [50],
};

function kindOfMeasure(measure: Measure): PlotKind {
  const noun = nounTemplate(measure);
  return {
    name: measure.name,
    // What is of bars is of those of the chart.
    params: measure.params.filter((p) => p.name !== "sampling" || !measure.column),
    place: measure.labels ? "ribbon" : measure.unit === "price" && !SIZES.has(measure.name) ? "price" : "pane",
    title: (params, sampling) => SHORT[measure.name]?.(params) ?? capital(filled(noun, { sampling, ...params }, { sampled: "" })),
    aliases: measure.aliases,
    lines: [
      {
        name: measure.name,
        use: (params) => ({ measure: measure.name, params }),
        ...(measure.name === "parabolic sar" ? { style: "dots" as const } : {}),
      },
    ],
    ...(GUIDES[measure.name] ? { guides: GUIDES[measure.name]! } : {}),
  };
}

const isComposed = new Set(COMPOSED_PLOTS.map((kind) => kind.name));

/** Every kind of plot: those of several parts, then one of each measure that is worth a picture. */
export const PLOT_KINDS: readonly PlotKind[] = [
  ...COMPOSED_PLOTS,
  ...MEASURES.filter(
    (m) => m.needs !== "calendar" && m.needs !== "drawing" && !NO_PICTURE.has(m.name) && !isComposed.has(m.name),
  ).map(kindOfMeasure),
];
