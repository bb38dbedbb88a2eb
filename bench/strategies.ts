import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { strategy } from "@studies/strategies/strategy";
import { row, shortest } from "./rows";

/** Rows of strategies over all history; each is of an average that was not asked about before. */
export function strategyRows(whole: MarketData): void {
  const market = new Market(whole, whole.panel.sessions.length - 1);
  let n = 30;
  const ask = (whom: string) => () => {
    const rule = (comparator: string) =>
      JSON.stringify({ left: { measure: "close" }, comparator, right: { measure: "sma", params: { n } } });
    n++;
    const params = { for: whom, enter: rule("above"), leave: rule("below"), stop: 3 };
    return strategy.ask(market, strategy.params.parse(params));
  };
  const stock = whole.instruments.find((i) => i.kind === "stock")!.ticker;
  row("a strategy over all history of one instrument", shortest(12, ask(stock)), "budget 20");
  row("a strategy over all history of all members", shortest(4, ask("market:")), "budget 1,000");
}
