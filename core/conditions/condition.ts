/*
 * The condition language: what a scan, a timing system or a question to history is made of (method 9). A condition
 * compares a measure of a subject with a number, a label or another measure; rules nest conditions. Plain data, so that it
 * travels as JSON.
 */

/** Whose measure it is: the instrument in question, its market, sector or industry, a named instrument, or a group by its key. */
export type Subject = "self" | "market" | "sector" | "industry" | { readonly ticker: string } | { readonly group: string };

export type ParameterValue = number | string;

/** A measure with its parameters; those left out take their defaults. */
export interface MeasureUse {
  readonly measure: string;
  readonly params?: Readonly<Record<string, ParameterValue>>;
  /** [self, or what the measure is of where it names something else, such as the market] */
  readonly of?: Subject;
  /** Its value so many of its subject's bars before. */
  readonly ago?: number;
}

export const COMPARATORS = ["above", "below", "at least", "at most", "is", "is not", "crosses above", "crosses below"] as const;
export type Comparator = (typeof COMPARATORS)[number];

export interface Condition {
  readonly left: MeasureUse;
  readonly comparator: Comparator;
  /** A number, a label of the left measure, or a measure. */
  readonly right: number | string | MeasureUse;
  /** True on this many bars running, within the last so many, or for the first time in so many. */
  readonly running?: number;
  readonly within?: number;
  readonly firstIn?: number;
  /** Judged so many bars ago. */
  readonly ago?: number;
  /** Switched off: it stays where it is and is not asked. */
  readonly off?: true;
}

/** Conditions and how they combine. */
export type Rule =
  | Condition
  | { readonly all: readonly Rule[]; readonly off?: true }
  | { readonly any: readonly Rule[]; readonly off?: true }
  | { readonly not: Rule; readonly off?: true };

/** A rule as if it were not switched off. */
export function switchedOn(rule: Rule): Rule {
  const { off: _off, ...rest } = rule;
  return rest;
}

/** The rules of a rule that stand side by side, all of which must hold. */
export function clausesOf(rule: Rule): readonly Rule[] {
  return "all" in rule && !rule.off ? rule.all : [rule];
}

/** Every condition of a rule, in its order; those switched off left out. */
export function conditionsOf(rule: Rule): readonly Condition[] {
  if (rule.off) return [];
  if ("all" in rule) return rule.all.flatMap(conditionsOf);
  if ("any" in rule) return rule.any.flatMap(conditionsOf);
  if ("not" in rule) return conditionsOf(rule.not);
  return [rule];
}

/** A rule with each of its conditions changed. */
export function mapConditions(rule: Rule, change: (condition: Condition) => Condition): Rule {
  if ("all" in rule) return { ...rule, all: rule.all.map((part) => mapConditions(part, change)) };
  if ("any" in rule) return { ...rule, any: rule.any.map((part) => mapConditions(part, change)) };
  if ("not" in rule) return { ...rule, not: mapConditions(rule.not, change) };
  return change(rule);
}

/** The measures of a rule, either side of its conditions; those switched off left out. */
export function usesOf(rule: Rule): MeasureUse[] {
  return conditionsOf(rule).flatMap(({ left, right }) => (typeof right === "object" ? [left, right] : [left]));
}

/** A rule with each of its measures changed, on either side. */
export function mapUses(rule: Rule, change: (use: MeasureUse) => MeasureUse): Rule {
  return mapConditions(rule, (c) => ({
    ...c,
    left: change(c.left),
    right: typeof c.right === "object" ? change(c.right) : c.right,
  }));
}

/** A rule without what is switched off; nothing left is all of nothing, which is always true. */
export function withoutOff(rule: Rule): Rule {
  return without(rule) ?? { all: [] };
}

function without(rule: Rule): Rule | undefined {
  if (rule.off) return undefined;
  const each = (rules: readonly Rule[]) => rules.flatMap((part) => without(part) ?? []);
  if ("all" in rule) return { all: each(rule.all) };
  if ("any" in rule) {
    const any = each(rule.any);
    // Any of nothing is false; what is switched off must not decide.
    return any.length === 0 && rule.any.length > 0 ? undefined : { any };
  }
  if ("not" in rule) {
    const not = without(rule.not);
    return not && { not };
  }
  return rule;
}
