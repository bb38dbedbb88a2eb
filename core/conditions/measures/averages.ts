import { ema, wilder } from "../../indicators/ema";
import { sma } from "../../indicators/sma";
import type { Condition, MeasureUse } from "../condition";
import { COLUMN, columnOf, measure, numberOf, SAMPLED, window, type Measure, type Phrase } from "../measure";
import { than } from "./phrasing";

/** Phrases for the close against an average of n, or against one of a default length. */
function averagePhrases(name: string, words: readonly string[]): Phrase[] {
  const at = (n: number): MeasureUse => ({ measure: name, params: { n } });
  return words.flatMap((word): Phrase[] => [
    { text: `above ${word}`, rule: ({ n }) => than("above", at(n)) },
    { text: `below ${word}`, rule: ({ n }) => than("below", at(n)) },
    { text: `crosses above ${word}`, rule: ({ n }) => than("crosses above", at(n)) },
    { text: `crosses below ${word}`, rule: ({ n }) => than("crosses below", at(n)) },
    {
      text: word === "{n}" ? "between {n} and {m}" : `between {n} and {m} ${word.replace("{n} ", "")}`,
      rule: ({ n, m }) => ({
        any: [{ all: [than("above", at(n)), than("below", at(m))] }, { all: [than("below", at(n)), than("above", at(m))] }],
      }),
    },
  ]);
}

/** Moves of an average against its value so many sessions before. */
function slopePhrases(name: string, words: readonly string[]): Phrase[] {
  const against = (n: number, comparator: "above" | "below", ago = 5): Condition =>
    than(comparator, { measure: name, params: { n }, ago }, { measure: name, params: { n } });
  return words.flatMap((word): Phrase[] => [
    { text: `${word} rising`, rule: ({ n }) => against(n, "above") },
    { text: `rising ${word}`, rule: ({ n }) => against(n, "above") },
    { text: `${word} falling`, rule: ({ n }) => against(n, "below") },
    { text: `falling ${word}`, rule: ({ n }) => against(n, "below") },
    {
      text: `${word} above {m} ${word.replace("{n} ", "")}`,
      rule: ({ n, m }) => than("above", { measure: name, params: { n: m } }, { measure: name, params: { n } }),
    },
    {
      text: `${word} crosses above {m} ${word.replace("{n} ", "")}`,
      rule: ({ n, m }) => than("crosses above", { measure: name, params: { n: m } }, { measure: name, params: { n } }),
    },
    {
      text: `${word} crosses below {m} ${word.replace("{n} ", "")}`,
      rule: ({ n, m }) => than("crosses below", { measure: name, params: { n: m } }, { measure: name, params: { n } }),
    },
  ]);
}

/** Moving averages, in the units of what they are of. */
export const AVERAGES: readonly Measure[] = [
  measure({
    name: "sma",
    unit: "price",
    noun: "{n}-{unit} simple average{on}",
    params: [window(50), COLUMN, SAMPLED],
    aliases: ["{n} sma", "sma {n}", "{n} simple average", "{n} average", "average of {n}", "sma", "average"],
    column: (b, p) => sma(columnOf(b, p), numberOf(p)),
    phrases: [
      ...averagePhrases("sma", ["{n} average", "{n} sma", "{n}"]),
      ...slopePhrases("sma", ["{n} average", "{n} sma"]),
      { text: "golden cross", rule: () => than("crosses above", { measure: "sma", params: { n: 200 } }, { measure: "sma" }) },
      { text: "death cross", rule: () => than("crosses below", { measure: "sma", params: { n: 200 } }, { measure: "sma" }) },
    ],
  }),
  measure({
    name: "ema",
    unit: "price",
    noun: "{n}-{unit} exponential average{on}",
    params: [window(50), COLUMN, SAMPLED],
    aliases: ["{n} ema", "ema {n}", "{n} exponential average", "ema"],
    column: (b, p) => ema(columnOf(b, p), numberOf(p)),
    phrases: [...averagePhrases("ema", ["{n} ema", "{n}"]), ...slopePhrases("ema", ["{n} ema"])],
  }),
  measure({
    name: "wilder",
    unit: "price",
    noun: "{n}-{unit} Wilder average{on}",
    params: [window(14), COLUMN, SAMPLED],
    aliases: ["{n} wilder average", "wilder {n}", "wilder average"],
    column: (b, p) => wilder(columnOf(b, p), numberOf(p)),
  }),
];
