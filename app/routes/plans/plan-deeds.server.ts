import { randomBytes } from "node:crypto";
import type { Desk } from "@server/ask/desk.server";
import { Invalid } from "@server/errors";
import { listItems } from "@server/items.server";
import { importPlans, importTrades, insertPlan, removePlan, updatePlan, type TakenIn } from "@server/plans.server";
import type { planDraft } from "@studies/plans/plan-draft";
import { accountValueAt, type PlanVersion, type SavedPlan } from "@studies/plans/plan-schema";
import { clipped } from "@studies/words/words";
import { openDesk } from "~/ask.server";
import { formDeed, type Refused, type TextOf } from "~/form-deed.server";
import { hrefOf, parseHere } from "~/here";
import type { Leading } from "~/ui/use-deed";
import type { ResultOf } from "~/wire";

export interface PlanAnswer extends Refused, Leading {
  /** That of the state which was saved. */
  readonly revision?: number;
  /** What was removed, to put it back. */
  readonly removed?: { readonly kind: "plan" | "trade"; readonly body: string };
  readonly imported?: TakenIn;
}

/** What a form does with plans: begins one, changes, removes or puts one back, enters a trade, takes in a file. */
export async function planDeed(request: Request): Promise<PlanAnswer> {
  return formDeed<PlanAnswer>(request, async (text) => {
    const desk = await openDesk();
    const { db } = desk;
    switch (text("intent")) {
      case "begin": {
        const here = parseHere(new URLSearchParams(text("here")));
        const id = await begin(desk, text, here);
        return { leadsTo: hrefOf(here, `/plans/${id}`) };
      }
      case "update": {
        const revision = Number(text("revision"));
        await updatePlan(db, text("plan"), revision);
        return { revision: revision + 1 };
      }
      case "remove":
        return { removed: await removePlan(db, text("id")) };
      case "import":
        return {
          imported: await (text("form") === "csv"
            ? importTrades(db, text("file"), await marketOf(desk, text))
            : importPlans(db, text("file"))),
        };
      default:
        await insertPlan(db, text("kind") === "trade" ? "trade" : "plan", text("body"));
        return {};
    }
  });
}

/** Code of the market in view. */
async function marketOf(desk: Desk, text: TextOf): Promise<string> {
  const { market } = parseHere(new URLSearchParams(text("here")));
  const [first] = (await desk.markets).keys();
  if (market === undefined && first === undefined) throw new Invalid("There is no market yet to which trades could belong.");
  return market ?? first!;
}

/** Begins a plan with the bracket of what it is made from, sized by the first account there is. */
async function begin(desk: Desk, text: TextOf, here: ReturnType<typeof parseHere>): Promise<string> {
  const ticker = text("ticker").trim().toUpperCase();
  if (ticker === "") throw new Invalid("A plan needs an instrument.");
  const asked = (name: string) => (text(name) === "" ? {} : { [name]: text(name) });
  const said = await desk.ask<ResultOf<typeof planDraft> | undefined>({
    study: "plan-draft",
    params: { for: ticker, ...asked("kind"), ...asked("side"), ...asked("level"), ...asked("horizon"), ...asked("until") },
    market: here.market,
    asOf: here.asOf,
  });
  if (!said.result) throw new Invalid(`Nothing is known here by the ticker ${clipped(ticker)}.`);
  const { asOf } = said.result;
  // One that has no value on record by then cannot size it.
  const account = (await listItems(desk.db, "account")).find(({ body }) => !Number.isNaN(accountValueAt(body, asOf)));
  const settled = (await desk.settledSessions(said.market)).at(-1) ?? asOf;
  const version: PlanVersion = {
    ...said.result.version,
    written: Math.max(settled, asOf),
    ...(account ? { account: account.name, size: { by: "percent", percent: account.body.percent } } : {}),
  };
  const plan: SavedPlan = {
    version: 1,
    id: randomBytes(6).toString("hex"),
    market: said.market,
    ticker: said.result.ticker,
    origin: text("origin").slice(0, 200),
    versions: [version],
  };
  return insertPlan(desk.db, "plan", JSON.stringify(plan));
}
