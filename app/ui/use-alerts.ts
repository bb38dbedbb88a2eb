import { useFetcher } from "react-router";
import type { SavedAlert } from "@studies/alerts/alert-schema";
import type { AlertAnswer } from "~/routes/alerts";

/** Saves alerts, removes them, and marks what came as seen; the answer says what went wrong or what was removed. */
export function useAlerts() {
  const fetcher = useFetcher<AlertAnswer>();
  const send = (fields: Record<string, string>) => fetcher.submit(fields, { method: "post", action: "/alerts" });
  return {
    busy: fetcher.state !== "idle",
    isSaved: fetcher.state === "idle" && fetcher.data !== undefined && fetcher.data.error === undefined,
    answer: fetcher.data,
    save: (alert: SavedAlert | string) => send({ alert: typeof alert === "string" ? alert : JSON.stringify(alert) }),
    remove: (name: string) => send({ intent: "remove", name }),
    markSeen: (market: string) => send({ intent: "seen", market }),
  };
}
