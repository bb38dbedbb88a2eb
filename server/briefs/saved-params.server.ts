import type { Knex } from "knex";
import type { QuestionParams } from "@studies/briefs/brief-schema";
import { listCalls } from "../calls.server";
import { listLists } from "../lists.server";
import { askedPlans, listPlans, listTrades } from "../plans.server";

/** Studies that are asked with what is saved: a part of a brief has it from there at each time. */
const SAVED = ["lists", "plans", "calls"] as const;

/** Parameters without what is taken from what is saved. */
export function withoutSaved(study: string, params: QuestionParams): QuestionParams {
  const own = new Set<string>(
    study === "plans" ? ["plans", "trades"] : (SAVED as readonly string[]).includes(study) ? [study] : [],
  );
  return Object.fromEntries(Object.entries(params).filter(([key]) => !own.has(key)));
}

/** Parameters with what is saved of a market now. */
export async function withSaved(
  db: Knex,
  study: string,
  market: string,
  params: QuestionParams,
): Promise<Record<string, unknown>> {
  switch (study) {
    case "lists":
      return { ...params, lists: JSON.stringify(await listLists(db, market)) };
    case "calls":
      return { ...params, calls: JSON.stringify(await listCalls(db, market)) };
    case "plans": {
      const plans = await askedPlans(
        db,
        (await listPlans(db, market)).map(({ plan }) => plan),
      );
      return { ...params, plans: JSON.stringify(plans), trades: JSON.stringify(await listTrades(db, market)) };
    }
    default:
      return params;
  }
}
