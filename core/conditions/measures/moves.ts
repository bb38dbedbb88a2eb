import { atr } from "../../indicators/atr";
import { detrendedPrice } from "../../indicators/detrended-price";
import { ema } from "../../indicators/ema";
import { historicalVolatility } from "../../indicators/historical-volatility";
import { linearRegression } from "../../indicators/linear-regression";
import { simpleReturn } from "../../indicators/simple-return";
import { sma } from "../../indicators/sma";
import type { Condition, MeasureUse } from "../condition";
import { COLUMN, columnOf, measure, numberOf, SAMPLED, window, type Measure, type MeasuredBars, type Params } from "../measure";
import { is, valueOf } from "./phrasing";

const AVERAGE = { name: "average", default: "simple", among: ["simple", "exponential"] } as const;
const averageOf = (bars: MeasuredBars, p: Params) => (p["average"] === "simple" ? sma : ema)(bars.close, numberOf(p));

/** How far and how smoothly prices have moved: returns, distances, slopes, volatility. */
export const MOVES: readonly Measure[] = [
  measure({
    name: "return",
    unit: "fraction",
    noun: "return over {n} {units}{on}",
    params: [window(21), COLUMN, SAMPLED],
    aliases: ["{n} session return", "return over {n} sessions", "roc {n}", "return"],
    usual: [
      ["above", 0.05],
      ["below", -0.05],
    ],
    column: (b, p) => simpleReturn(columnOf(b, p), numberOf(p)),
    phrases: [
      { text: "up {p} in {n} sessions", rule: ({ n, p }) => is(valueOf("return", n), "above", p) },
      { text: "up {p} in {n}", rule: ({ n, p }) => is(valueOf("return", n), "above", p) },
      { text: "down {p} in {n} sessions", rule: ({ n, p }) => is(valueOf("return", n), "below", -p) },
      { text: "down {p} in {n}", rule: ({ n, p }) => is(valueOf("return", n), "below", -p) },
      { text: "up {p}", rule: ({ p }) => is(valueOf("return", 1), "above", p) },
      { text: "down {p}", rule: ({ p }) => is(valueOf("return", 1), "below", -p) },
      { text: "up over {n} sessions", rule: ({ n }) => is(valueOf("return", n), "above", 0) },
      { text: "down over {n} sessions", rule: ({ n }) => is(valueOf("return", n), "below", 0) },
    ],
  }),
  measure({
    name: "distance",
    title: "distance from an average",
    unit: "fraction",
    noun: "distance from its {n}-{unit} {average} average",
    params: [window(50), AVERAGE, SAMPLED],
    aliases: ["distance from {n} average", "distance from its {n} average", "distance from average", "distance"],
    usual: [
      ["above", 0.05],
      ["below", -0.05],
    ],
    column: (b, p) => {
      const average = averageOf(b, p);
      return b.close.map((c, t) => (average[t] === 0 ? NaN : c / average[t]! - 1));
    },
    phrases: [
      { text: "{p} above its {n} average", rule: ({ n, p }) => is(valueOf("distance", n), "above", p) },
      { text: "{p} below its {n} average", rule: ({ n, p }) => is(valueOf("distance", n), "below", -p) },
      { text: "more than {p} above its {n} average", rule: ({ n, p }) => is(valueOf("distance", n), "above", p) },
      { text: "within {p} of its {n} average", rule: ({ n, p }) => within(valueOf("distance", n), p) },
    ],
  }),
  measure({
    name: "distance in ATRs",
    title: "distance from an average in ATRs",
    unit: "number",
    noun: "distance in ATRs from its {n}-{unit} {average} average",
    needs: "bars",
    params: [window(50), AVERAGE, SAMPLED],
    aliases: ["distance in atrs from {n} average", "atrs from its {n} average", "distance in atrs"],
    usual: [
      ["above", 3],
      ["below", -3],
    ],
    column: (b, p) => {
      const average = averageOf(b, p);
      const range = atr(b, 14);
      return b.close.map((c, t) => (range[t] === 0 ? NaN : (c - average[t]!) / range[t]!));
    },
    phrases: [
      { text: "{x} atrs above its {n} average", rule: ({ n, x }) => is(valueOf("distance in ATRs", n), "above", x) },
      { text: "{x} atrs below its {n} average", rule: ({ n, x }) => is(valueOf("distance in ATRs", n), "below", -x) },
      { text: "within {x} atrs of its {n} average", rule: ({ n, x }) => within(valueOf("distance in ATRs", n), x) },
    ],
  }),
  measure({
    name: "detrended price",
    unit: "number",
    noun: "detrended price of {n} {units}",
    params: [window(20), SAMPLED],
    aliases: ["detrended price", "detrended price of {n} sessions"],
    usual: [
      ["above", 0],
      ["below", 0],
    ],
    column: (b, p) => detrendedPrice(b.close, numberOf(p)),
  }),
  measure({
    name: "regression slope",
    unit: "number",
    noun: "{n}-{unit} regression slope{on}",
    params: [window(20, 2), COLUMN, SAMPLED],
    aliases: ["regression slope", "slope of {n} session regression line"],
    usual: [
      ["above", 0],
      ["below", 0],
    ],
    column: (b, p) => linearRegression(columnOf(b, p), numberOf(p)).slope,
    phrases: [
      { text: "{n} session regression rising", rule: ({ n }) => is(valueOf("regression slope", n), "above", 0) },
      { text: "{n} session regression falling", rule: ({ n }) => is(valueOf("regression slope", n), "below", 0) },
      { text: "{n} session channel rises", rule: ({ n }) => is(valueOf("regression slope", n), "above", 0) },
      { text: "{n} session channel falls", rule: ({ n }) => is(valueOf("regression slope", n), "below", 0) },
    ],
  }),
  measure({
    name: "smoothness",
    unit: "number",
    noun: "smoothness over {n} {units}",
    params: [window(90, 2), SAMPLED],
    aliases: ["smoothness", "smoothness over {n} sessions"],
    usual: [["above", 0.8]],
    column: (b, p) => {
      const { r2, slope } = linearRegression(b.close.map(Math.log), numberOf(p));
      return r2.map((x, t) => x * Math.sign(slope[t]!));
    },
    phrases: [{ text: "rising smoothly", rule: () => is("smoothness", "above", 0.8) }],
  }),
  measure({
    name: "historical volatility",
    unit: "fraction",
    noun: "historical volatility of {n} {units}",
    params: [window(21, 2), SAMPLED],
    aliases: ["historical volatility", "volatility of {n} sessions", "hv {n}", "hv"],
    usual: [
      ["above", 0.25],
      ["below", 0.1],
    ],
    column: (b, p) => historicalVolatility(b.close, numberOf(p)),
  }),
  measure({
    name: "atr",
    unit: "number",
    noun: "ATR({n})",
    needs: "bars",
    params: [window(14), SAMPLED],
    aliases: ["atr {n}", "atr"],
    column: (b, p) => atr(b, numberOf(p)),
  }),
];

/** Not farther than so much from zero either way. */
function within(left: MeasureUse, most: number): { all: Condition[] } {
  return { all: [is(left, "at least", -most), is(left, "at most", most)] };
}
