import { atr } from "../../indicators/atr";
import { highest, lowest } from "../../indicators/highest";
import { dayPosition } from "../../indicators/range-position";
import { isAbove, isBelow } from "../../columns/compare";
import { overBars, overDefined } from "../../columns/over-defined";
import { measure, numberOf, SAMPLED, window, type Measure, type MeasuredBars, type SentenceForm } from "../measure";
import { is, valueOf } from "./phrasing";

const ranges = (b: MeasuredBars) => b.high.map((h, t) => h - b.low[t]!);

/** Something that a session is or is not. */
const YES_NO = { yes: 1, no: 0 };
const has = (what: string): SentenceForm[] => [
  { text: `{it} has ${what}`, comparator: "is", right: "yes" },
  { text: `{it} has no ${what.replace(/^an? /, "")}`, comparator: "is", right: "no" },
];
const flag = (name: string, what: string, words: readonly string[], column: (bars: MeasuredBars) => Float64Array): Measure =>
  measure({
    name,
    unit: "label",
    labels: YES_NO,
    noun: name,
    needs: "bars",
    params: [],
    aliases: words,
    forms: has(what),
    usual: [["is", "yes"]],
    column,
    phrases: words.map((text) => ({ text, rule: () => is(name, "is", "yes") })),
  });

const GAP = { name: "from", default: "close", among: ["close", "high", "low"] } as const;
const gapUp = (from: "close" | "high" | "low") => is(valueOf("gap", { from }), "above", 0);
const gapDown = (from: "close" | "high" | "low") => is(valueOf("gap", { from }), "below", 0);
const insideOpen = () => ({
  all: [is(valueOf("gap", { from: "high" }), "at most", 0), is(valueOf("gap", { from: "low" }), "at least", 0)],
});

/** What one session is like: its body, range, gap, and runs of closes. */
export const SESSION_SHAPES: readonly Measure[] = [
  measure({
    name: "gap",
    title: "gap",
    unit: "fraction",
    noun: "gap from the {from} before",
    needs: "bars",
    atOpen: true,
    params: [GAP],
    aliases: ["gap from {from}", "gap"],
    usual: [
      ["above", 0],
      ["above", 0.01],
      ["below", -0.01],
    ],
    forms: (["close", "high", "low"] as const).flatMap((from) => [
      { text: `{it} opens above the ${from} before`, comparator: "above" as const, right: 0, params: { from } },
      { text: `{it} opens below the ${from} before`, comparator: "below" as const, right: 0, params: { from } },
      { text: `{it} opens not above the ${from} before`, comparator: "at most" as const, right: 0, params: { from } },
      { text: `{it} opens not below the ${from} before`, comparator: "at least" as const, right: 0, params: { from } },
      { text: `{it} opens more than {value} above the ${from} before`, comparator: "above" as const, params: { from } },
    ]),
    column: (b, p) => overOwn(b, (own, t) => own.open[t]! / own[p["from"] as "close"][t - 1]! - 1),
    phrases: [
      { text: "gap up", rule: () => gapUp("close") },
      { text: "gaps up", rule: () => gapUp("close") },
      { text: "opens above yesterday's close", rule: () => gapUp("close") },
      { text: "opens up", rule: () => gapUp("close") },
      { text: "gap up of {p}", rule: ({ p }) => is("gap", "above", p) },
      { text: "gaps up {p}", rule: ({ p }) => is("gap", "above", p) },
      { text: "gap up above yesterday's high", rule: () => gapUp("high") },
      { text: "opens above yesterday's high", rule: () => gapUp("high") },
      { text: "opens above prior high", rule: () => gapUp("high") },
      { text: "gap down", rule: () => gapDown("close") },
      { text: "gaps down", rule: () => gapDown("close") },
      { text: "opens below yesterday's close", rule: () => gapDown("close") },
      { text: "opens down", rule: () => gapDown("close") },
      { text: "gap down of {p}", rule: ({ p }) => is("gap", "below", -p) },
      { text: "gaps down {p}", rule: ({ p }) => is("gap", "below", -p) },
      { text: "opens below yesterday's low", rule: () => gapDown("low") },
      { text: "opens below prior low", rule: () => gapDown("low") },
      { text: "opens inside yesterday's range", rule: insideOpen },
      { text: "opens inside prior range", rule: insideOpen },
    ],
  }),
  measure({
    name: "body",
    unit: "fraction",
    noun: "body",
    needs: "bars",
    params: [SAMPLED],
    aliases: ["body", "candle body"],
    usual: [
      ["above", 0],
      ["below", 0],
    ],
    column: (b) => b.close.map((c, t) => c / b.open[t]! - 1),
    phrases: [
      { text: "up body", rule: () => is("body", "above", 0) },
      { text: "down body", rule: () => is("body", "below", 0) },
      { text: "body above {p}", rule: ({ p }) => is("body", "above", p) },
    ],
  }),
  measure({
    name: "range",
    unit: "price",
    noun: "range",
    needs: "bars",
    params: [SAMPLED],
    aliases: ["range"],
    column: ranges,
    phrases: [
      {
        text: "smallest range of {n} sessions",
        rule: ({ n }) => ({
          left: { measure: "range" },
          comparator: "at most",
          right: { measure: "smallest range", params: { n } },
        }),
      },
      {
        text: "largest range of {n} sessions",
        rule: ({ n }) => ({
          left: { measure: "range" },
          comparator: "at least",
          right: { measure: "largest range", params: { n } },
        }),
      },
    ],
  }),
  measure({
    name: "smallest range",
    unit: "price",
    noun: "smallest range of {n} {units}",
    needs: "bars",
    params: [window(21), SAMPLED],
    aliases: ["smallest range of {n} sessions", "smallest range"],
    column: (b, p) => lowest(ranges(b), numberOf(p)),
  }),
  measure({
    name: "largest range",
    unit: "price",
    noun: "largest range of {n} {units}",
    needs: "bars",
    params: [window(21), SAMPLED],
    aliases: ["largest range of {n} sessions", "largest range"],
    column: (b, p) => highest(ranges(b), numberOf(p)),
  }),
  measure({
    name: "range in ATRs",
    unit: "number",
    noun: "range in ATRs",
    needs: "bars",
    params: [SAMPLED],
    aliases: ["range in atrs", "range in atr"],
    usual: [
      ["below", 0.6],
      ["above", 2],
    ],
    column: (b) => {
      const range = atr(b, 14);
      return b.high.map((h, t) => (range[t] === 0 ? NaN : (h - b.low[t]!) / range[t]!));
    },
    phrases: [
      { text: "narrow range", rule: () => is("range in ATRs", "below", 0.6) },
      { text: "wide range", rule: () => is("range in ATRs", "above", 2) },
    ],
  }),
  measure({
    name: "day position",
    unit: "percent",
    noun: "day position",
    needs: "bars",
    params: [SAMPLED],
    aliases: ["day position", "session position", "position in session's range"],
    usual: [
      ["above", 66.7],
      ["below", 33.3],
    ],
    column: (b) => dayPosition(b),
    phrases: [
      { text: "closes in upper third", rule: () => is("day position", "above", 66.7) },
      { text: "closes in upper third of its range", rule: () => is("day position", "above", 66.7) },
      { text: "closes in lower third", rule: () => is("day position", "below", 33.3) },
      { text: "closes in lower third of its range", rule: () => is("day position", "below", 33.3) },
      { text: "closes in upper half", rule: () => is("day position", "above", 50) },
      { text: "closes in lower half", rule: () => is("day position", "below", 50) },
      { text: "closes at its high", rule: () => is("day position", "at least", 95) },
      { text: "closes at its low", rule: () => is("day position", "at most", 5) },
    ],
  }),
  flag("doji", "a doji", ["doji", "is doji"], (b) =>
    b.close.map((c, t) => {
      const [body, range] = [Math.abs(c - b.open[t]!), b.high[t]! - b.low[t]!];
      return body !== body || range !== range ? NaN : body <= 0.1 * range + 1e-9 * c ? 1 : 0;
    }),
  ),
  flag("inside session", "an inside session", ["inside session", "inside bar"], (b) =>
    overOwn(b, (own, t) => within(own, t, t - 1)),
  ),
  flag("outside session", "an outside session", ["outside session", "outside bar"], (b) =>
    overOwn(b, (own, t) => within(own, t - 1, t)),
  ),
  run("up closes", "higher", 1),
  run("down closes", "lower", -1),
];

