import { useFetcher } from "react-router";
import type { KeptKind } from "@server/kept.server";
import type { KeptAnswer } from "~/routes/kept";

/** Keeps what the analyst made, and takes it away again; the answer says what went wrong or what was taken away. */
export function useKeeper() {
  const fetcher = useFetcher<KeptAnswer>();
  const send = (fields: Record<string, string>) => fetcher.submit(fields, { method: "post", action: "/kept" });
  return {
    busy: fetcher.state !== "idle",
    answer: fetcher.data,
    /**
     * `body` is an object, or the text that a drop gave back; `was` the name it has had, empty for something new. Without
     * it what is kept under the name is overwritten.
     */
    keep: (kind: KeptKind, name: string, body: object | string, was?: string) =>
      send({
        kind,
        name,
        body: typeof body === "string" ? body : JSON.stringify(body),
        ...(was === undefined ? {} : { was }),
      }),
    drop: (kind: KeptKind, name: string) => send({ intent: "drop", kind, name }),
  };
}
