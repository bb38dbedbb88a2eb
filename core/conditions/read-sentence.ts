import type { Comparator, Condition, MeasureUse, ParameterValue, Rule, Subject } from "./condition";
import { lazily } from "./lazily";
import type { Measure } from "./measure";
import { MEASURES, measureOf, paramsOf } from "./measures";
import { paramsOfMatch, patternOf } from "./template";
import {
  AGO_PATTERN,
  formPatterns,
  nounTemplate,
  POSSESSIVE_PATTERN,
  readAgo,
  readSubject,
  readValue,
  SAMPLED_PATTERN,
  sameSubject,
  VERBS,
} from "./words";

/**
 * Reads a sentence as `ruleSentence` writes it.
 * @param text the sentence, with or without a full stop and a leading "when"
 * @returns the rule in its normal form; undefined for a text that is no such sentence
 * @example readSentence("its RSI(14) is below 30")?.left.measure // => "rsi"
 */
export function readSentence(text: string): Rule | undefined {
  const plain = text
    .trim()
    .replace(/\s+/g, " ")
    .replace(/\u2019/g, "'")
    .replace(/\.$/, "")
    .replace(/^(when|if) /i, "");
  try {
    const rule = readRule(plain);
    return rule && normalRule(rule);
  } catch {
    return undefined;
  }
}

/**
 * A rule in its normal form: every parameter given, subjects that go without saying left out, parts that stand alone
 * unwrapped. Two rules that say the same have the same one.
 * @throws CoreError `bad-option` for a measure or parameter that does not exist
 */
export function normalRule(rule: Rule): Rule {
  const off = rule.off ? ({ off: true } as const) : {};
  if ("not" in rule) return { not: normalRule(rule.not), ...off };
  if ("all" in rule || "any" in rule) {
    const rules = ("all" in rule ? rule.all : rule.any).map(normalRule);
    if (rules.length === 1 && !(off.off && rules[0]!.off)) return { ...rules[0]!, ...off };
    return "all" in rule ? { all: rules, ...off } : { any: rules, ...off };
  }
  return { ...rule, left: normalUse(rule.left), right: typeof rule.right === "object" ? normalUse(rule.right) : rule.right };
}

function normalUse(use: MeasureUse): MeasureUse {
  const params = paramsOf(use);
  const of = use.of !== undefined && !sameSubject(use.of, measureOf(use.measure).of ?? "self") ? { of: use.of } : {};
  return {
    measure: use.measure,
    ...(Object.keys(params).length > 0 ? { params } : {}),
    ...of,
    ...(use.ago ? { ago: use.ago } : {}),
  };
}

function readRule(text: string): Rule | undefined {
  if (text === "always") return { all: [] };
  if (text === "never") return { any: [] };
  for (const [joint, of] of [
    [" or ", "any"],
    [" and ", "all"],
  ] as const) {
    const parts = splitAt(text, joint);
    if (parts.length === 1) continue;
    const rules = parts.map(readRule);
    if (!rules.every((rule) => rule !== undefined)) return undefined;
    return of === "any" ? { any: rules } : { all: rules };
  }
  const inner = /^(not )?\((.*)\)$/.exec(text);
  if (inner) {
    const rule = readRule(inner[2]!);
    return rule && (inner[1] ? { not: rule } : rule);
  }
  return readCondition(text);
}

/** The parts between joints that stand outside brackets and quotes. */
function splitAt(text: string, joint: string): string[] {
  const parts: string[] = [];
  let depth = 0;
  let quoted = false;
  let start = 0;
  for (let k = 0; k < text.length; k++) {
    const c = text[k];
    if (c === "\\") k++;
    else if (c === "\u201c") quoted = true;
    else if (c === "\u201d") quoted = false;
    else if (quoted) continue;
    else if (c === "(") depth++;
    else if (c === ")") depth--;
    else if (depth === 0 && text.startsWith(joint, k)) {
      parts.push(text.slice(start, k));
      start = k + joint.length;
      k = start - 1;
    }
  }
  return [...parts, text.slice(start)];
}

const OFFSET = /, (\d+) sessions? ago$/;
const LASTING: readonly (readonly ["running" | "within" | "firstIn", RegExp])[] = [
  ["running", / for (\d+) sessions running$/],
  ["within", / within the last (\d+) sessions$/],
  ["firstIn", / for the first time in (\d+) sessions$/],
];

