import { readPhrase, type Rule } from "@core";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { gates } from "@studies/trials/gates";
import { model } from "@studies/trials/rebalanced-model";
import { trials } from "@studies/trials/trials";
import { walkForward } from "@studies/trials/walk-forward";
import { row, shortest, timed } from "./rows";

const rule = (text: string): Rule => readPhrase(text)[0]!.rule;

/** Rows of trials; each is of averages that were not asked about before, and the weeks of one are checked by a plain walk. */
export function trialRows(whole: MarketData): void {
  const market = new Market(whole, whole.panel.sessions.length - 1);
  let n = 20;
  const scan = (rank: string) =>
    JSON.stringify({ name: "Scan", when: { all: [rule(`above ${n++} average`), rule("up 5% in 22 sessions")] }, rank });
  // What rankings are made of is derived once after new data, whoever asks first.
  trials.ask(market, trials.params.parse({ scan: [scan("strength"), scan("trend")] }));
  const ranks = ["return_21", "return_63", "strength", "trend"];
  const twelve = () => {
    const params = {
      scan: Array.from({ length: 12 }, (_, k) => scan(ranks[k % 4]!)),
      at: "lane",
      lane: "Quick",
      from: episodesFrom,
    };
    return trials.ask(market, trials.params.parse(params));
  };
  const { episodes } = trials.ask(market, trials.params.parse({ at: "lane", lane: "Quick" }))!;
  const episodesFrom = new Date(episodes.at(-20)!.day * 86_400_000).toISOString().slice(0, 10);
  row("twelve new scans by twenty episodes", shortest(3, twelve), "budget 2,000");
  const params = () => walkForward.params.parse({ scan: scan("return_63"), hold: 10 });
  row(
    "a new scan after every week of all history, with its intervals",
    shortest(4, () => walkForward.ask(market, params())),
    "budget 3,000",
  );
  const [told, walking] = timed(() =>
    walkForward.ask(market, walkForward.params.parse({ top: 0, scan: '{"name":"All","rank":"close"}' }))!,
  );
  const [plain, reference] = timed(() => walked(market, Array.from(told.days), 10));
  if (Math.abs(plain - told.records.net.mean) > 1e-9)
    throw new Error("a walk-forward and a plain walk over its members disagree");
  row("buying all members after every week, against a plain loop over them", walking, `${(walking / reference).toFixed(1)} x`);
  row(
    "four gates, alone and in their order",
    shortest(3, () => gates.ask(market, gates.params.parse({}))),
  );
  row(
    "a model of the strongest stocks over all history",
    shortest(3, () => model.ask(market, model.params.parse({}))),
  );
}

/** Mean net return of all members bought after each week, by the definition. */
function walked(market: Market, days: readonly number[], hold: number): number {
  const { sessions } = market;
  let total = 0;
  for (const day of days) {
    const s = sessions.indexOf(day);
    const made = market.universeAt(s).flatMap((index) => {
      const [open, close] = [market.bars("open", index), market.bars("close", index)];
      if (Number.isNaN(open[s + 1]) || Number.isNaN(close[s + 1])) return [];
      let exit = s + 1 + hold;
      while (Number.isNaN(close[exit])) exit--;
      return [close[exit]! / open[s + 1]! - 1];
    });
    total += made.reduce((sum, x) => sum + x, 0) / made.length - 0.002;
  }
  return total / days.length;
}
