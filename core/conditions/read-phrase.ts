import type { Comparator, Condition, MeasureUse, Rule, Subject } from "./condition";
import { lazily } from "./lazily";
import { isNumberParameter, type Measure, type Phrase } from "./measure";
import { MEASURES, measureOf, paramsOf, subjectOf } from "./measures";
import { phrasePattern, plainWords } from "./plain-words";
import { normalRule, readSentence } from "./read-sentence";
import { ruleSentence } from "./sentence";
import { TICKER_PATTERN } from "./template";

/** What typed text can mean. */
export interface PhraseReading {
  readonly rule: Rule;
  /** The sentence that it would become. */
  readonly sentence: string;
}

const MOST_READINGS = 7;

/**
 * What was typed as one thinks it, read as conditions.
 * Formula: the sentence itself; then the phrases that measures bring; then measure, comparator and value by their names, with how
 * long and how long ago; then phrases and names that begin so, with usual values.
 * @param typed for example "above 55" or "third down close in a row"
 * @param most readings wanted [7]
 * @returns the readings, the likeliest first; none for a text that means nothing here
 * @example readPhrase("gap up")[0]?.sentence // => "it opens above the close before"
 */
export function readPhrase(typed: string, most = MOST_READINGS): PhraseReading[] {
  const found = new Map<string, Rule>();
  const add = (rule: Rule) => {
    const normal = checked(rule);
    if (normal && found.size < most) found.set(ruleSentence(normal), found.get(ruleSentence(normal)) ?? normal);
  };
  const sentence = readSentence(typed);
  if (sentence) add(sentence);
  if (plainWords(typed) === "") return [];
  for (const rule of meant(typed)) add(rule);
  const unfinished = found.size < ENOUGH && !/\d/.test(typed);
  if (found.size === 0 || unfinished) for (const rule of begun(plainWords(typed))) add(rule);
  return Array.from(found, ([text, rule]) => ({ sentence: text, rule }));
}

/** So many that it is clear what was meant: then what it could be the beginning of is not offered. */
const ENOUGH = 3;

/** What the whole text can mean. */
function* meant(typed: string): Generator<Rule> {
  const whole = plainWords(typed);
  const ways = [{ text: whole, dress: (rule: Rule) => rule }, ...undressed(typed, whole)];
  for (const { text, dress } of ways) for (const rule of phrases(text)) yield dress(rule);
  for (const { text, dress } of ways) for (const rule of comparisons(text)) yield dress(rule);
}

interface Way {
  readonly text: string;
  /** Puts back what was taken off: whose, how long, how long ago. */
  readonly dress: (rule: Rule) => Rule;
}

const ENDINGS: readonly (readonly [RegExp, (n: number) => Partial<Condition>])[] = [
  [/ (?:for )?(\d+)\u00b0? session row$/, (n) => ({ running: n })],
  [/ (?:for )?(\d+)\u00b0? row$/, (n) => ({ running: n })],
  [/ for (\d+) session$/, (n) => ({ running: n })],
  [/ within (?:last )?(\d+) session$/, (n) => ({ within: n })],
  [/ (?:for )?1\u00b0 time (\d+) session$/, (n) => ({ firstIn: n })],
  [/ (\d+) session ago$/, (n) => ({ ago: n })],
  [/ yesterday$/, () => ({ ago: 1 })],
];

/** The text without its subject, and without how long and how long ago it speaks of. */
function undressed(typed: string, whole: string): Way[] {
  const ways: Way[] = [];
  const withSubject: Way[] = [{ text: whole, dress: (rule) => rule }];
  const named = new RegExp(`^\\s*(${TICKER_PATTERN})(?:['\u2019]s)?\\s+(.*)$`).exec(typed);
  const group = /^(market|index|sector|industry) (.*)$/.exec(whole);
  if (group) {
    const of = (group[1] === "index" ? "market" : group[1]) as Subject;
    withSubject.push({ text: group[2]!, dress: (rule) => withSubjects(rule, of) });
  } else if (named && named[1] === named[1]!.toUpperCase() && /[A-Z]/.test(named[1]) && !KNOWN_WORDS.has(named[1])) {
    const of = { ticker: named[1] };
    withSubject.push({ text: plainWords(named[2]!), dress: (rule) => withSubjects(rule, of) });
  }
  for (const way of [...withSubject]) withSubject.push(...sampled(way));
  for (const { text, dress } of withSubject) {
    if (text !== whole) ways.push({ text, dress });
    for (const [pattern, lasting] of ENDINGS) {
      const end = pattern.exec(text);
      if (!end) continue;
      const more = lasting(Number(end[1]));
      ways.push({ text: text.slice(0, end.index), dress: (rule) => dress(onEach(rule, (c) => ({ ...c, ...more }))) });
    }
  }
  return ways;
}

