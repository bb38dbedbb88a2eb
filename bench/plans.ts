import { readPhrase } from "@core";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { optionChain } from "@studies/plans/option-chain";
import { plan } from "@studies/plans/plan";
import { planDraft } from "@studies/plans/plan-draft";
import type { SavedPlan } from "@studies/plans/plan-schema";
import { plans } from "@studies/plans/plans";
import { row, shortest } from "./rows";

const MANY = 200;
const STEPS = ["rsi above 70", "below 20 average"].map((text, k) => ({
  key: `s${k + 1}`,
  when: readPhrase(text)[0]!.rule,
  deed: { do: "out" as const },
}));

/** Rows of plans: many made over the past year, each with two steps, followed to the last session. */
export function planRows(whole: MarketData): void {
  const last = whole.panel.sessions.length - 1;
  const market = new Market(whole, last);
  const stocks = market.universeAt(last).map((i) => market.at(i)!.ticker);
  const made = Array.from({ length: MANY }, (_, k): SavedPlan => {
    const then = new Market(whole, last - 5 - ((k * 7) % 240));
    const ticker = stocks[(k * 31) % stocks.length]!;
    const draft = planDraft.ask(then, planDraft.params.parse({ for: ticker }));
    const versions = draft ? [{ ...draft.version, steps: STEPS }] : [];
    return { version: 1, id: `bench${String(k).padStart(6, "0")}`, market: "ALDANE", ticker, origin: "", versions };
  }).filter((one) => one.versions.length > 0);
  const asked = plans.params.parse({ plans: JSON.stringify(made) });
  const again = () => plans.ask(new Market(whole, last), asked);
  again();
  row(
    `${made.length} plans with two steps followed, with their journal`,
    shortest(4, again),
    "each step's clause was asked before",
  );
  const one = plan.params.parse({ plan: JSON.stringify(made[0]) });
  row(
    "one plan with its ladder, levels and calendar",
    shortest(6, () => plan.ask(new Market(whole, last), one)),
    "",
  );
  row(
    "a simulated chain",
    shortest(6, () => optionChain.ask(new Market(whole, last), optionChain.params.parse({ for: stocks[0]! }))),
    "",
  );
}
