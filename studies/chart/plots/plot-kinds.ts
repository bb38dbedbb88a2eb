import type { MeasureUse } from "@core/conditions/condition";
import { isNumberParameter, type Measure, type NumberParameter, type Parameter, type Params } from "@core/conditions/measure";
import { MEASURES } from "@core/conditions/measures";
import { filled } from "@core/conditions/template";
import { nounTemplate } from "@core/conditions/words";
import type { Sampling } from "@core/rotation/samples";
import { capital } from "@studies/words/words";
import { plotOf, type PlotUse } from "./plot";

/** Where a plot stands: on the prices, in a pane, as a ribbon of states, as marks on the prices, as a tint behind them, at their edge. */
export type PlotPlace = "price" | "pane" | "ribbon" | "marks" | "tint" | "edge";

/** One line of a plot. */
export interface PlotLine {
  readonly name: string;
  readonly use: (params: Params) => MeasureUse;
  /** [a line] */
  readonly style?: "thin" | "bars" | "dots";
}

/** A kind of plot: what it is called, its parameters, and where it stands. */
export interface PlotKind {
  readonly name: string;
  readonly params: readonly Parameter[];
  readonly place: PlotPlace;
  readonly title: (params: Params, sampling: Sampling) => string;
  /** How it is typed, beside its name; parameters by their names. */
  readonly aliases: readonly string[];
  /** Of a plot that is made of measures. */
  readonly lines?: readonly PlotLine[];
  /** Levels of a pane that are marked. */
  readonly guides?: readonly number[];
}

const whole = (name: string, usual: number): NumberParameter => ({ name, default: usual, min: 1, max: 1000 });
const THREE = [whole("fast", 12), whole("slow", 26), whole("signal", 9)];
const BANDS: readonly Parameter[] = [whole("n", 20), { name: "k", default: 2, min: 0.1, max: 10, fractional: true }];
const of =
  (measure: string, ...names: readonly string[]) =>
  (params: Params): MeasureUse => ({ measure, params: Object.fromEntries(names.map((name) => [name, params[name]!])) });
const among = (params: Params, ...names: readonly string[]) => names.map((name) => params[name]).join(", ");
const plain = (title: string) => () => title;

/** Plots that are more than one measure. */
const COMPOSED: readonly PlotKind[] = [
  {
    name: "bollinger",
    params: BANDS,
    place: "price",
    title: (p) => `Bollinger(${among(p, "n", "k")})`,
    aliases: ["bollinger bands", "bands", "bollinger {n}"],
    lines: [
      { name: "upper band", use: of("upper band", "n", "k") },
      { name: "middle band", use: of("middle band", "n", "k"), style: "thin" },
      { name: "lower band", use: of("lower band", "n", "k") },
    ],
  },
  {
    name: "extremes",
    params: [whole("n", 20)],
    place: "price",
    title: (p, sampling) => `Highest high and lowest low of ${p["n"]} ${UNIT[sampling]}s`,
    aliases: ["extremes {n}", "donchian", "donchian {n}", "highs and lows", "highest and lowest"],
    lines: [
      { name: "highest high", use: of("highest high", "n") },
      { name: "lowest low", use: of("lowest low", "n") },
    ],
  },
  {
    name: "regression channel",
    params: [whole("n", 63), BANDS[1]!],
    place: "price",
    title: (p) => `Regression channel(${among(p, "n", "k")})`,
    aliases: ["regression channel {n}", "regression"],
    lines: [
      { name: "channel top", use: of("channel top", "n", "k") },
      { name: "regression line", use: of("regression end", "n"), style: "thin" },
      { name: "channel bottom", use: of("channel bottom", "n", "k") },
    ],
  },
  {
    name: "macd",
    params: THREE,
    place: "pane",
    title: (p) => `MACD(${among(p, "fast", "slow", "signal")})`,
    aliases: [],
    guides: [0],
    lines: [
      { name: "histogram", use: of("macd histogram", "fast", "slow", "signal"), style: "bars" },
      { name: "line", use: of("macd", "fast", "slow", "signal") },
      { name: "signal", use: of("macd signal", "fast", "slow", "signal"), style: "thin" },
    ],
  },
  {
    name: "ppo",
    params: THREE,
    place: "pane",
    title: (p) => `PPO(${among(p, "fast", "slow", "signal")})`,
    aliases: [],
    guides: [0],
    lines: [
      { name: "line", use: of("ppo", "fast", "slow", "signal") },
      { name: "signal", use: of("ppo signal", "fast", "slow", "signal"), style: "thin" },
    ],
  },
  {
    name: "stochastic",
    params: [whole("n", 14), whole("smooth", 3), whole("d", 3)],
    place: "pane",
    title: (p) => `Stochastic(${among(p, "n", "smooth", "d")})`,
    aliases: ["stochastic {n}"],
    guides: [20, 80],
    lines: [
      { name: "K", use: of("stochastic", "n", "smooth") },
      { name: "D", use: of("stochastic average", "n", "smooth", "d"), style: "thin" },
    ],
  },
  {
    name: "directional movement",
    params: [whole("n", 14)],
    place: "pane",
    title: (p) => `ADX(${p["n"]}) with +DI and −DI`,
    aliases: ["directional movement {n}", "dmi", "di", "adx", "adx {n}"],
    guides: [25],
    lines: [
      { name: "ADX", use: of("adx", "n") },
      { name: "+DI", use: of("plus di", "n"), style: "thin" },
      { name: "−DI", use: of("minus di", "n"), style: "thin" },
    ],
  },
  {
    name: "trend",
    params: [whole("fast", 8), whole("slow", 34)],
    place: "pane",
    title: (p) => `Trend with averages of ${p["fast"]} and ${p["slow"]}`,
    aliases: ["trend score", "trend of trend"],
    guides: [40, 60],
    lines: [
      { name: "Trend", use: of("trend"), style: "thin" },
      { name: "fast average", use: (p) => ({ measure: "trend average", params: { n: p["fast"]! } }) },
      { name: "slow average", use: (p) => ({ measure: "trend average", params: { n: p["slow"]! } }) },
    ],
  },
  {
    name: "volume",
    params: [whole("n", 50)],
    place: "pane",
    title: plain("Volume"),
    aliases: ["volume {n}"],
    lines: [
      { name: "volume", use: of("volume"), style: "bars" },
      { name: "average volume", use: of("average volume", "n"), style: "thin" },
    ],
  },
  {
    name: "trend side",
    params: [whole("fast", 8), whole("slow", 34)],
    place: "ribbon",
    title: (p) => `Trend: average of ${p["fast"]} over that of ${p["slow"]}`,
    aliases: ["trend ribbon"],
  },
  { name: "lanes", params: [], place: "ribbon", title: plain("Lanes"), aliases: ["timing lanes"] },
  {
    name: "relative",
    params: [{ name: "benchmark", default: "the broad index" }],
    place: "pane",
    title: (p) => `Relative to ${p["benchmark"]}`,
    aliases: ["relative line", "relative strength line"],
  },
  { name: "regime", params: [], place: "tint", title: plain("Regime"), aliases: ["regime tint"] },
  { name: "reports", params: [], place: "marks", title: plain("Report dates"), aliases: ["report dates", "earnings reports"] },
  { name: "dividends", params: [], place: "marks", title: plain("Dividends"), aliases: ["dividend"] },
  { name: "holidays", params: [], place: "marks", title: plain("Holidays"), aliases: [] },
  {
    name: "swings",
    params: [],
    place: "price",
    title: plain("Numbered swings"),
    aliases: ["number the swings", "numbered swings"],
  },
  { name: "levels", params: [], place: "edge", title: plain("Key levels"), aliases: ["key levels", "ladder"] },
  {
    name: "system",
    params: [{ name: "system", default: "-" }],
    place: "marks",
    title: plain("Signals of own system"),
    aliases: [],
  },
];

