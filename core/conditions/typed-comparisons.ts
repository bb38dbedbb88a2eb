import type { Comparator, MeasureUse, Rule } from "./condition";
import { lazily } from "./lazily";
import { isNumberParameter, type Measure } from "./measure";
import { MEASURES } from "./measures";
import { phrasePattern, plainWords } from "./plain-words";

/* Typed text that names a measure, how it is compared, and with what: "rsi(2) below 5", "50 average above 200 average". */

const NAMES = lazily(() =>
  MEASURES.flatMap((measure) => {
    const among = measure.params.flatMap((p) =>
      isNumberParameter(p) ? [] : [[p.name, (p.among ?? []).map((v) => plainWords(v)).join("|")] as const],
    );
    return measure.aliases.map((alias) => ({
      measure,
      plain: plainWords(alias),
      pattern: new RegExp(`^${phrasePattern(alias, Object.fromEntries(among))}(?= |$)`),
    }));
  }).sort((a, b) => b.plain.length - a.plain.length),
);

/** How comparators are typed, the longer before those they contain. */
export const COMPARED: readonly (readonly [string, Comparator])[] = [
  ["cross above", "crosses above"],
  ["cross below", "crosses below"],
  ["cross", "crosses above"],
  ["not above", "at most"],
  ["not below", "at least"],
  ["above", "above"],
  ["below", "below"],
  ["least", "at least"],
  ["most", "at most"],
  ["not", "is not"],
  ["=", "is"],
];

/** A measure, how it is compared, and with what, by their names. */
export function* comparisons(text: string): Generator<Rule> {
  for (const [left, rest] of namedAtStart(text)) {
    const [words, comparator] = COMPARED.find(([w]) => rest.startsWith(`${w} `)) ?? ["", "is"];
    const against = rest.slice(words.length).trim();
    if (against === "") continue;
    const value = plainValue(against, left.measure);
    if (value !== undefined) {
      yield { left: measuredBy(left), comparator, right: value };
      continue;
    }
    if (words === "") continue;
    for (const [right, after] of namedAtStart(against.replace(/^yesterday /, ""))) {
      if (after !== "") continue;
      const ago = against.startsWith("yesterday ") ? { ago: 1 } : {};
      yield { left: measuredBy(left), comparator, right: { ...measuredBy(right), ...ago } };
    }
  }
}

export interface Named {
  readonly measure: Measure;
  readonly params: Readonly<Record<string, number | string>>;
}

export const measuredBy = ({ measure, params }: Named): MeasureUse => ({ measure: measure.name, params });

/** The measures that a text begins with, and what follows. */
export function* namedAtStart(text: string): Generator<readonly [Named, string]> {
  for (const { measure, pattern } of NAMES()) {
    const match = pattern.exec(text);
    if (!match) continue;
    const params: Record<string, number | string> = {};
    for (const [name, value] of Object.entries(match.groups ?? {})) {
      const parameter = measure.params.find((p) => p.name === name);
      if (!parameter) continue;
      if (isNumberParameter(parameter)) params[name] = parseFloat(value);
      else params[name] = parameter.among?.find((v) => plainWords(v) === value) ?? value;
    }
    yield [{ measure, params }, text.slice(match[0].length).trim()];
  }
}

/** A number, percentage or label as the measure has it; undefined where it is none. */
function plainValue(text: string, measure: Measure): number | string | undefined {
  if (measure.labels) return Object.keys(measure.labels).find((label) => plainWords(label) === text);
  const found = /^(-?\d*\.?\d+)(%?)$/.exec(text);
  if (!found) return undefined;
  const x = Number(found[1]);
  if (measure.unit !== "fraction") return x;
  return found[2] === "%" || Math.abs(x) >= 1 ? Number((x / 100).toPrecision(12)) : x;
}
