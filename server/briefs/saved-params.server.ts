import type { Knex } from "knex";
import type { AnswerPart, QuestionParams } from "@studies/briefs/brief-schema";
import { listCalls } from "../calls.server";
import { listDrawings } from "../drawings.server";
import { listLists } from "../lists.server";
import { askedPlans, listPlans, listTrades } from "../plans.server";

/** Studies that are asked with what is saved: a part of a brief has it from there at each time. */
const SAVED: Readonly<Record<string, readonly string[]>> = {
  lists: ["lists"],
  plans: ["plans", "trades"],
  calls: ["calls"],
  chart: ["drawings"],
};

/** Parameters without what is taken from what is saved. */
export function withoutSaved(study: string, params: QuestionParams): QuestionParams {
  const own = SAVED[study] ?? [];
  return Object.fromEntries(Object.entries(params).filter(([key]) => !own.includes(key)));
}

/** Parameters with what is saved of a market now, but for what is hidden on the screen that the part was taken from. */
export async function withSaved(
  db: Knex,
  { study, params, href }: Pick<AnswerPart, "study" | "params" | "href">,
  market: string,
): Promise<Record<string, unknown>> {
  switch (study) {
    case "chart": {
      const subject = params["ticker"];
      if (typeof subject !== "string") return params;
      const hidden = new URLSearchParams(href.split("?")[1] ?? "").getAll("hide");
      const drawings = (await listDrawings(db, { market, subject })).filter((drawing) => !hidden.includes(drawing.id));
      return { ...params, drawings: JSON.stringify(drawings) };
    }
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
