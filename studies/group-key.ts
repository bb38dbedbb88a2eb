import type { Market } from "./market";

export type GroupLevel = "sector" | "industry" | "group" | "market";

/** A set of stocks by name: a sector or industry of the universe, a dated group, or the whole universe. */
export interface GroupKey {
  readonly level: GroupLevel;
  /** Empty for the whole market. */
  readonly name: string;
}

const LEVELS: readonly GroupLevel[] = ["sector", "industry", "group", "market"];

/** Reads a key such as "sector:Shipyards" or "market:"; undefined for a text that is none. */
export function findGroupKey(text: string): GroupKey | undefined {
  const colon = text.indexOf(":");
  const level = LEVELS.find((l) => l === text.slice(0, colon));
  const name = text.slice(colon + 1);
  return level && (level === "market") === (name === "") ? { level, name } : undefined;
}

export function groupKeyText(level: GroupLevel, name: string): string {
  return `${level}:${name}`;
}

/** How a set of keys is called in a sentence. */
export function groupsTitle(keys: readonly string[], market: Market): string {
  if (keys.length > 2) return `${keys.length} groups`;
  return keys.map((key) => findGroupKey(key)?.name || `all of ${market.row.name}`).join(" and ");
}

/** Members of any of the groups at the as-of session, as positions in the panel, ascending. */
export function membersOf(market: Market, keys: readonly string[]): number[] {
  const found = new Set<number>();
  const universe = market.universeAt(market.t);
  const instruments = new Map(market.instruments.map((i) => [i.index, i]));
  for (const text of keys) {
    const key = findGroupKey(text);
    if (!key) continue;
    const members =
      key.level === "market"
        ? universe
        : key.level === "group"
          ? market.groupAt(key.name, market.t)
          : universe.filter((i) => instruments.get(i)?.[key.level as "sector" | "industry"] === key.name);
    for (const i of members) found.add(i);
  }
  return [...found].sort((a, b) => a - b);
}
