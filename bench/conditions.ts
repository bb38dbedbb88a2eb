import { bitCount, readPhrase, readSentence } from "@core";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { priceChanges } from "@studies/key-levels/price-changes";
import { askedInstruments } from "@studies/conditions/asked-instruments";
import { precedents } from "@studies/precedents/precedents";
import { trueNow } from "@studies/precedents/true-now";
import { situationInC } from "./c-references";
import { row, shortest } from "./rows";

/** Rows of questions to history; each asks about an average that was not asked about before. */
export function conditionRows(whole: MarketData, folder: string): void {
  const t = whole.panel.sessions.length - 1;
  let n = 30;
  judgingRow(whole, folder);
  const ask = (tickers: string) => () => {
    const when = situation(n++);
    return precedents.ask(new Market(whole, t), precedents.params.parse({ when: JSON.stringify(when), for: tickers }));
  };
  const indexes = whole.instruments.filter((i) => i.kind === "index").map((i) => i.ticker);
  row("the whole answer of precedents on 4 indexes over all history", shortest(12, ask(indexes.slice(0, 4).join(","))));
  row("the whole answer of precedents on all members over all history", shortest(6, ask("market:")));
  const market = new Market(whole, t);
  trueNow.ask(market, trueNow.params.parse({}));
  let back = 0;
  row(
    "every catalogued clause of one index at another close",
    shortest(12, () => trueNow.ask(new Market(whole, t - ++back), trueNow.params.parse({}))),
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

/** A new situation judged on every session of four indexes and of all members, with the same in C beside it. */
function judgingRow(whole: MarketData, folder: string): void {
  const market = new Market(whole, whole.panel.sessions.length - 1);
  let n = 430;
  const judge = (whom: string) => {
    const rule = situation(n++);
    return askedInstruments(market, whom).instruments.reduce(
      (sum, i) => sum + bitCount(i.conditions.truth(rule, "close").yes),
      0,
    );
  };
  const indexes = whole.instruments.filter((i) => i.kind === "index").map((i) => i.ticker);
  row(
    "a new situation judged on 4 indexes over all history",
    shortest(12, () => judge(indexes.slice(0, 4).join(","))),
    "budget 15",
  );
  const closes = askedInstruments(market, "market:").instruments.map((i) => i.conditions.series.bars.close);
  const c = situationInC(closes, n, folder);
  const sum = judge("market:");
  if (c && c.sum !== sum) throw new Error("a situation and its reference in C disagree");
  const ms = shortest(8, () => judge("market:"));
  row(
    "a new situation judged on all members over all history",
    ms,
    `budget 120; ${c ? `${(ms / c.ms).toFixed(1)} x scalar C (${c.ms.toFixed(0)} ms)` : "no C compiler"}`,
  );
}

const situation = (n: number) =>
  readSentence(`it has closed lower at least 2 times running and its close is above its ${n}-session simple average`)!;
