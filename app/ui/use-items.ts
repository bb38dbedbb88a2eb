import { useFetcher } from "react-router";
import type { ItemKind } from "@server/items.server";
import type { ItemAnswer } from "~/routes/items";

/** Keeps what the analyst made, and takes it away again; the answer says what went wrong or what was taken away. */
export function useItems() {
  const fetcher = useFetcher<ItemAnswer>();
  const send = (fields: Record<string, string>) => fetcher.submit(fields, { method: "post", action: "/items" });
  return {
    busy: fetcher.state !== "idle",
    answer: fetcher.data,
    /**
     * `body` is an object, or the text that a removal gave back; `was` the name it has had, empty for something new. Without
     * it what is kept under the name is overwritten.
     */
    save: (kind: ItemKind, name: string, body: object | string, was?: string) =>
      send({
        kind,
        name,
        body: typeof body === "string" ? body : JSON.stringify(body),
        ...(was === undefined ? {} : { was }),
      }),
    remove: (kind: ItemKind, name: string) => send({ intent: "remove", kind, name }),
  };
}
