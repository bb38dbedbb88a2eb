import type { Sentence } from "@studies/define-study";
import type { TradeRecord } from "@studies/precedents/statistics";

/** A variant of a question that is compared with others: its clauses, what is done, and what came of it. */
export interface Variant {
  /** As it stands in the address; empty for the one that is edited. */
  readonly text: string;
  readonly clauses: readonly string[];
  readonly plan: string;
  readonly forName: string;
  readonly record: TradeRecord;
  readonly reading: readonly Sentence[];
}

/** The parameters that make a variant, as they stand in an address. */
export const VARIANT_PARAMS = ["when", "for", "entry", "hold", "exit", "side", "cost", "overlaps"] as const;

export const MOST_VARIANTS = 3;

/** A variant as text for an address, from the parameters of the page. */
export function variantText(search: URLSearchParams): string {
  return JSON.stringify(
    Object.fromEntries(VARIANT_PARAMS.flatMap((name) => (search.has(name) ? [[name, search.get(name)]] : []))),
  );
}

/** The parameters that a text of a variant gives; undefined for a text that is none. */
export function variantParams(text: string): Record<string, string> | undefined {
  try {
    const given = JSON.parse(text) as Record<string, unknown>;
    return Object.fromEntries(VARIANT_PARAMS.flatMap((name) => (typeof given[name] === "string" ? [[name, given[name]]] : [])));
  } catch {
    return undefined;
  }
}
