import type { PlanAnswer } from "~/routes/plans/plan-deeds.server";
import { useDeed } from "./use-deed";

/** What a plan is begun from. */
export interface PlanBeginning {
  readonly ticker: string;
  /** What it is made from, in words. */
  readonly origin?: string;
  /** Kind of the setup. */
  readonly kind?: string;
  readonly side?: "both" | "long" | "short";
  readonly level?: number;
  readonly horizon?: number;
  /** `YYYY-MM-DD` of its last day. */
  readonly until?: string;
}

/** Begins plans, changes and removes them; the answer says what went wrong or what was removed. */
export function usePlans() {
  const fetcher = useDeed<PlanAnswer>();
  const send = (fields: Record<string, string>) => fetcher.submit(fields, { method: "post", action: "/plans" });
  return {
    busy: fetcher.state !== "idle",
    isSaved: fetcher.state === "idle" && fetcher.data !== undefined && fetcher.data.error === undefined,
    answer: fetcher.data,
    /** Leads to the new plan. */
    begin: ({ ticker, ...more }: PlanBeginning) =>
      send({
        intent: "begin",
        ticker,
        here: window.location.search,
        ...Object.fromEntries(Object.entries(more).map(([key, value]) => [key, String(value)])),
      }),
    update: (plan: object, revision: number) => send(updateOf(plan, revision)),
    remove: (id: string) => send({ intent: "remove", id }),
    insert: (kind: "plan" | "trade", body: string) => send({ intent: "insert", kind, body }),
    /** Plans and trades from a JSON file, or trades from a CSV file. */
    takeIn: (file: string, form: "json" | "csv") => send({ intent: "import", file, form, here: window.location.search }),
  };
}

const updateOf = (plan: object, revision: number) => ({
  intent: "update",
  plan: JSON.stringify(plan),
  revision: String(revision),
});

/** Saves a change while its page is being left: nobody hears the answer. */
export function savePlanAtOnce(plan: object, revision: number): Promise<unknown> {
  return fetch("/plans.data", { method: "POST", body: new URLSearchParams(updateOf(plan, revision)), keepalive: true });
}
