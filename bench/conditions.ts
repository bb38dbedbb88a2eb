import { readPhrase, readSentence } from "@core";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { priceChanges } from "@studies/key-levels/price-changes";
import { precedents } from "@studies/precedents/precedents";
import { trueNow } from "@studies/precedents/true-now";
import { row, shortest } from "./rows";

/** Rows of questions to history; each asks about an average that was not asked about before. */
export function conditionRows(whole: MarketData): void {
  const t = whole.panel.sessions.length - 1;
  let n = 30;
  const ask = (tickers: string) => () => {
    const when = readSentence(
      `it has closed lower at least 2 times running and its close is above its ${n++}-session simple average`,
    );
    return precedents.ask(new Market(whole, t), precedents.params.parse({ when: JSON.stringify(when), for: tickers }));
  };
  const indexes = whole.instruments.filter((i) => i.kind === "index").map((i) => i.ticker);
  row(
    "precedents of a new situation on 4 indexes over all history",
    shortest(12, ask(indexes.slice(0, 4).join(","))),
    "budget 15",
  );
  row("precedents of a new situation on all members over all history", shortest(6, ask("market:")), "budget 120");
  const market = new Market(whole, t);
  trueNow.ask(market, trueNow.params.parse({}));
  let back = 0;
  row(
    "every catalogued clause of one index at another close",
    shortest(6, () => trueNow.ask(new Market(whole, t - ++back), trueNow.params.parse({}))),
    "budget 50",
  );
  back = 0;
  row(
    "the prices that change every clause on price of one index, at another close",
    shortest(4, () => priceChanges.ask(new Market(whole, t - ++back), priceChanges.params.parse({}))),
  );
  const typed = ["above 55", "third down close in a row", "volat", "fewer than 35% of members above their 50 average"];
  row("the readings of a typed phrase", shortest(30, () => typed.map((text) => readPhrase(text))) / typed.length);
}
