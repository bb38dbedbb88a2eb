import { hrefOf, type Here } from "~/here";

/** Charts of so many instruments can be gone through at once. */
export const MOST_FLICKED = 1000;

/** The instrument whose chart an address leads to; undefined for any other address, and for a chart of a group. */
export function tickerOfHref(href: string): string | undefined {
  const found = /^\/chart\/([^/?#]+)/.exec(href)?.[1];
  const ticker = found === undefined ? "" : decodeURIComponent(found);
  return ticker === "" || ticker.includes(":") ? undefined : ticker;
}

/**
 * Where the charts of a table's instruments are gone through one by one.
 * @param hrefs where its rows lead, in their order
 * @param title what the table holds
 * @param at the row in hand
 * @returns undefined where there are not two instruments
 */
export function flickHref(here: Here, hrefs: readonly string[], title: string, at?: string): string | undefined {
  const tickers = [...new Set(hrefs.flatMap((href) => tickerOfHref(href) ?? []))].slice(0, MOST_FLICKED);
  if (tickers.length < 2) return undefined;
  return hrefOf(here, "/flick", { of: tickers.join(","), title, at: at === undefined ? undefined : tickerOfHref(at) });
}
