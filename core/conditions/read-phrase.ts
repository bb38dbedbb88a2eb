import type { DrawingKind } from "../drawings/drawing";
import { mapUses, usesOf, type MeasureUse, type Rule } from "./condition";
import { lazily } from "./lazily";
import type { PhraseValues } from "./measure";
import { MEASURES } from "./measures";
import { DRAWINGS_OF_MEASURE } from "./measures/drawings";
import { phrasePattern, plainWords } from "./plain-words";
import { normalRule, readSentence } from "./read-sentence";
import { ruleSentence } from "./sentence";
import { escaped } from "./template";
import { COMPARED, comparisons } from "./typed-comparisons";
import { waysOf } from "./typed-ways";

/** What typed text can mean. */
export interface PhraseReading {
  readonly rule: Rule;
  /** The sentence that it would become. */
  readonly sentence: string;
}

const MOST_READINGS = 7;

/** A name under which something is drawn, and as what. */
export interface DrawingName {
  readonly name: string;
  readonly kinds: readonly DrawingKind[];
}

/**
 * What was typed as one thinks it, read as conditions.
 * Formula: the sentence itself; then the phrases that measures bring; then measure, comparator and value by their names, with how
 * long and how long ago; then phrases and names that begin so, with usual values.
 * @param typed for example "above 55" or "third down close in a row"
 * @param drawings names of drawings that it may speak of [none]
 * @param most readings wanted [7]
 * @returns the readings, the likeliest first; none for a text that means nothing here
 * @example readPhrase("gap up")[0]?.sentence // => "it opens above the close before"
 */
export function readPhrase(typed: string, drawings: readonly DrawingName[] = [], most = MOST_READINGS): PhraseReading[] {
  const found = new Map<string, Rule>();
  const add = (rule: Rule) => {
    const normal = checked(rule);
    if (normal && found.size < most) found.set(ruleSentence(normal), found.get(ruleSentence(normal)) ?? normal);
  };
  const sentence = readSentence(typed);
  if (sentence) add(sentence);
  if (plainWords(typed) === "") return [];
  for (const rule of meant(typed)) add(rule);
  for (const rule of ofDrawings(typed, drawings)) add(rule);
  const unfinished = found.size < ENOUGH && !/\d/.test(typed);
  if (found.size === 0 || unfinished) for (const rule of begun(plainWords(typed))) add(rule);
  return Array.from(found, ([text, rule]) => ({ sentence: text, rule }));
}

/** So many that it is clear what was meant: then what it could be the beginning of is not offered. */
const ENOUGH = 3;

/** What the whole text can mean. */
function* meant(typed: string): Generator<Rule> {
  const ways = waysOf(typed);
  for (const { text, dress } of ways) for (const rule of phrases(text)) yield dress(rule);
  for (const { text, dress } of ways) for (const rule of comparisons(text)) yield dress(rule);
}

const PHRASES = lazily(() =>
  MEASURES.flatMap((measure) =>
    measure.phrases.map((phrase) => ({
      phrase,
      plain: plainWords(phrase.text),
      pattern: new RegExp(`^${phrasePattern(phrase.text)}$`),
    })),
  ),
);

function* phrases(text: string): Generator<Rule> {
  for (const { phrase, pattern } of PHRASES()) {
    const match = pattern.exec(text);
    if (match) yield phrase.rule(valuesOf(match.groups ?? {}));
  }
}

function valuesOf(groups: Readonly<Record<string, string | undefined>>): PhraseValues {
  const number = (name: string, usual: number) => (groups[name] === undefined ? usual : parseFloat(groups[name]));
  const percent = groups["p"] === undefined ? 0.05 : Number((Number(groups["p"]) / 100).toPrecision(12));
  return { n: number("n", 20), m: number("m", 200), x: number("x", 50), p: percent, drawing: groups["drawing"] ?? "" };
}

/** What a text can mean that has names of drawings in it. */
function* ofDrawings(typed: string, drawings: readonly DrawingName[]): Generator<Rule> {
  const longestFirst = drawings.map((d, k) => ({ ...d, k })).sort((a, b) => b.name.length - a.name.length);
  let text = typed;
  for (const { name, k } of longestFirst)
    text = text.replace(new RegExp(`(?<![\\w\u201c])${escaped(name)}(?!\\w)`, "gi"), `\u201c${k}\u201d`);
  if (text === typed) return;
  const drawn = (use: MeasureUse): DrawingName | undefined => {
    const place = /^\u201c(\d+)\u201d$/.exec(String(use.params?.["drawing"]))?.[1];
    return place === undefined ? undefined : drawings[Number(place)];
  };
  const named = (use: MeasureUse): MeasureUse => {
    const drawing = drawn(use);
    return drawing ? { ...use, params: { ...use.params, drawing: drawing.name } } : use;
  };
  const fits = (use: MeasureUse) => {
    const kinds = DRAWINGS_OF_MEASURE[use.measure];
    return kinds === undefined || kinds.some((kind) => drawn(use)?.kinds.includes(kind));
  };
  for (const rule of meant(text)) {
    if (usesOf(rule).every(fits)) yield mapUses(rule, named);
  }
}

/** Phrases that begin with the text, and measures whose name has its words, with usual values. */
function* begun(text: string): Generator<Rule> {
  const words = text.split(" ");
  if (text.length < 2) return;
  for (const { phrase, plain } of PHRASES()) {
    const shape = words.map((word) => (/^-?[\d.]+%?$/.test(word) ? "#" : word)).join(" ");
    if (!plain.replace(/\{\w+\}%?/g, "#").startsWith(shape)) continue;
    const numbers = words.filter((word) => /^-?[\d.]+%?$/.test(word));
    // "third" is a number as well.
    const tokens = [...plain.matchAll(/\{(\w+)\}/g)].map((m) => (m[1] === "nth" ? "n" : m[1]!));
    yield phrase.rule(
      valuesOf(Object.fromEntries(tokens.flatMap((t, k) => (numbers[k] ? [[t, numbers[k].replace("%", "")]] : [])))),
    );
  }
  const comparator = COMPARED.find(([w]) => ` ${text} `.includes(` ${w} `))?.[1];
  const names = words.filter((word) => !/^[\d.%-]+$/.test(word) && !COMPARED.some(([w]) => w.split(" ").includes(word)));
  if (names.length === 0) return;
  for (const measure of MEASURES) {
    const known = plainWords(`${measure.noun.replace(/\{[^}]*\}/g, " ")} ${measure.aliases.join(" ")}`).split(" ");
    if (!names.every((name) => known.some((word) => word.startsWith(name)))) continue;
    for (const [how, right] of measure.usual) {
      if (comparator === undefined || how === comparator) yield { left: { measure: measure.name }, comparator: how, right };
    }
  }
}

/** A rule in its normal form; undefined where a parameter is out of its bounds. */
function checked(rule: Rule): Rule | undefined {
  try {
    return normalRule(rule);
  } catch {
    return undefined;
  }
}
