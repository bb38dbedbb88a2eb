import type { MeasureUse } from "@core/conditions/condition";
import type { NumberParameter, Parameter, Params } from "@core/conditions/measure";
import { BAR_UNITS } from "./bar-units";
import type { PlotKind } from "./plot-kind";

const whole = (name: string, usual: number): NumberParameter => ({ name, default: usual, min: 1, max: 1000 });
const THREE = [whole("fast", 12), whole("slow", 26), whole("signal", 9)];
const BANDS: readonly Parameter[] = [whole("n", 20), { name: "k", default: 2, min: 0.1, max: 10, fractional: true }];
const of =
  (measure: string, ...names: readonly string[]) =>
  (params: Params): MeasureUse => ({ measure, params: Object.fromEntries(names.map((name) => [name, params[name]!])) });
const among = (params: Params, ...names: readonly string[]) => names.map((name) => params[name]).join(", ");
const plain = (title: string) => () => title;

/** Plots that are more than one measure. */
export const COMPOSED_PLOTS: readonly PlotKind[] = [
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
    title: (p, sampling) => `Highest high and lowest low of ${p["n"]} ${BAR_UNITS[sampling]}s`,
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
  {
    name: "bracket",
    params: [{ name: "stop", default: "farther", among: ["farther", "session"] }],
    place: "edge",
    title: (p) => `Bracket of the last session${p["stop"] === "session" ? ", stops beyond it" : ""}`,
    aliases: ["bracket"],
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
