/*
 * The condition language: what a scan, a timing system or a question to history is made of (method 9). A condition
 * compares a measure of a subject with a number or with another measure; rules nest conditions. Plain data, so that it
 * travels as JSON.
 */

/** Whose measure it is: the instrument in question, its market, or a named instrument. */
export type Subject = "self" | "market" | { readonly ticker: string };

/** A measure with its parameters; those left out take their defaults. */
export interface MeasureUse {
  readonly measure: string;
  readonly params?: Readonly<Record<string, number>>;
  /** [self, or market for a measure that only a market has] */
  readonly of?: Subject;
}

export const COMPARATORS = ["above", "below", "crosses above", "crosses below"] as const;
export type Comparator = (typeof COMPARATORS)[number];

export interface Condition {
  readonly left: MeasureUse;
  readonly comparator: Comparator;
  readonly right: number | MeasureUse;
  /** True on this many bars running, within the last so many, or for the first time in so many. */
  readonly running?: number;
  readonly within?: number;
  readonly firstIn?: number;
  /** Judged so many bars ago. */
  readonly ago?: number;
}

/** Conditions and how they combine. */
export type Rule = Condition | { readonly all: readonly Rule[] } | { readonly any: readonly Rule[] } | { readonly not: Rule };
