import { findGroup, labelOfKey, keyOf, partsOf, type PlainGroup } from "./group-key";
import type { Market } from "@studies/market/market";

/** How a set of keys is called in a sentence. */
export function groupsTitle(keys: readonly string[], market: Market): string {
  const parts = keys.flatMap((key) => partsOf(findGroup(key)));
  if (parts.length > 2) return `${parts.length} groups`;
  return parts.map((group) => nameOfGroup(group, market)).join(" and ");
}

/** A fund or index that names a group is called by its own name. */
function nameOfGroup(group: PlainGroup, market: Market): string {
  if (group.level === "market") return market.row.name;
  if (group.level === "group") return market.find(group.name)?.name ?? market.worldwide?.find(group.name)?.name ?? group.name;
  return labelOfKey(keyOf(group));
}

/** Members of any of the groups at the as-of session, as positions in the panel, ascending. */
export function membersOf(market: Market, keys: readonly string[]): number[] {
  const isIn = (index: number) => keys.some((key) => market.groups.isIn(key, index, market.t));
  return market.instruments.flatMap(({ index }) => (isIn(index) ? [index] : [])).sort((a, b) => a - b);
}
