import { useFetcher } from "react-router";
import type { CallAnswer } from "~/routes/calls";

/** Makes calls, changes and withdraws them; the answer says what went wrong. */
export function useCalls() {
  const fetcher = useFetcher<CallAnswer>();
  const send = (fields: Record<string, string>) => fetcher.submit(fields, { method: "post", action: "/calls" });
  return {
    busy: fetcher.state !== "idle",
    answer: fetcher.data,
    make: (draft: object, market: string, reason: string) =>
      send({ intent: "make", draft: JSON.stringify(draft), market, reason }),
    update: (id: string, draft: object, reason: string) => send({ intent: "update", id, draft: JSON.stringify(draft), reason }),
    withdraw: (id: string) => send({ intent: "withdraw", id }),
    remove: (id: string) => send({ intent: "remove", id }),
    putBack: (body: string) => send({ intent: "insert", body }),
  };
}