const UNIT: Readonly<Record<Sampling, string>> = { daily: "session", weekly: "week", monthly: "month" };

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

const isComposed = new Set(COMPOSED.map((kind) => kind.name));

/** Every kind of plot: those of several parts, then one of each measure that is worth a picture. */
export const PLOT_KINDS: readonly PlotKind[] = [
  ...COMPOSED,
  ...MEASURES.filter((m) => m.needs !== "calendar" && !NO_PICTURE.has(m.name) && !isComposed.has(m.name)).map(kindOfMeasure),
];

const BY_NAME = new Map(PLOT_KINDS.map((kind) => [kind.name, kind]));

/** A plot as it was asked: its kind and all its parameters. */
export interface ReadPlot extends PlotUse {
  readonly of: PlotKind;
  readonly params: Params;
}

/**
 * Reads a plot's text.
 * @returns the plot, or what is wrong with the text
 */
export function readPlot(text: string): ReadPlot | { readonly error: string } {
  const use = plotOf(text);
  const kind = BY_NAME.get(use.kind);
  if (!kind) return { error: `there is no plot "${use.kind.slice(0, 60)}"` };
  const values = [...use.values];
  const last = kind.params.at(-1);
  // The last text may have the separator in it.
  if (last && !isNumberParameter(last) && values.length > kind.params.length)
    values.push(values.splice(kind.params.length - 1).join("_"));
  if (values.length > kind.params.length) return { error: `"${kind.name}" has ${kind.params.length} parameters` };
  const params: Record<string, number | string> = {};
  for (const [k, p] of kind.params.entries()) {
    const given = values[k] ?? "";
    const value = given === "" ? p.default : isNumberParameter(p) ? Number(given) : given;
    const wrong = wrongValue(p, value);
    if (wrong) return { error: `${p.name} of "${kind.name}" needs ${wrong}` };
    params[p.name] = value;
  }
  return { ...use, of: kind, params };
}

function wrongValue(p: Parameter, value: number | string): string | undefined {
  if (p.among) return (p.among as readonly unknown[]).includes(value) ? undefined : `one of ${p.among.join(", ")}`;
  if (!isNumberParameter(p)) return String(value).length <= 4000 ? undefined : "a shorter text";
  const isRight = Number(value) >= p.min && Number(value) <= p.max && (p.fractional ?? Number.isInteger(value));
  return isRight ? undefined : `a ${p.fractional ? "" : "whole "}number from ${p.min} to ${p.max}`;
}
