import type { Condition, Rule } from "./condition";
import { measureOf, paramsOf, subjectOf } from "./measures";
import { filled } from "./template";
import { formOf, formTokens, nounOf, possessive, sameSubject, valueText, VERBS } from "./words";

/**
 * A rule as one plain English sentence part, without a full stop; what is switched off is left out. `readSentence` reads
 * it back.
 * @param rule conditions and how they combine
 * @returns for example "its close is above its 50-session simple average for 2 sessions running"
 * @throws CoreError `bad-option` for a measure or parameter that does not exist
 * @example ruleSentence({ left: { measure: "rsi" }, comparator: "below", right: 30, running: 2 }) // => "its RSI(14) is below 30 for 2 sessions running"
 */
export function ruleSentence(rule: Rule): string {
  if ("all" in rule) return joined(rule.all, " and ", "always");
  if ("any" in rule) return joined(rule.any, " or ", "never");
  if ("not" in rule) return `not (${ruleSentence(rule.not)})`;
  return conditionSentence(rule);
}

function joined(rules: readonly Rule[], joint: string, nothing: string): string {
  const on = rules.filter((rule) => !rule.off);
  if (on.length === 0) return nothing;
  return on
    .map((rule) => {
      const text = ruleSentence(rule);
      const several = ("all" in rule && live(rule.all) > 1) || ("any" in rule && live(rule.any) > 1);
      return several && on.length > 1 ? `(${text})` : text;
    })
    .join(joint);
}

const live = (rules: readonly Rule[]) => rules.filter((rule) => !rule.off).length;

/** A sentence part in the pieces that can be opened: who and what, how compared, against what, how long. */
export interface ConditionParts {
  readonly left: string;
  readonly verb: string;
  readonly right: string;
  readonly lasting: string;
  readonly offset: string;
  /** The whole said in words of its own; then the parts before are not what is said. */
  readonly form?: string;
}

/**
 * A condition in the parts of its sentence.
 * @param condition one comparison
 * @throws CoreError `bad-option` for a measure or parameter that does not exist
 */
export function conditionParts(condition: Condition): ConditionParts {
  const { left, comparator, right, ago } = condition;
  const measure = measureOf(left.measure);
  const subject = subjectOf(left);
  const form = formOf(condition);
  const other = typeof right === "object" ? subjectOf(right) : subject;
  const against =
    typeof right === "object"
      ? `${sameSubject(subject, other) ? "its" : possessive(other, true)} ${nounOf(right)}`
      : valueText(right, measure);
  return {
    left: `${possessive(subject)} ${nounOf(left)}`,
    verb: VERBS[comparator],
    right: against,
    lasting: lastingText(condition),
    offset: ago ? `, ${ago} ${ago === 1 ? "session" : "sessions"} ago` : "",
    ...(form
      ? { form: filled(form.text, paramsOf(typeof right === "object" ? right : left), formTokens(condition, measure)) }
      : {}),
  };
}

function lastingText({ running, within, firstIn }: Condition): string {
  if (running !== undefined) return ` for ${running} sessions running`;
  if (within !== undefined) return ` within the last ${within} sessions`;
  return firstIn !== undefined ? ` for the first time in ${firstIn} sessions` : "";
}

function conditionSentence(condition: Condition): string {
  const { left, verb, right, lasting, offset, form } = conditionParts(condition);
  return `${form ?? `${left} ${verb} ${right}`}${lasting}${offset}`;
}