/** The same on weekly or monthly bars, where the text speaks of weeks or months: "30 week average", "weekly rsi". */
function sampled({ text, dress }: Way): Way[] {
  return (["week", "month"] as const).flatMap((unit) => {
    const daily = text.replace(new RegExp(`(^|\\d |above |below )${unit} `, "g"), "$1");
    if (daily === text) return [];
    const on = (use: MeasureUse): MeasureUse =>
      measureOf(use.measure).params.some((p) => p.name === "sampling")
        ? { ...use, params: { ...use.params, sampling: `${unit}ly` } }
        : use;
    const change = (c: Condition): Condition => ({
      ...c,
      left: on(c.left),
      right: typeof c.right === "object" ? on(c.right) : c.right,
    });
    return [{ text: daily, dress: (rule) => dress(onEach(rule, change)) }];
  });
}

/** Capitals that are words of measures, not tickers. */
const KNOWN_WORDS = new Set("RSI MACD PPO ADX ATR SAR EMA SMA ROC HV DI EPS".split(" "));

function onEach(rule: Rule, change: (condition: Condition) => Condition): Rule {
  if ("all" in rule) return { all: rule.all.map((r) => onEach(r, change)) };
  if ("any" in rule) return { any: rule.any.map((r) => onEach(r, change)) };
  if ("not" in rule) return { not: onEach(rule.not, change) };
  return change(rule);
}

function withSubjects(rule: Rule, of: Subject): Rule {
  const whose = (use: MeasureUse): MeasureUse => (subjectOf(use) === "self" ? { ...use, of } : use);
  return onEach(rule, (c) => ({ ...c, left: whose(c.left), right: typeof c.right === "object" ? whose(c.right) : c.right }));
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

type Values = Parameters<Phrase["rule"]>[0];

function* phrases(text: string): Generator<Rule> {
  for (const { phrase, pattern } of PHRASES()) {
    const match = pattern.exec(text);
    if (match) yield phrase.rule(valuesOf(match.groups ?? {}));
  }
}

function valuesOf(groups: Readonly<Record<string, string | undefined>>): Values {
  const number = (name: string, usual: number) => (groups[name] === undefined ? usual : parseFloat(groups[name]));
  const percent = groups["p"] === undefined ? 0.05 : Number((Number(groups["p"]) / 100).toPrecision(12));
  return { n: number("n", 20), m: number("m", 200), x: number("x", 50), p: percent };
}

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

const COMPARED: readonly (readonly [string, Comparator])[] = [
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
function* comparisons(text: string): Generator<Rule> {
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

interface Named {
  readonly measure: Measure;
  readonly params: Readonly<Record<string, number | string>>;
}

const measuredBy = ({ measure, params }: Named): MeasureUse => ({ measure: measure.name, params });

/** The measures that a text begins with, and what follows. */
function* namedAtStart(text: string): Generator<readonly [Named, string]> {
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

/** Phrases that begin with the text, and measures whose name has its words, with usual values. */
function* begun(text: string): Generator<Rule> {
  const words = text.split(" ");
  if (text.length < 2) return;
  for (const { phrase, plain } of PHRASES()) {
    const shape = words.map((word) => (/^-?[\d.]+%?$/.test(word) ? "#" : word)).join(" ");
    if (!plain.replace(/\{\w+\}%?/g, "#").startsWith(shape)) continue;
    const numbers = words.filter((word) => /^-?[\d.]+%?$/.test(word));
    const tokens = [...plain.matchAll(/\{(\w+)\}/g)].map((m) => m[1]!);
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
    onEach(rule, (c) => {
      paramsOf(c.left);
      return c;
    });
    return normalRule(rule);
  } catch {
    return undefined;
  }
}
