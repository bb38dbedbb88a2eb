import type { ListMember, SavedList } from "@studies/lists/list-schema";
import { membersOn } from "@studies/lists/list-schema";

/* What can be done to a list that was picked by hand; each gives the list as it then is. */

/** With further tickers, added on a session; those that are there already stay as they are. */
export function withAdded(list: SavedList, tickers: readonly string[], asOf: number): SavedList {
  const there = new Set(membersOn(list, asOf).map((m) => m.ticker));
  const added = [...new Set(tickers)]
    .filter((ticker) => !there.has(ticker))
    .map((ticker): ListMember => ({ ticker, note: "", added: asOf, removed: null }));
  return { ...list, members: [...list.members, ...added] };
}

/** Without a member from a session on; it was there before, unless it came on that very session. */
export function withoutMember(list: SavedList, ticker: string, asOf: number): SavedList {
  const isMeant = (m: ListMember) => m.ticker === ticker && m.removed === null;
  return {
    ...list,
    members: list.members.flatMap((m) =>
      !isMeant(m) ? [m] : m.added !== null && m.added >= asOf ? [] : [{ ...m, removed: asOf }],
    ),
  };
}

/** With a member moved among those that are there as of a session. */
export function withMoved(list: SavedList, ticker: string, step: number, asOf: number): SavedList {
  const there = membersOn(list, asOf);
  const from = there.findIndex((m) => m.ticker === ticker);
  const to = Math.max(0, Math.min(there.length - 1, from + step));
  if (from < 0 || from === to) return list;
  const order = there.filter((_, k) => k !== from);
  order.splice(to, 0, there[from]!);
  const gone = list.members.filter((m) => !there.includes(m));
  return { ...list, members: [...order, ...gone] };
}

/** With another note on a member. */
export function withMemberNote(list: SavedList, ticker: string, note: string): SavedList {
  return { ...list, members: list.members.map((m) => (m.ticker === ticker && m.removed === null ? { ...m, note } : m)) };
}

export const COMBINATIONS = {
  merge: "all that are in either",
  intersect: "those that are in both",
  subtract: "those of the first that are not in the second",
} as const;
export type Combination = keyof typeof COMBINATIONS;

/** The tickers of two lists together, in the order of the first. */
export function combined(how: Combination, first: readonly string[], second: readonly string[]): string[] {
  const other = new Set(second);
  if (how === "merge") return [...new Set([...first, ...second])];
  return first.filter((ticker) => other.has(ticker) === (how === "intersect"));
}

/** The tickers of a pasted text: lines of a CSV file by their first cell (without a head), or separated by commas, semicolons or spaces. */
export function tickersFrom(text: string): string[] {
  const cells = text.split(/[\s,;]+/).map((cell) => cell.replace(/^["']|["']$/g, "").toUpperCase());
  const lines = text.trim().split(/\r?\n/);
  const isTable = lines.length > 1 && /^"?(ticker|symbol)"?[,;\t]/i.test(lines[0]!);
  const found = isTable
    ? lines.slice(1).map((line) =>
        line
          .split(/[,;\t]/)[0]!
          .replace(/"/g, "")
          .trim()
          .toUpperCase(),
      )
    : cells;
  return [...new Set(found.filter((t) => /^[A-Z0-9][A-Z0-9._-]{0,19}$/.test(t) && t !== "TICKER" && t !== "SYMBOL"))];
}
