import { atr } from "../../indicators/atr";
import { bollinger } from "../../indicators/bollinger";
import { detrendedPrice } from "../../indicators/detrended-price";
import { directionalMovement } from "../../indicators/directional-movement";
import { ema } from "../../indicators/ema";
import { historicalVolatility } from "../../indicators/historical-volatility";
import { linearRegression } from "../../indicators/linear-regression";
import { macd, ppo, type SignalledLine } from "../../indicators/macd";
import { rangePosition, stochastic, williamsR } from "../../indicators/range-position";
import { rsi } from "../../indicators/rsi";
import { simpleReturn } from "../../indicators/simple-return";
import { sma } from "../../indicators/sma";
import type { Condition, MeasureUse } from "../condition";
import { COLUMN, columnOf, measure, numberOf, SAMPLED, window, type Measure, type MeasuredBars, type Params } from "../measure";

const is = (left: MeasureUse, comparator: Condition["comparator"], right: Condition["right"]): Condition => ({
  left,
  comparator,
  right,
});
const ofMeasure = (name: string, n?: number): MeasureUse =>
  n === undefined ? { measure: name } : { measure: name, params: { n } };

const FAST_SLOW = [window(12, 1, "fast"), window(26, 1, "slow"), window(9, 1, "signal")];
const lines = (bars: MeasuredBars, p: Params, of: typeof macd): SignalledLine =>
  of(columnOf(bars, p), { fast: numberOf(p, "fast"), slow: numberOf(p, "slow"), signal: numberOf(p, "signal") });

const AVERAGE = { name: "average", default: "simple", among: ["simple", "exponential"] } as const;
const averageOf = (bars: MeasuredBars, p: Params) => (p["average"] === "simple" ? sma : ema)(bars.close, numberOf(p));

