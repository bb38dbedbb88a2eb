import { HORIZONS } from "../../breadth/participation";
import { DIRECTIONS, regime, VOLATILITIES } from "../../regime/regime";
import { LANES } from "../../timing/lane-names";
import { measure, numberOf, type Measure, type MeasureGiven, type SentenceForm } from "../measure";
import { is, valueOf } from "./phrasing";

/** A measure of the market, or of a group of its members. */
const ofMembers = (given: MeasureGiven) => measure({ needs: "members", of: "market", ...given });
/** One that only the market has. */
const ofMarket = (given: MeasureGiven) => measure({ needs: "market", of: "market", ...given });

const KIND = { name: "average", default: "exponential", among: ["exponential", "simple"] } as const;
const horizon = { name: "n", default: 50, min: 5, max: 200, among: HORIZONS } as const;

const codes = (names: readonly string[]) => Object.fromEntries(names.map((name, k) => [name, k]));
const states = (column: Int8Array, close: Float64Array) =>
  Float64Array.from(column, (x, t) => (x < 0 || Number.isNaN(close[t]) ? NaN : x));

/** A state that the market can be in, typed by its name. */
const stated = (name: string, labels: readonly string[], words = (label: string) => [label.toLowerCase()]) =>
  labels.flatMap((label) => words(label).map((text) => ({ text, rule: () => is(valueOf(name), "is", label) })));

const event = (what: string): SentenceForm[] => [
  { text: `there is a ${what}`, comparator: "is", right: "yes" },
  { text: `there is no ${what}`, comparator: "is", right: "no" },
];

const LANE = { name: "lane", default: "Checked", among: LANES } as const;

