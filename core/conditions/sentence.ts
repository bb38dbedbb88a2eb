import type { Condition, MeasureUse, Rule, Subject } from "./condition";
import { measureOf, paramsOf } from "./measures";

/**
 * A rule as one plain English sentence part, without a full stop.
 * @param rule conditions and how they combine
 * @returns for example "the close is above its 50-session simple average on 2 sessions running"
 * @throws CoreError `bad-option` for a measure or parameter that does not exist
 * @example ruleSentence({ left: { measure: "rsi" }, comparator: "below", right: 30, running: 2 }) // => "the RSI(14) is below 30 on 2 sessions running"
 */
export function ruleSentence(rule: Rule): string {
  if ("all" in rule) return rule.all.length === 0 ? "always" : nested(rule.all, " and ");
  if ("any" in rule) return rule.any.length === 0 ? "never" : nested(rule.any, " or ");
  if ("not" in rule) return `not (${ruleSentence(rule.not)})`;
  return conditionSentence(rule);
}

function nested(rules: readonly Rule[], joint: string): string {
  return rules
    .map((rule) => {
      const text = ruleSentence(rule);
      const many = ("all" in rule && rule.all.length > 1) || ("any" in rule && rule.any.length > 1);
      return many ? `(${text})` : text;
    })
    .join(joint);
}

function conditionSentence(condition: Condition): string {
  const { left, comparator, right, running, within, firstIn, ago } = condition;
  const verb = comparator.startsWith("crosses") ? comparator : `is ${comparator}`;
  const against =
    typeof right === "number"
      ? numberWords(right, measureOf(left.measure).unit)
      : `${sameSubject(left.of, right.of) ? "its" : "the"} ${measureWords(right)}`;
  const lasting =
    running !== undefined
      ? ` on ${running} sessions running`
      : within !== undefined
        ? ` within the last ${within} sessions`
        : firstIn !== undefined
          ? ` for the first time in ${firstIn} sessions`
          : "";
  const offset = ago ? `, ${ago} ${ago === 1 ? "session" : "sessions"} ago` : "";
  return `the ${measureWords(left)} ${verb} ${against}${lasting}${offset}`;
}

function measureWords(use: MeasureUse): string {
  const words = measureOf(use.measure).words(paramsOf(use));
  return typeof use.of === "object" ? `${words} of ${use.of.ticker}` : words;
}

function sameSubject(a: Subject | undefined, b: Subject | undefined): boolean {
  return JSON.stringify(a ?? "self") === JSON.stringify(b ?? "self") && typeof b !== "object";
}

function numberWords(x: number, unit: string): string {
  const text = unit === "fraction" ? `${Number((100 * x).toPrecision(12))}%` : String(x);
  return text.replace("-", "\u2212");
}
