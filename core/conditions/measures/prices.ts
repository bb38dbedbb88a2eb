import { bollinger } from "../../indicators/bollinger";
import { highest, lowest } from "../../indicators/highest";
import { linearRegression } from "../../indicators/linear-regression";
import { parabolicSar } from "../../indicators/parabolic-sar";
import { trailingStop } from "../../scores/trailing-stop";
import { swings } from "../../swings/swings";
import { COLUMN, columnOf, measure, numberOf, SAMPLED, window, type Measure, type MeasuredBars, type Phrase } from "../measure";
import { than } from "./phrasing";

/** Phrases for a close at (or beyond) the extreme of n sessions. */
function extremePhrases(kind: "high" | "low"): Phrase[] {
  const side = kind === "high" ? "above" : "below";
  const at = kind === "high" ? "at least" : "at most";
  const word = kind === "high" ? "highest" : "lowest";
  const closing = (n: number) => than(at, { measure: `${word} close`, params: { n } });
  const beyond = (n: number) => than(side, { measure: `${word} ${kind}`, params: { n }, ago: 1 });
  return [
    { text: `{n} session closing ${kind}`, rule: ({ n }) => closing(n) },
    { text: `new {n} session closing ${kind}`, rule: ({ n }) => closing(n) },
    { text: `new {n} session ${kind}`, rule: ({ n }) => closing(n) },
    { text: `{n} session ${kind}`, rule: ({ n }) => closing(n) },
    { text: `${kind} of {n} sessions`, rule: ({ n }) => closing(n) },
    { text: `52 week ${kind}`, rule: () => closing(252) },
    { text: `new ${kind}`, rule: () => closing(252) },
    { text: `first {n} session closing ${kind} in {m} sessions`, rule: ({ n, m }) => ({ ...closing(n), firstIn: m }) },
    { text: `closes ${side} {n} session ${kind}`, rule: ({ n }) => beyond(n) },
    { text: `${kind === "high" ? "breaks out of" : "breaks down from"} {n} sessions`, rule: ({ n }) => beyond(n) },
  ];
}

const band = (pick: "upper" | "lower" | "middle") => (bars: MeasuredBars, params: Readonly<Record<string, number | string>>) =>
  bollinger(columnOf(bars, params), numberOf(params), numberOf(params, "k"))[pick];

const BAND = [window(20, 2), { name: "k", default: 2, min: 0.1, max: 6, fractional: true }, COLUMN, SAMPLED] as const;

