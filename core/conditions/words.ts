import type { Comparator, Condition, MeasureUse, Subject } from "./condition";
import type { Measure, Params, SentenceForm } from "./measure";
import { measureOf, paramsOf, subjectOf } from "./measures";
import { ordinal } from "./ordinal";
import { escaped, filled, numberText, quoted, QUOTED_PATTERN, readNumber, TICKER_PATTERN, unquoted } from "./template";

/* The words of subjects, nouns, numbers and comparators, said and read in one place. */

export const VERBS: Readonly<Record<Comparator, string>> = {
  above: "is above",
  below: "is below",
  "at least": "is at least",
  "at most": "is at most",
  is: "is",
  "is not": "is not",
  "crosses above": "crosses above",
  "crosses below": "crosses below",
};

/** The noun of a measure with a place for the sampling where it has none of its own. */
export function nounTemplate(measure: Measure): string {
  const sampled = measure.params.some((p) => p.name === "sampling");
  return sampled && !/\{(units?|sampling)\}/.test(measure.noun) ? `{sampled}${measure.noun}` : measure.noun;
}

export const SAMPLED_PATTERN = "weekly |monthly |";

/** A measure as a noun, such as "50-session simple average". */
export function nounOf(use: MeasureUse): string {
  const params = paramsOf(use);
  const sampled = params["sampling"] === "daily" ? "" : `${params["sampling"]} `;
  return filled(nounTemplate(measureOf(use.measure)), params, { sampled }) + agoText(use.ago);
}

/** " 3 sessions before", nothing for the present. */
export function agoText(ago: number | undefined): string {
  return !ago ? "" : ago === 1 ? " the session before" : ` ${ago} sessions before`;
}

export const AGO_PATTERN = "(?: the session before| \\d+ sessions before)?";

export function readAgo(text: string): number | undefined {
  if (text === "") return undefined;
  return text === " the session before" ? 1 : Number(/\d+/.exec(text)![0]);
}

/** Whose: "its", "the market's", "ALB's"; `own` where "its" would speak of another. */
export function possessive(of: Subject, own = false): string {
  if (of === "self") return own ? "its own" : "its";
  return of === "sector" || of === "industry" ? `its ${of}'s` : of === "market" ? "the market's" : `${nameOf(of)}'s`;
}

/** Who: "it", "the market", "ALB". */
export function nominative(of: Subject): string {
  return of === "self" ? "it" : of === "sector" || of === "industry" ? `its ${of}` : of === "market" ? "the market" : nameOf(of);
}

function nameOf(of: { readonly ticker: string } | { readonly group: string }): string {
  return "ticker" in of ? of.ticker : quoted(of.group);
}

export const NOMINATIVE_PATTERN = `the market|its sector|its industry|it|${QUOTED_PATTERN}|${TICKER_PATTERN}`;
export const POSSESSIVE_PATTERN = `the market's|its sector's|its industry's|its own|its|(?:${QUOTED_PATTERN}|${TICKER_PATTERN})'s`;

/** The subject that a text names, in either case. */
export function readSubject(text: string): Subject {
  const name = text.replace(/'s$/, "");
  if (["it", "its", "its own"].includes(name)) return "self";
  if (name === "the market") return "market";
  if (name === "its sector") return "sector";
  if (name === "its industry") return "industry";
  return name.startsWith("\u201c") ? { group: unquoted(name) } : { ticker: name };
}

export function sameSubject(a: Subject, b: Subject): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}

/** A number or label as it is compared with: fractions in percent. */
export function valueText(value: number | string, measure: Measure): string {
  if (typeof value === "string") return value;
  if (measure.unit === "fraction") return `${numberText(Number((100 * value).toPrecision(12)))}%`;
  return numberText(value);
}

/** The number or label that a text writes; undefined for neither. */
export function readValue(text: string, measure: Measure): number | string | undefined {
  if (measure.labels) return text in measure.labels ? text : undefined;
  const percent = measure.unit === "fraction";
  if (percent !== text.endsWith("%")) return undefined;
  const x = readNumber(percent ? text.slice(0, -1) : text);
  return Number.isNaN(x) ? undefined : percent ? Number((x / 100).toPrecision(12)) : x;
}

/** The form that says a condition; undefined where only the plain sentence does. */
export function formOf(condition: Condition): SentenceForm | undefined {
  const { left } = condition;
  if (left.ago) return undefined;
  const isOwn = sameSubject(subjectOf(left), measureOf(left.measure).of ?? "self");
  return measureOf(left.measure).forms.find(
    (form) =>
      form.comparator === condition.comparator &&
      (form.other ? hasOther(form.other, condition) : hasValue(form, condition)) &&
      (isOwn || form.text.includes("{it")),
  );
}

/** Whether a form's value, and its parameters, are those of a condition. */
function hasValue(form: SentenceForm, { left, right }: Condition): boolean {
  if (typeof right === "object" || (form.right !== undefined && form.right !== right)) return false;
  if (form.text.includes("{nth}") && !(typeof right === "number" && Number.isInteger(right) && right > 0)) return false;
  return agrees(paramsOf(left), { ...unsaid(measureOf(left.measure), form.text), ...form.params });
}

/** Whether the right side is the measure that a form is for, of the same subject, with nothing that is not said. */
function hasOther(other: NonNullable<SentenceForm["other"]>, { left, right }: Condition): boolean {
  if (typeof right !== "object" || right.measure !== other.measure || (right.ago ?? 0) !== (other.ago ?? 0)) return false;
  if (!sameSubject(subjectOf(left), subjectOf(right))) return false;
  const sampled = paramsOf(left)["sampling"];
  return (sampled === undefined || sampled === "daily") && agrees(paramsOf(right), { sampling: "daily" });
}

/** The parameters that a text does not say, at their defaults. */
function unsaid(measure: Measure, text: string): Params {
  return Object.fromEntries(
    measure.params
      .filter((p) => !text.includes(`{${p.name}}`) && !(p.name === "sampling" && text.includes("{unit")))
      .map((p) => [p.name, p.default]),
  );
}

function agrees(params: Params, wanted: Params): boolean {
  return Object.entries(wanted).every(([name, value]) => params[name] === value);
}

/** The tokens of forms that are no parameters. */
export function formTokens(condition: Condition, measure: Measure): Record<string, string> {
  const subject = subjectOf(condition.left);
  const value = typeof condition.right === "object" ? "" : condition.right;
  return {
    it: nominative(subject),
    its: possessive(subject),
    value: valueText(value, measure),
    nth: typeof value === "number" ? ordinal(value) : "",
  };
}

export function formPatterns(measure: Measure): Record<string, string> {
  const number = measure.labels ? Object.keys(measure.labels).map(escaped).join("|") : "[^ ]+";
  return { it: NOMINATIVE_PATTERN, its: POSSESSIVE_PATTERN, value: number, nth: "\\d+(?:st|nd|rd|th)" };
}

/** A measure as it is called in a list of them, without its parameters. */
export function titleOf(measure: Measure): string {
  return (
    measure.title ??
    measure.noun
      .replace(/\{n\}-\{unit\} /g, "")
      .replace(/ ?\(?\{[^}]*\}[^)]*\)/g, "")
      .replace(/ (?:of|over) \{n\} \{units\}/g, "")
      .replace(/ ?\{[^}]*\}-?/g, " ")
      .trim()
  );
}
