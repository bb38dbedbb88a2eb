import { hrefOf, type Here } from "~/here";

/** What stays as it is from one chart to the next. */
const KEPT = ["history", "sampling", "scale", "window", "enter", "leave", "side", "stop", "sessions", "size", "amount", "cost"];
const KEPT_LISTS = ["plot", "with"];

/** The chart of a neighbour in the list, with the present settings; undefined past its ends. */
export function neighbourHref(
  here: Here,
  list: { readonly from: string; readonly tickers: readonly string[] } | undefined,
  index: number,
  search: URLSearchParams,
): string | undefined {
  const ticker = list?.tickers[index];
  if (!list || ticker === undefined) return undefined;
  return hrefOf(here, `/chart/${encodeURIComponent(ticker)}`, {
    from: list.from,
    ...Object.fromEntries(KEPT.map((name) => [name, search.get(name) ?? undefined])),
    ...Object.fromEntries(KEPT_LISTS.map((name) => [name, search.getAll(name)])),
  });
}
