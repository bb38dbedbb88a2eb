import type { Rule } from "@core/conditions/condition";
import { readSentence } from "@core/conditions/read-sentence";

/** A rule as it stands in an address: JSON, or its sentence. */
export function ruleFrom(text: string | null): Rule {
  if (!text) return { all: [] };
  try {
    return JSON.parse(text) as Rule;
  } catch {
    return readSentence(text) ?? { all: [] };
  }
}

export const ruleText = (rule: Rule) => JSON.stringify(rule);

/** Whether there is anything in a rule yet. */
export const isEmpty = (rule: Rule) => ("all" in rule && rule.all.length === 0) || ("any" in rule && rule.any.length === 0);
