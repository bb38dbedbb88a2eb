import type { Rule } from "@core/conditions/condition";
import { readSentence } from "@core/conditions/read-sentence";
import type { ItemBody } from "@server/items.server";

export type Situation = ItemBody<"situation">;

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

/** The parameters of an address that make a saved situation. */
export function situationOf(search: URLSearchParams, market: string): Situation {
  const overlaps = search.get("overlaps");
  return {
    version: 1,
    market,
    when: ruleFrom(search.get("when")),
    for: search.get("for") ?? "",
    entry: (search.get("entry") ?? "next open") as Situation["entry"],
    hold: Number(search.get("hold") ?? 5),
    exit: (search.get("exit") ?? "close") as Situation["exit"],
    side: (search.get("side") ?? "long") as Situation["side"],
    cost: Number(search.get("cost") ?? 0),
    ...(overlaps === "thinned" || overlaps === "kept" ? { overlaps } : {}),
  };
}