/** Measures in price units. */
export const PRICES: readonly Measure[] = [
  measure({
    name: "close",
    unit: "price",
    noun: "close",
    aliases: ["close", "price", "closes"],
    params: [SAMPLED],
    column: (b) => b.close,
    forms: [
      { text: "{it} closes higher", comparator: "above", other: { measure: "close", ago: 1 } },
      { text: "{it} closes lower", comparator: "below", other: { measure: "close", ago: 1 } },
      { text: "{it} closes above the high before", comparator: "above", other: { measure: "high", ago: 1 } },
      { text: "{it} closes below the low before", comparator: "below", other: { measure: "low", ago: 1 } },
      { text: "{its} close is a {n}-{unit} closing high", comparator: "at least", other: { measure: "highest close" } },
      { text: "{its} close is a {n}-{unit} closing low", comparator: "at most", other: { measure: "lowest close" } },
    ],
    phrases: [
      { text: "closes up", rule: () => than("above", { measure: "close", ago: 1 }) },
      { text: "up on session", rule: () => than("above", { measure: "close", ago: 1 }) },
      { text: "higher close", rule: () => than("above", { measure: "close", ago: 1 }) },
      { text: "closes above yesterday's close", rule: () => than("above", { measure: "close", ago: 1 }) },
      { text: "closes down", rule: () => than("below", { measure: "close", ago: 1 }) },
      { text: "down on session", rule: () => than("below", { measure: "close", ago: 1 }) },
      { text: "lower close", rule: () => than("below", { measure: "close", ago: 1 }) },
      { text: "closes below yesterday's close", rule: () => than("below", { measure: "close", ago: 1 }) },
      { text: "closes above yesterday's high", rule: () => than("above", { measure: "high", ago: 1 }) },
      { text: "closes below yesterday's low", rule: () => than("below", { measure: "low", ago: 1 }) },
      { text: "closes above its open", rule: () => than("above", { measure: "open" }) },
      { text: "closes below its open", rule: () => than("below", { measure: "open" }) },
      { text: "price above {x}", rule: ({ x }) => than("above", x) },
      { text: "price below {x}", rule: ({ x }) => than("below", x) },
      { text: "price between {n} and {m}", rule: ({ n, m }) => ({ all: [than("above", n), than("below", m)] }) },
    ],
  }),
  measure({
    name: "open",
    unit: "price",
    noun: "open",
    needs: "bars",
    atOpen: true,
    aliases: ["open", "opening", "opens"],
    params: [SAMPLED],
    column: (b) => b.open,
    phrases: (
      [
        ["{n} average", "{m} average", "sma"],
        ["{n} ema", "{m} ema", "ema"],
      ] as const
    ).flatMap(([word, other, name]): Phrase[] => {
      const against = (comparator: "above" | "below", n: number) =>
        than(comparator, { measure: name, params: { n } }, { measure: "open" });
      return [
        { text: `opens above ${word}`, rule: ({ n }) => against("above", n) },
        { text: `opens below ${word}`, rule: ({ n }) => against("below", n) },
        {
          text: `opens between {n} and ${other}`,
          rule: ({ n, m }) => ({
            any: [{ all: [against("above", n), against("below", m)] }, { all: [against("below", n), against("above", m)] }],
          }),
        },
      ];
    }),
  }),
  measure({
    name: "high",
    unit: "price",
    noun: "high",
    needs: "bars",
    aliases: ["high"],
    params: [SAMPLED],
    column: (b) => b.high,
    phrases: [
      { text: "higher high", rule: () => than("above", { measure: "high", ago: 1 }, { measure: "high" }) },
      { text: "lower high", rule: () => than("below", { measure: "high", ago: 1 }, { measure: "high" }) },
    ],
  }),
  measure({
    name: "low",
    unit: "price",
    noun: "low",
    needs: "bars",
    aliases: ["low"],
    params: [SAMPLED],
    column: (b) => b.low,
    phrases: [
      { text: "higher low", rule: () => than("above", { measure: "low", ago: 1 }, { measure: "low" }) },
      { text: "lower low", rule: () => than("below", { measure: "low", ago: 1 }, { measure: "low" }) },
    ],
  }),
  measure({
    name: "highest close",
    unit: "price",
    noun: "highest close of {n} {units}",
    params: [window(20), SAMPLED],
    aliases: ["{n} session closing high", "highest close of {n} sessions", "highest close"],
    column: (b, p) => highest(b.close, numberOf(p)),
    phrases: extremePhrases("high"),
  }),
  measure({
    name: "lowest close",
    unit: "price",
    noun: "lowest close of {n} {units}",
    params: [window(20), SAMPLED],
    aliases: ["{n} session closing low", "lowest close of {n} sessions", "lowest close"],
    column: (b, p) => lowest(b.close, numberOf(p)),
    phrases: extremePhrases("low"),
  }),
  measure({
    name: "highest high",
    unit: "price",
    noun: "highest high of {n} {units}",
    needs: "bars",
    params: [window(20), SAMPLED],
    aliases: ["{n} session high", "highest high of {n} sessions", "highest high"],
    column: (b, p) => highest(b.high, numberOf(p)),
  }),
  measure({
    name: "lowest low",
    unit: "price",
    noun: "lowest low of {n} {units}",
    needs: "bars",
    params: [window(20), SAMPLED],
    aliases: ["{n} session low", "lowest low of {n} sessions", "lowest low"],
    column: (b, p) => lowest(b.low, numberOf(p)),
  }),
  measure({
    name: "regression end",
    unit: "price",
    noun: "{n}-{unit} regression line{on}",
    params: [window(63, 2), COLUMN, SAMPLED],
    aliases: ["{n} session regression", "regression end", "end of {n} session regression line"],
    column: (b, p) => linearRegression(columnOf(b, p), numberOf(p)).end,
  }),
  measure({
    name: "channel top",
    title: "upper regression channel",
    unit: "price",
    noun: "upper {n}-{unit} regression channel of {k} deviations",
    params: [window(63, 2), { name: "k", default: 2, min: 0.1, max: 6, fractional: true }, SAMPLED],
    aliases: ["top of {n} session channel", "channel top", "upper channel"],
    column: (b, p) => channel(b, numberOf(p), numberOf(p, "k")),
    phrases: [{ text: "above {n} session channel", rule: ({ n }) => than("above", { measure: "channel top", params: { n } }) }],
  }),
  measure({
    name: "channel bottom",
    title: "lower regression channel",
    unit: "price",
    noun: "lower {n}-{unit} regression channel of {k} deviations",
    params: [window(63, 2), { name: "k", default: 2, min: 0.1, max: 6, fractional: true }, SAMPLED],
    aliases: ["bottom of {n} session channel", "channel bottom", "lower channel"],
    column: (b, p) => channel(b, numberOf(p), -numberOf(p, "k")),
    phrases: [
      { text: "below {n} session channel", rule: ({ n }) => than("below", { measure: "channel bottom", params: { n } }) },
    ],
  }),
  measure({
    name: "upper band",
    unit: "price",
    noun: "upper Bollinger band ({n}, {k}){on}",
    params: BAND,
    aliases: ["upper bollinger band", "upper band"],
    column: band("upper"),
    phrases: [{ text: "above upper band", rule: () => than("above", { measure: "upper band" }) }],
  }),
  measure({
    name: "middle band",
    unit: "price",
    noun: "middle Bollinger band ({n}, {k}){on}",
    params: BAND,
    aliases: ["middle bollinger band", "middle band"],
    column: band("middle"),
  }),
  measure({
    name: "lower band",
    unit: "price",
    noun: "lower Bollinger band ({n}, {k}){on}",
    params: BAND,
    aliases: ["lower bollinger band", "lower band"],
    column: band("lower"),
    phrases: [{ text: "below lower band", rule: () => than("below", { measure: "lower band" }) }],
  }),
  measure({
    name: "parabolic sar",
    unit: "price",
    noun: "parabolic SAR",
    needs: "bars",
    params: [SAMPLED],
    aliases: ["parabolic sar", "sar"],
    column: (b) => parabolicSar(b),
    phrases: [
      { text: "above sar", rule: () => than("above", { measure: "parabolic sar" }) },
      { text: "below sar", rule: () => than("below", { measure: "parabolic sar" }) },
    ],
  }),
  measure({
    name: "trailing stop",
    unit: "price",
    noun: "trailing stop",
    needs: "bars",
    aliases: ["trailing stop", "stop"],
    column: (b) => trailingStop(b).stop,
    phrases: [
      { text: "above trailing stop", rule: () => than("above", { measure: "trailing stop" }) },
      { text: "below trailing stop", rule: () => than("below", { measure: "trailing stop" }) },
    ],
  }),
  measure({
    name: "swing high",
    unit: "price",
    noun: "last confirmed swing high",
    needs: "bars",
    aliases: ["swing high", "last swing high"],
    column: (b) => lastSwing(b, "high"),
    phrases: [{ text: "above last swing high", rule: () => than("above", { measure: "swing high" }) }],
  }),
  measure({
    name: "swing low",
    unit: "price",
    noun: "last confirmed swing low",
    needs: "bars",
    aliases: ["swing low", "last swing low"],
    column: (b) => lastSwing(b, "low"),
    phrases: [{ text: "below last swing low", rule: () => than("below", { measure: "swing low" }) }],
  }),
];

function channel(bars: MeasuredBars, n: number, k: number): Float64Array {
  const { end, residualSd } = linearRegression(bars.close, n);
  return end.map((x, t) => x + k * residualSd[t]!);
}

/** The close of the latest swing of a kind that was confirmed by each session. */
function lastSwing(bars: MeasuredBars, kind: "high" | "low"): Float64Array {
  const out = new Float64Array(bars.close.length).fill(NaN);
  const pivots = swings(bars).pivots.filter((p) => p.kind === kind);
  pivots.forEach((pivot, k) => {
    const end = pivots[k + 1]?.confirmed ?? out.length;
    for (let t = pivot.confirmed; t < end; t++) if (!Number.isNaN(bars.close[t])) out[t] = bars.close[pivot.at]!;
  });
  return out;
}
