import { atr, readPhrase, scanHits, simpleReturn, smaAt, type Rule } from "@core";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { hitsOfScan } from "@studies/scans/scan-hits";
import { scan } from "@studies/scans/scan";
import { universeOf } from "@studies/scans/universe";
import { setupRecords } from "@studies/setups/setup-records";
import { setups } from "@studies/setups/setups";
import { row, shortest } from "./rows";

const all = (...typed: string[]): Rule => ({ all: typed.map((text) => readPhrase(text)[0]!.rule) });
const RISERS = all("up 20% in 66 sessions", "up 10% in 22 sessions", "average volume over 50000", "atr over 0.1");

/** Rows of scans; the one of a day is checked by a plain walk, and each is asked at another close. */
export function scanRows(whole: MarketData): void {
  const last = whole.panel.sessions.length - 1;
  let back = 0;
  const ask = (when: Rule, more: object = {}) => {
    const params = scan.params.parse({ when: JSON.stringify(when), rank: "return_66", ...more });
    return () => scan.ask(new Market(whole, last - (back++ % 200)), params);
  };
  const market = new Market(whole, last);
  const found = scan.ask(market, scan.params.parse({ when: JSON.stringify(RISERS), rank: "return_66" }));
  const plain = walked(market);
  if ([...found.tickers].sort().join() !== plain.sort().join())
    throw new Error("a scan and a plain walk over its members disagree");
  const bare = { col: ["close"] };
  row("a scan of four clauses for one day over all members, at another close", shortest(40, ask(RISERS, bare)), "budget 15");
  row("the same with the usual columns", shortest(40, ask(RISERS)));
  row(
    "a scan of four oscillators for one day over all members, at another close",
    shortest(20, ask(all("rsi above 50", "above 50 average", "rsi(5) below 60 within 5 sessions", "macd above 0"), bare)),
  );
  const daily = setups.params.parse({});
  row(
    "all setups of the day with their brackets, at another close",
    shortest(30, () => setups.ask(new Market(whole, last - (back++ % 200)), daily)),
    "budget 60",
  );
  row(
    "the record of every kind of setup over all history",
    shortest(3, () => setupRecords.ask(new Market(whole, last - (back++ % 200)), setupRecords.params.parse({}))),
  );
  // Two clauses are new each time: the truth of a condition is kept.
  let n = 30;
  const newRule = () => all(`up 20% in ${n + 30} sessions`, "up 10% in 22 sessions", `above ${n++} average`, "atr over 0.1");
  const hits = () => {
    const instruments = universeOf(market, "").ever();
    const rule = newRule();
    return scanHits(
      instruments.map(({ runs, conditions }) => ({ runs, truth: conditions.truth(rule, "close") })),
      last + 1,
    );
  };
  row("hits of four clauses over all history", shortest(8, hits), "budget 150");
  const record = () => hitsOfScan.ask(market, hitsOfScan.params.parse({ when: JSON.stringify(newRule()) }));
  row("the same with what they made", shortest(8, record));
}

/** The members that pass, from their bars one by one. */
function walked(market: Market): string[] {
  return market.universeAt(market.t).flatMap((index) => {
    const bars = { high: market.bars("high", index), low: market.bars("low", index), close: market.bars("close", index) };
    const own = bars.close.map((_, s) => s).filter((s) => bars.close[s] === bars.close[s]);
    const of = (column: Float64Array) => Float64Array.from(own, (s) => column[s]!);
    if (own.at(-1) !== market.t) return [];
    const close = of(bars.close);
    const at = close.length - 1;
    const passes =
      simpleReturn(close, 66)[at]! > 0.2 &&
      simpleReturn(close, 22)[at]! > 0.1 &&
      smaAt(of(market.bars("volume", index)), at, 50) > 50_000 &&
      atr({ high: of(bars.high), low: of(bars.low), close }, 14)[at]! > 0.1;
    return passes ? [market.at(index)!.ticker] : [];
  });
}
