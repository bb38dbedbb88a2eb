import { hrefNowWith } from "~/here";
import type { SavedList } from "@studies/lists/list-schema";
import type { ListAnswer } from "~/routes/lists/list-deeds.server";
import { useDeed } from "./use-deed";

/** Saves lists and removes them; the answer says what went wrong or what was removed. */
export function useLists() {
  const fetcher = useDeed<ListAnswer>();
  const send = (fields: Record<string, string>) => fetcher.submit(fields, { method: "post", action: "/lists" });
  return {
    busy: fetcher.state !== "idle",
    isSaved: fetcher.state === "idle" && fetcher.data !== undefined && fetcher.data.error === undefined,
    answer: fetcher.data,
    /** `list` whole, or the text that a removal gave back; `was` the name it has had, empty for a new one. */
    save: (list: SavedList | string, was = "") =>
      send({
        list: typeof list === "string" ? list : JSON.stringify(list),
        was,
        ...(typeof list !== "string" && was !== "" && list.name !== was ? { then: hrefNowWith({ open: list.name }) } : {}),
      }),
    remove: (name: string) => send({ intent: "remove", name }),
  };
}

/** A new list of tickers, all of them added on a session. */
export function newList(name: string, market: string, tickers: readonly string[], added: number): SavedList {
  const members = tickers.map((ticker) => ({ ticker, note: "", added, removed: null }));
  return { version: 1, name, market, note: "", made: added, members };
}
