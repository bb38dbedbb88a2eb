/** A set of stocks that has a name of its own: a sector or industry of the universe, a dated group, the whole universe. */
export type PlainGroup =
  | { readonly level: "market" }
  | { readonly level: "sector" | "industry"; readonly name: string }
  | { readonly level: "group"; readonly name: string }
  | PickedStocks;

/** Stocks picked one by one, with a name where they have one, else an empty one. */
export interface PickedStocks {
  readonly level: "stocks";
  readonly name: string;
  readonly tickers: readonly string[];
}

/** A set of stocks: one that has a name, or what belongs to any of several. */
export type Group = PlainGroup | { readonly level: "any"; readonly of: readonly PlainGroup[] };
export type GroupLevel = Group["level"];

/*
 * As text, in addresses and in the names of columns: "sector:Shipyards", "market:", "stocks:Held up=AAA,BBB",
 * "any:sector:Fish|group:ALBIG". Within a list a backslash stands before a character that would end a part.
 */

/** The key of all members of a market; instead of a ticker it asks for the market's composite. */
export const WHOLE_MARKET = "market:";

/** Reads a key; undefined for a text that is none. */
export function findGroup(key: string): Group | undefined {
  const colon = key.indexOf(":");
  const [level, rest] = [key.slice(0, colon), key.slice(colon + 1)];
  if (key === WHOLE_MARKET) return { level: "market" };
  if (colon < 0 || rest === "") return undefined;
  switch (level) {
    case "sector":
    case "industry":
      return { level, name: rest };
    case "group":
      return { level, name: rest };
    case "stocks": {
      const parts = split(rest, "=");
      const tickers = split(parts[parts.length - 1]!, ",").map(unescaped);
      if (parts.length > 2 || tickers.includes("")) return undefined;
      return { level, name: parts.length === 2 ? unescaped(parts[0]!) : "", tickers };
    }
    case "any": {
      const of = split(rest, "|").map((part) => findGroup(unescaped(part)));
      return of.every((part) => part !== undefined && part.level !== "any") ? { level, of } : undefined;
    }
    default:
      return undefined;
  }
}

/** The key of a group, read back by `findGroup` as it is. */
export function keyOf(group: Group): string {
  switch (group.level) {
    case "market":
      return WHOLE_MARKET;
    case "stocks": {
      const name = group.name === "" ? "" : `${escaped(group.name, "=,")}=`;
      return `stocks:${name}${group.tickers.map((ticker) => escaped(ticker, "=,")).join(",")}`;
    }
    case "any":
      return `any:${group.of.map((part) => escaped(keyOf(part), "|")).join("|")}`;
    default:
      return `${group.level}:${group.name}`;
  }
}

/** The key of a sector, an industry or a dated group. */
export function groupKeyText(level: "sector" | "industry" | "group", name: string): string {
  return `${level}:${name}`;
}

/**
 * One key for what belongs to any of several groups, such as the focus.
 * @param keys each of a group; what is none is left out, unless it is alone
 */
export function anyOf(keys: readonly string[]): string {
  if (keys.length === 1) return keys[0]!;
  return keyOf({ level: "any", of: keys.flatMap((key) => partsOf(findGroup(key))) });
}

/** One key for stocks picked one by one, with a name where they have one. */
export function pickedKey(tickers: readonly string[], name = ""): string {
  return keyOf({ level: "stocks", name, tickers });
}

/** The groups that a group stands for: itself, or each of several. */
export function partsOf(group: Group | undefined): readonly PlainGroup[] {
  return group === undefined ? [] : group.level === "any" ? group.of : [group];
}

/** Whether it was picked for a while, such as a focus: what is derived for it is not worth keeping for long. */
export function isPassing(key: string): boolean {
  const level = findGroup(key)?.level;
  return level === "any" || level === "stocks";
}

/** What a group is called where no market is at hand to ask. */
export function labelOfKey(key: string): string {
  const group = findGroup(key);
  if (group === undefined) return key;
  switch (group.level) {
    case "market":
      return "";
    case "any":
      return `${group.of.length} groups`;
    case "stocks":
      if (group.name !== "") return group.name;
      return group.tickers.length > 2 ? `${group.tickers.length} picked stocks` : group.tickers.join(" and ");
    default:
      return group.name;
  }
}

/** A text with a backslash before each backslash and each of some characters. */
function escaped(text: string, special: string): string {
  return Array.from(text, (c) => (c === "\\" || special.includes(c) ? `\\${c}` : c)).join("");
}

function unescaped(text: string): string {
  return text.replace(/\\(.?)/gs, "$1");
}

/** The parts between separators that have no backslash before them, as they stand. */
function split(text: string, separator: string): string[] {
  const parts = [""];
  for (let k = 0; k < text.length; k++) {
    const c = text[k]!;
    if (c === separator) parts.push("");
    else parts[parts.length - 1]! += c === "\\" ? c + (text[++k] ?? "") : c;
  }
  return parts;
}