/** Closes one after the other in one direction, this one included; 0 on another close (method 9, Q40). */
function run(name: string, word: "higher" | "lower", sign: 1 | -1): Measure {
  const direction = sign > 0 ? "up" : "down";
  return measure({
    name,
    unit: "sessions",
    noun: `run of ${name}`,
    params: [SAMPLED],
    aliases: [name, `${direction} closes in row`],
    usual: [
      ["at least", 3],
      ["is", 0],
    ],
    forms: [
      { text: `{it} has closed ${word} at least {value} times running`, comparator: "at least" },
      { text: `{it} has closed ${word} exactly {value} times running`, comparator: "is" },
      { text: `{it} has closed ${word} more than {value} times running`, comparator: "above" },
    ],
    column: (b) =>
      overDefined(b.close, (own) => {
        const out = new Float64Array(own.length).fill(NaN);
        for (let t = 1; t < own.length; t++) {
          const moved = sign > 0 ? isAbove(own[t]!, own[t - 1]!) : isBelow(own[t]!, own[t - 1]!);
          out[t] = moved ? (Number.isNaN(out[t - 1]) ? 0 : out[t - 1]!) + 1 : 0;
        }
        return out;
      }),
    phrases: [
      { text: `{nth} ${direction} close in row`, rule: ({ n }) => is(name, "is", n) },
      { text: `{nth} ${direction} close`, rule: ({ n }) => is(name, "is", n) },
      { text: `{n} ${direction} closes in row`, rule: ({ n }) => is(name, "at least", n) },
      { text: `{n} ${direction} closes`, rule: ({ n }) => is(name, "at least", n) },
      { text: `${direction} {n} sessions running`, rule: ({ n }) => is(name, "at least", n) },
      { text: `${direction} {n} sessions in row`, rule: ({ n }) => is(name, "at least", n) },
      { text: `closes ${word} {n} times`, rule: ({ n }) => is(name, "at least", n) },
    ],
  });
}

/** A figure of each bar from it and those before, on own bars; the first has none before. */
function overOwn(bars: MeasuredBars, figure: (own: MeasuredBars, t: number) => number): Float64Array {
  return overBars(bars.close, [bars.open, bars.high, bars.low, bars.volume], (close, open, high, low, volume) => {
    const own = { close, open: open, high: high, low: low, volume: volume };
    const out = new Float64Array(close.length).fill(NaN);
    for (let t = 1; t < close.length; t++) out[t] = figure(own, t);
    return out;
  });
}

/** 1 where bar a lies within bar b: neither high above nor low below, and one of them strictly inside. */
function within({ high, low }: MeasuredBars, a: number, b: number): number {
  const [ha, hb, la, lb] = [high[a]!, high[b]!, low[a]!, low[b]!];
  if (ha !== ha || hb !== hb || la !== la || lb !== lb) return NaN;
  return !isAbove(ha, hb) && !isBelow(la, lb) && (isBelow(ha, hb) || isAbove(la, lb)) ? 1 : 0;
}