/** Regime, breadth and timing. */
export const MARKET_MEASURES: readonly Measure[] = [
  measure({
    name: "regime",
    unit: "label",
    noun: "regime",
    needs: "bars",
    of: "market",
    labels: codes(DIRECTIONS),
    aliases: ["regime", "direction"],
    usual: DIRECTIONS.map((d) => ["is", d] as const),
    column: (b) => states(regime(b).direction, b.close),
    phrases: stated("regime", DIRECTIONS, (label) => [
      `regime ${label.toLowerCase()}`,
      `regime is ${label.toLowerCase()}`,
      `market ${label.toLowerCase()}`,
      `${label.toLowerCase()} market`,
      `${label.toLowerCase()} regime`,
    ]),
  }),
  measure({
    name: "volatility state",
    unit: "label",
    noun: "volatility",
    needs: "bars",
    of: "market",
    labels: codes(VOLATILITIES),
    aliases: ["volatility state", "volatility"],
    usual: VOLATILITIES.map((v) => ["is", v] as const),
    column: (b) => states(regime(b).volatility, b.close),
    phrases: stated("volatility state", VOLATILITIES, (label) => [
      `volatility ${label.toLowerCase()}`,
      `volatility is ${label.toLowerCase()}`,
      `${label.toLowerCase()} market`,
      `market ${label.toLowerCase()}`,
    ]),
  }),
  measure({
    name: "sessions in regime",
    title: "sessions in the regime",
    unit: "sessions",
    noun: "number of sessions in its regime",
    needs: "bars",
    of: "market",
    aliases: ["sessions in regime", "age of regime"],
    usual: [["above", 30]],
    column: (b) => {
      const { direction } = regime(b);
      const out = new Float64Array(direction.length).fill(NaN);
      let run = 0;
      direction.forEach((d, t) => {
        if (d < 0 || Number.isNaN(b.close[t])) return;
        run = d === direction[t - 1] ? run + 1 : 1;
        out[t] = run;
      });
      return out;
    },
    phrases: [{ text: "regime older than {n} sessions", rule: ({ n }) => is("sessions in regime", "above", n) }],
  }),
  ofMarket({
    name: "volatility slope",
    unit: "fraction",
    noun: "volatility slope",
    aliases: ["volatility slope"],
    usual: [
      ["below", 0],
      ["above", 0],
    ],
    phrases: [
      { text: "volatility subsiding", rule: () => is("volatility slope", "below", 0) },
      { text: "volatility rising", rule: () => is("volatility slope", "above", 0) },
    ],
  }),
  ofMarket({
    name: "pressure",
    unit: "number",
    noun: "Pressure",
    aliases: ["pressure", "breadth pressure"],
    usual: [
      ["at most", -60],
      ["at least", 60],
      ["above", 0],
    ],
    phrases: [
      { text: "washed out", rule: () => is("pressure", "at most", -60) },
      { text: "stretched", rule: () => is("pressure", "at least", 60) },
    ],
  }),
  ofMembers({
    name: "participation",
    title: "share of members above an average",
    unit: "percent",
    noun: "share of members above their {n}-session {average} average",
    params: [horizon, KIND],
    aliases: [
      "participation {n}",
      "participation({n})",
      "participation",
      "share of members above their {n} average",
      "members above their {n} average",
    ],
    usual: [
      ["below", 20],
      ["above", 80],
      ["crosses above", 50],
    ],
    phrases: [
      {
        text: "fewer than {x}% of members above their {n} average",
        rule: ({ n, x }) => is(valueOf("participation", { n }), "below", x),
      },
      {
        text: "more than {x}% of members above their {n} average",
        rule: ({ n, x }) => is(valueOf("participation", { n }), "above", x),
      },
      {
        text: "{x}% of members above their {n} average",
        rule: ({ n, x }) => is(valueOf("participation", { n }), "at least", x),
      },
      { text: "above {n} below {x}%", rule: ({ n, x }) => is(valueOf("participation", { n }), "below", x) },
    ],
  }),
  ofMembers({
    name: "all five",
    title: "share of members above all five averages",
    unit: "percent",
    noun: "share of members above all five {average} averages",
    params: [KIND],
    aliases: ["all five", "all five averages", "share of members above all five averages"],
    usual: [
      ["at least", 70],
      ["at most", 10],
    ],
    phrases: [
      { text: "breadth crowded", rule: () => is("all five", "at least", 70) },
      { text: "crowded", rule: () => is("all five", "at least", 70) },
      { text: "breadth washed out", rule: () => is("all five", "at most", 10) },
    ],
  }),
  ofMembers({
    name: "mcclellan",
    unit: "number",
    noun: "McClellan oscillator",
    aliases: ["mcclellan", "mcclellan oscillator"],
    usual: [
      ["above", 0],
      ["below", -100],
    ],
  }),
  ofMembers({
    name: "summation",
    unit: "number",
    noun: "McClellan summation",
    aliases: ["summation", "mcclellan summation"],
    usual: [["above", 0]],
  }),
  ofMembers({
    name: "net advances",
    unit: "fraction",
    noun: "net share of advancing members",
    aliases: ["net advances", "net share of advancing members", "advances less declines"],
    usual: [
      ["above", 0.6],
      ["below", -0.6],
    ],
  }),
  ofMembers({
    name: "up volume",
    unit: "fraction",
    noun: "share of volume in advancing members",
    aliases: ["up volume", "up-volume share"],
    usual: [
      ["above", 0.8],
      ["below", 0.2],
    ],
  }),
  ofMembers({
    name: "net highs",
    unit: "percent",
    noun: "share of members at new highs less that at new lows",
    aliases: ["net highs", "new highs less new lows"],
    usual: [
      ["above", 0],
      ["below", 0],
    ],
    phrases: [
      { text: "more new highs than new lows", rule: () => is("net highs", "above", 0) },
      { text: "more new lows than new highs", rule: () => is("net highs", "below", 0) },
    ],
  }),
  ofMembers({
    name: "thrust",
    unit: "label",
    labels: { yes: 1, no: 0 },
    noun: "thrust of breadth",
    aliases: ["breadth thrust", "thrust"],
    forms: [
      { text: "{it} has a thrust of breadth", comparator: "is", right: "yes" },
      { text: "{it} has no thrust of breadth", comparator: "is", right: "no" },
    ],
    usual: [["is", "yes"]],
    phrases: [{ text: "breadth thrust", rule: () => is("thrust", "is", "yes") }],
  }),
  ofMarket({
    name: "lane",
    title: "lane",
    unit: "label",
    labels: { Up: 1, Down: -1 },
    params: [LANE],
    noun: "{lane} lane",
    aliases: ["{lane} lane", "lane {lane}", "lane"],
    usual: [
      ["is", "Up"],
      ["is", "Down"],
    ],
    phrases: LANES.flatMap((lane) =>
      ["Up", "Down"].map((state) => ({
        text: `${lane.toLowerCase()} ${state.toLowerCase()}`,
        rule: () => is(valueOf("lane", { lane }), "is", state),
      })),
    ),
  }),
  ofMarket({
    name: "re-entry",
    title: "re-entry",
    unit: "label",
    labels: { yes: 1, no: 0 },
    noun: "re-entry from a Pressure of {level}",
    params: [{ name: "level", default: -60, min: -100, max: 0 }],
    aliases: ["re-entry", "reentry"],
    forms: event("re-entry from a Pressure of {level}"),
    usual: [["is", "yes"]],
    phrases: [{ text: "re-entry", rule: () => is("re-entry", "is", "yes") }],
  }),
];

/** The code of a horizon's place in participation columns. */
export const horizonOf = (params: Readonly<Record<string, number | string>>) => HORIZONS.findIndex((n) => n === numberOf(params));
