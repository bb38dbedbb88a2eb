import { findGroupKey, labelOfKey, partsOf, pickedTickers } from "./group-key";
import type { Market } from "./market";

/** How a set of keys is called in a sentence. */
export function groupsTitle(keys: readonly string[], market: Market): string {
  const parts = keys.flatMap(partsOf);
  if (parts.length > 2) return `${parts.length} groups`;
  return parts.map((key) => nameOfGroup(key, market)).join(" and ");
}

/** A fund or index that names a group is called by its own name. */
function nameOfGroup(text: string, market: Market): string {
  const key = findGroupKey(text);
  if (key?.level === "stocks") return labelOfKey(text);
  if (key?.level === "group") return market.find(key.name)?.name ?? market.abroad?.find(key.name)?.name ?? key.name;
  return key?.name || market.row.name;
}

/** Members of any of the groups at the as-of session, as positions in the panel, ascending. */
export function membersOf(market: Market, keys: readonly string[]): number[] {
  const found = new Set<number>();
  const universe = market.universeAt(market.t);
  for (const text of keys.flatMap(partsOf)) {
    const key = findGroupKey(text);
    if (!key) continue;
    const members =
      key.level === "market"
        ? universe
        : key.level === "group"
          ? market.groupAt(key.name, market.t)
          : key.level === "stocks"
            ? pickedTickers(text).flatMap((ticker) => market.find(ticker)?.index ?? [])
            : universe.filter((i) => market.at(i)?.[key.level as "sector" | "industry"] === key.name);
    for (const i of members) found.add(i);
  }
  return [...found].sort((a, b) => a - b);
}