/** Indicators that are no prices: oscillators, returns, distances and volatility. */
export const OSCILLATORS_OF_BARS: readonly Measure[] = [
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
      { text: "up {p} in {n} sessions", rule: ({ n, p }) => is(ofMeasure("return", n), "above", p) },
      { text: "up {p} in {n}", rule: ({ n, p }) => is(ofMeasure("return", n), "above", p) },
      { text: "down {p} in {n} sessions", rule: ({ n, p }) => is(ofMeasure("return", n), "below", -p) },
      { text: "down {p} in {n}", rule: ({ n, p }) => is(ofMeasure("return", n), "below", -p) },
      { text: "up {p}", rule: ({ p }) => is(ofMeasure("return", 1), "above", p) },
      { text: "down {p}", rule: ({ p }) => is(ofMeasure("return", 1), "below", -p) },
      { text: "up over {n} sessions", rule: ({ n }) => is(ofMeasure("return", n), "above", 0) },
      { text: "down over {n} sessions", rule: ({ n }) => is(ofMeasure("return", n), "below", 0) },
    ],
  }),
  measure({
    name: "rsi",
    unit: "percent",
    noun: "RSI({n}){on}",
    params: [window(14), COLUMN, SAMPLED],
    aliases: ["rsi {n}", "{n} session rsi", "rsi({n})", "rsi"],
    usual: [
      ["below", 30],
      ["above", 70],
      ["crosses above", 50],
    ],
    column: (b, p) => rsi(columnOf(b, p), numberOf(p)),
    phrases: [
      { text: "oversold", rule: () => is(ofMeasure("rsi"), "below", 30) },
      { text: "overbought", rule: () => is(ofMeasure("rsi"), "above", 70) },
      { text: "above {x}", rule: ({ x }) => is(ofMeasure("rsi"), "above", x) },
      { text: "below {x}", rule: ({ x }) => is(ofMeasure("rsi"), "below", x) },
    ],
  }),
  measure({
    name: "stochastic",
    unit: "percent",
    noun: "stochastic K({n}, {smooth})",
    needs: "bars",
    params: [window(14), window(3, 1, "smooth"), SAMPLED],
    aliases: ["stochastic {n}", "stochastic k", "stochastic"],
    usual: [
      ["below", 20],
      ["above", 80],
    ],
    column: (b, p) => stochastic(b, { n: numberOf(p), smooth: numberOf(p, "smooth") }).k,
    phrases: [
      {
        text: "stochastic crosses above its average",
        rule: () => is(ofMeasure("stochastic"), "crosses above", ofMeasure("stochastic average")),
      },
      {
        text: "stochastic crosses below its average",
        rule: () => is(ofMeasure("stochastic"), "crosses below", ofMeasure("stochastic average")),
      },
    ],
  }),
  measure({
    name: "stochastic average",
    unit: "percent",
    noun: "stochastic D({n}, {smooth}, {d})",
    needs: "bars",
    params: [window(14), window(3, 1, "smooth"), window(3, 1, "d"), SAMPLED],
    aliases: ["stochastic d", "stochastic average"],
    usual: [
      ["below", 20],
      ["above", 80],
    ],
    column: (b, p) => stochastic(b, { n: numberOf(p), smooth: numberOf(p, "smooth"), d: numberOf(p, "d") }).d,
  }),
  measure({
    name: "williams r",
    unit: "percent",
    noun: "Williams %R({n})",
    needs: "bars",
    params: [window(14), SAMPLED],
    aliases: ["williams r", "williams %r", "williams r {n}"],
    usual: [
      ["below", -80],
      ["above", -20],
    ],
    column: (b, p) => williamsR(b, numberOf(p)),
  }),
  measure({
    name: "range position",
    unit: "percent",
    noun: "range position over {n} {units}",
    needs: "bars",
    params: [window(20), SAMPLED],
    aliases: ["range position", "range position over {n} sessions", "{n} session range position"],
    usual: [
      ["above", 80],
      ["below", 20],
    ],
    column: (b, p) => rangePosition(b, numberOf(p)),
    phrases: [
      { text: "in upper third of {n} session range", rule: ({ n }) => is(ofMeasure("range position", n), "above", 66.7) },
      { text: "in lower third of {n} session range", rule: ({ n }) => is(ofMeasure("range position", n), "below", 33.3) },
    ],
  }),
  measure({
    name: "macd",
    unit: "number",
    noun: "MACD({fast}, {slow}, {signal}) line{on}",
    params: [...FAST_SLOW, COLUMN, SAMPLED],
    aliases: ["macd line", "macd"],
    usual: [
      ["above", 0],
      ["crosses above", 0],
    ],
    column: (b, p) => lines(b, p, macd).line,
    phrases: [
      { text: "macd above its signal", rule: () => is(ofMeasure("macd"), "above", ofMeasure("macd signal")) },
      { text: "macd below its signal", rule: () => is(ofMeasure("macd"), "below", ofMeasure("macd signal")) },
      { text: "macd crosses above its signal", rule: () => is(ofMeasure("macd"), "crosses above", ofMeasure("macd signal")) },
      { text: "macd crosses below its signal", rule: () => is(ofMeasure("macd"), "crosses below", ofMeasure("macd signal")) },
    ],
  }),
  measure({
    name: "macd signal",
    unit: "number",
    noun: "MACD({fast}, {slow}, {signal}) signal{on}",
    params: [...FAST_SLOW, COLUMN, SAMPLED],
    aliases: ["macd signal"],
    column: (b, p) => lines(b, p, macd).signal,
  }),
  measure({
    name: "macd histogram",
    unit: "number",
    noun: "MACD({fast}, {slow}, {signal}) histogram{on}",
    params: [...FAST_SLOW, COLUMN, SAMPLED],
    aliases: ["macd histogram"],
    usual: [["above", 0]],
    column: (b, p) => lines(b, p, macd).histogram,
  }),
  measure({
    name: "ppo",
    unit: "percent",
    noun: "PPO({fast}, {slow}, {signal}){on}",
    params: [...FAST_SLOW, COLUMN, SAMPLED],
    aliases: ["ppo"],
    usual: [["above", 0]],
    column: (b, p) => lines(b, p, ppo).line,
  }),
  measure({
    name: "ppo signal",
    unit: "percent",
    noun: "PPO({fast}, {slow}, {signal}) signal{on}",
    params: [...FAST_SLOW, COLUMN, SAMPLED],
    aliases: ["ppo signal"],
    column: (b, p) => lines(b, p, ppo).signal,
  }),
  measure({
    name: "adx",
    unit: "percent",
    noun: "ADX({n})",
    needs: "bars",
    params: [window(14), SAMPLED],
    aliases: ["adx {n}", "adx"],
    usual: [
      ["above", 25],
      ["below", 20],
    ],
    column: (b, p) => directionalMovement(b, numberOf(p)).adx,
    phrases: [{ text: "trending", rule: () => is(ofMeasure("adx"), "above", 25) }],
  }),
  measure({
    name: "plus di",
    unit: "percent",
    noun: "+DI({n})",
    needs: "bars",
    params: [window(14), SAMPLED],
    aliases: ["+di", "plus di"],
    usual: [["above", 25]],
    column: (b, p) => directionalMovement(b, numberOf(p)).plus,
    phrases: [
      { text: "+di above -di", rule: () => is(ofMeasure("plus di"), "above", ofMeasure("minus di")) },
      { text: "+di crosses above -di", rule: () => is(ofMeasure("plus di"), "crosses above", ofMeasure("minus di")) },
    ],
  }),
  measure({
    name: "minus di",
    unit: "percent",
    noun: "\u2212DI({n})",
    needs: "bars",
    params: [window(14), SAMPLED],
    aliases: ["-di", "minus di"],
    usual: [["above", 25]],
    column: (b, p) => directionalMovement(b, numberOf(p)).minus,
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
      { text: "{n} session regression rising", rule: ({ n }) => is(ofMeasure("regression slope", n), "above", 0) },
      { text: "{n} session regression falling", rule: ({ n }) => is(ofMeasure("regression slope", n), "below", 0) },
      { text: "{n} session channel rises", rule: ({ n }) => is(ofMeasure("regression slope", n), "above", 0) },
      { text: "{n} session channel falls", rule: ({ n }) => is(ofMeasure("regression slope", n), "below", 0) },
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
    phrases: [{ text: "rising smoothly", rule: () => is(ofMeasure("smoothness"), "above", 0.8) }],
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
      { text: "{p} above its {n} average", rule: ({ n, p }) => is(ofMeasure("distance", n), "above", p) },
      { text: "{p} below its {n} average", rule: ({ n, p }) => is(ofMeasure("distance", n), "below", -p) },
      { text: "more than {p} above its {n} average", rule: ({ n, p }) => is(ofMeasure("distance", n), "above", p) },
      { text: "within {p} of its {n} average", rule: ({ n, p }) => within(ofMeasure("distance", n), p) },
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
      { text: "{x} atrs above its {n} average", rule: ({ n, x }) => is(ofMeasure("distance in ATRs", n), "above", x) },
      { text: "{x} atrs below its {n} average", rule: ({ n, x }) => is(ofMeasure("distance in ATRs", n), "below", -x) },
      { text: "within {x} atrs of its {n} average", rule: ({ n, x }) => within(ofMeasure("distance in ATRs", n), x) },
    ],
  }),
  measure({
    name: "band width",
    unit: "fraction",
    noun: "Bollinger width ({n}, {k})",
    params: [window(20, 2), { name: "k", default: 2, min: 0.1, max: 6, fractional: true }, SAMPLED],
    aliases: ["band width", "bollinger width"],
    usual: [
      ["below", 0.05],
      ["above", 0.1],
    ],
    column: (b, p) => bollinger(b.close, numberOf(p), numberOf(p, "k")).width,
  }),
  measure({
    name: "percent b",
    title: "place between the Bollinger bands",
    unit: "number",
    noun: "place between its Bollinger bands ({n}, {k})",
    params: [window(20, 2), { name: "k", default: 2, min: 0.1, max: 6, fractional: true }, SAMPLED],
    aliases: ["percent b", "%b", "place between its bands"],
    usual: [
      ["above", 1],
      ["below", 0],
    ],
    column: (b, p) => bollinger(b.close, numberOf(p), numberOf(p, "k")).percentB,
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
