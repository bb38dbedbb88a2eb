import type { ItemBody } from "@server/items.server";
import { ruleFrom } from "~/ui/clause-editor/rule-text";

export type Situation = ItemBody<"situation">;

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