/** How long and how long ago, taken off the end of a text. */
function readLasting(text: string): { readonly rest: string; readonly lasting: Partial<Condition> } {
  let rest = text;
  const lasting: Record<string, number> = {};
  const offset = OFFSET.exec(rest);
  if (offset) {
    lasting["ago"] = Number(offset[1]);
    rest = rest.slice(0, offset.index);
  }
  for (const [name, pattern] of LASTING) {
    const found = pattern.exec(rest);
    if (!found) continue;
    lasting[name] = Number(found[1]);
    rest = rest.slice(0, found.index);
    break;
  }
  return { rest, lasting };
}

function readCondition(text: string): Condition | undefined {
  const { rest, lasting } = readLasting(text);
  // The last words may belong to a form of their own: the whole is tried as well.
  for (const [own, more] of [
    [rest, lasting],
    [text, {}],
  ] as const) {
    const found = readForm(own) ?? readComparison(own);
    if (found) return { ...found, ...more };
  }
  return undefined;
}

const FORMS = lazily(() =>
  MEASURES.flatMap((measure) =>
    measure.forms.map((form) => {
      const { params } = form.other ? measureOf(form.other.measure) : measure;
      return { measure, form, params, pattern: new RegExp(`^${patternOf(form.text, params, formPatterns(measure))}$`) };
    }),
  ),
);

function readForm(text: string): Condition | undefined {
  for (const { measure, form, params, pattern } of FORMS()) {
    const match = pattern.exec(text);
    if (!match) continue;
    const { it, its, value, nth, ...rest } = match.groups ?? {};
    const whose = it ?? its;
    const of = whose === undefined ? undefined : readSubject(whose);
    const said = paramsOfMatch(rest, params);
    if (form.other) {
      const right = measureUse(measureOf(form.other.measure), said, of, form.other.ago);
      return { left: measureUse(measure, {}, of), comparator: form.comparator, right };
    }
    const right = form.right ?? (nth ? parseInt(nth) : value === undefined ? undefined : readValue(value, measure));
    if (right !== undefined)
      return { left: measureUse(measure, { ...said, ...form.params }, of), comparator: form.comparator, right };
  }
  return undefined;
}

const NOUNS = lazily(() =>
  MEASURES.map((measure) => ({
    measure,
    pattern: new RegExp(
      `^${patternOf(nounTemplate(measure), measure.params, { sampled: SAMPLED_PATTERN })}(?<ago>${AGO_PATTERN})$`,
    ),
  })),
);

/** The measures that a noun can be: more than one where they are called alike. */
function readNouns(
  text: string,
): { readonly measure: Measure; readonly params: Record<string, ParameterValue>; readonly ago?: number }[] {
  return NOUNS().flatMap(({ measure, pattern }) => {
    const groups = pattern.exec(text)?.groups;
    if (!groups) return [];
    const { ago = "", sampled, ...rest } = groups;
    const before = readAgo(ago);
    const params = { ...paramsOfMatch(rest, measure.params), ...(sampled ? { sampling: sampled.trim() } : {}) };
    return [{ measure, params, ...(before ? { ago: before } : {}) }];
  });
}

const SUBJECT = new RegExp(`^(${POSSESSIVE_PATTERN}) `);
const COMPARISONS = (Object.entries(VERBS) as [Comparator, string][]).sort((a, b) => b[1].length - a[1].length);

function readComparison(text: string): Condition | undefined {
  const whose = SUBJECT.exec(text);
  if (!whose) return undefined;
  const subject = readSubject(whose[1]!);
  const body = text.slice(whose[0].length);
  for (const [comparator, verb] of COMPARISONS) {
    for (let at = body.indexOf(` ${verb} `); at >= 0; at = body.indexOf(` ${verb} `, at + 1)) {
      const against = body.slice(at + verb.length + 2);
      for (const left of readNouns(body.slice(0, at))) {
        const right = readValue(against, left.measure) ?? readOther(against, subject);
        if (right !== undefined) return { left: measureUse(left.measure, left.params, subject, left.ago), comparator, right };
      }
    }
  }
  return undefined;
}

function readOther(text: string, subject: Subject): MeasureUse | undefined {
  const whose = SUBJECT.exec(text);
  if (!whose) return undefined;
  const of = whose[1] === "its" ? subject : readSubject(whose[1]!);
  const found = readNouns(text.slice(whose[0].length))[0];
  return found && measureUse(found.measure, found.params, of, found.ago);
}

function measureUse(
  measure: Measure,
  params: Readonly<Record<string, ParameterValue>>,
  of: Subject | undefined,
  ago?: number,
): MeasureUse {
  return { measure: measure.name, params, ...(of === undefined ? {} : { of }), ...(ago ? { ago } : {}) };
}
