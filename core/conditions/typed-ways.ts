import { mapConditions, mapUses, type Condition, type MeasureUse, type Rule, type Subject } from "./condition";
import { measureOf, subjectOf } from "./measures";
import { plainWords } from "./plain-words";
import { TICKER_PATTERN } from "./template";

/* Typed text taken apart: whose measure it speaks of, on which samples, how long, how long ago. */

/** A way to read a text: what is left of it when something was taken off. */
export interface Way {
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

/** The text as it stands, and without its subject, and without how long and how long ago it speaks of. */
export function waysOf(typed: string): Way[] {
  const whole = plainWords(typed);
  const ways: Way[] = [{ text: whole, dress: (rule) => rule }];
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
      ways.push({ text: text.slice(0, end.index), dress: (rule) => dress(mapConditions(rule, (c) => ({ ...c, ...more }))) });
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
    return [{ text: daily, dress: (rule) => dress(mapUses(rule, on)) }];
  });
}

/** Capitals that are words of measures, not tickers. */
const KNOWN_WORDS = new Set("RSI MACD PPO ADX ATR SAR EMA SMA ROC HV DI EPS".split(" "));

function withSubjects(rule: Rule, of: Subject): Rule {
  const whose = (use: MeasureUse): MeasureUse => (subjectOf(use) === "self" ? { ...use, of } : use);
  return mapUses(rule, whose);
}
