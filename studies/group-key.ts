export type GroupLevel = "sector" | "industry" | "group" | "market" | "stocks" | "any";

/**
 * A set of stocks by name: a sector or industry of the universe, a dated group, the whole universe, stocks picked one by
 * one, or any of several sets.
 */
export interface GroupKey {
  readonly level: GroupLevel;
  /** Empty for the whole market; of picked stocks "name=AAA,BBB" or "AAA,BBB"; of several, their keys with bars between. */
  readonly name: string;
}

const LEVELS: readonly GroupLevel[] = ["sector", "industry", "group", "market", "stocks", "any"];

/** The key of all members of a market; instead of a ticker it asks for the market's composite. */
export const WHOLE_MARKET = "market:";

/** Reads a key such as "sector:Shipyards" or "market:"; undefined for a text that is none. */
export function findGroupKey(text: string): GroupKey | undefined {
  const colon = text.indexOf(":");
  const level = LEVELS.find((l) => l === text.slice(0, colon));
  const name = text.slice(colon + 1);
  if (level === "any" && !name.split("|").every((part) => !part.startsWith("any:") && findGroupKey(part))) return undefined;
  return level && (level === "market") === (name === "") ? { level, name } : undefined;
}

export function groupKeyText(level: GroupLevel, name: string): string {
  return `${level}:${name}`;
}

/** One key for what belongs to any of several groups, such as the focus. */
export function anyOf(keys: readonly string[]): string {
  return keys.length === 1 ? keys[0]! : groupKeyText("any", keys.join("|"));
}

/** One key for stocks picked one by one, with a name where they have one. */
export function pickedKey(tickers: readonly string[], name = ""): string {
  return groupKeyText("stocks", `${name === "" ? "" : `${name.replace(/[|=]/g, " ")}=`}${tickers.join(",")}`);
}

/** The tickers of stocks that were picked one by one; none for another key. */
export function pickedTickers(text: string): string[] {
  const key = findGroupKey(text);
  return key?.level === "stocks" ? key.name.slice(key.name.indexOf("=") + 1).split(",") : [];
}

/** What a key is called where no market is at hand to ask. */
export function labelOfKey(text: string): string {
  const key = findGroupKey(text);
  if (key?.level === "stocks") {
    const tickers = pickedTickers(text);
    return key.name.includes("=")
      ? key.name.slice(0, key.name.indexOf("="))
      : tickers.length > 2
        ? `${tickers.length} picked stocks`
        : tickers.join(" and ");
  }
  return key?.level === "any" ? `${partsOf(text).length} groups` : (key?.name ?? text);
}

/** The keys that a key stands for: itself, or each of several. */
export function partsOf(text: string): string[] {
  const key = findGroupKey(text);
  return key?.level === "any" ? key.name.split("|") : [text];
}
