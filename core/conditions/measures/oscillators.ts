import { bollinger } from "../../indicators/bollinger";
import { directionalMovement } from "../../indicators/directional-movement";
import { macd, ppo, type SignalledLine } from "../../indicators/macd";
import { rangePosition, stochastic, williamsR } from "../../indicators/range-position";
import { rsi } from "../../indicators/rsi";
import { COLUMN, columnOf, measure, numberOf, SAMPLED, window, type Measure, type MeasuredBars, type Params } from "../measure";
import { is, valueOf } from "./phrasing";

const FAST_SLOW = [window(12, 1, "fast"), window(26, 1, "slow"), window(9, 1, "signal")];
const lines = (bars: MeasuredBars, p: Params, of: typeof macd): SignalledLine =>
  of(columnOf(bars, p), { fast: numberOf(p, "fast"), slow: numberOf(p, "slow"), signal: numberOf(p, "signal") });

/** Oscillators and the place within bands. */
export const OSCILLATORS_OF_BARS: readonly Measure[] = [
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
      { text: "oversold", rule: () => is("rsi", "below", 30) },
      { text: "overbought", rule: () => is("rsi", "above", 70) },
      { text: "above {x}", rule: ({ x }) => is("rsi", "above", x) },
      { text: "below {x}", rule: ({ x }) => is("rsi", "below", x) },
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
        rule: () => is("stochastic", "crosses above", valueOf("stochastic average")),
      },
      {
        text: "stochastic crosses below its average",
        rule: () => is("stochastic", "crosses below", valueOf("stochastic average")),
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
      { text: "in upper third of {n} session range", rule: ({ n }) => is(valueOf("range position", n), "above", 66.7) },
      { text: "in lower third of {n} session range", rule: ({ n }) => is(valueOf("range position", n), "below", 33.3) },
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
      { text: "macd above its signal", rule: () => is("macd", "above", valueOf("macd signal")) },
      { text: "macd below its signal", rule: () => is("macd", "below", valueOf("macd signal")) },
      { text: "macd crosses above its signal", rule: () => is("macd", "crosses above", valueOf("macd signal")) },
      { text: "macd crosses below its signal", rule: () => is("macd", "crosses below", valueOf("macd signal")) },
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
    phrases: [{ text: "trending", rule: () => is("adx", "above", 25) }],
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
      { text: "+di above -di", rule: () => is("plus di", "above", valueOf("minus di")) },
      { text: "+di crosses above -di", rule: () => is("plus di", "crosses above", valueOf("minus di")) },
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
];
