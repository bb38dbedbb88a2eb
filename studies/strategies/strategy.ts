import { ruleSentence, strategyReport, type StrategyReport, type StrategyTrade } from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import { askedInstruments } from "@studies/conditions/asked-instruments";
import { tableOf } from "@studies/table";
import { count, date, fixed, none, percent, signedPercent } from "@studies/words/words";
import { planWords, strategyParams, strategyPlan } from "./strategy-params";
import { ROW_COLUMNS, TRADE_COLUMNS, type TradeRow } from "./strategy-columns";
import { strategyOf, type StrategyOn } from "./strategy-of";

/** So many trades are given one by one. */
const MOST_TRADES = 400;

/** What a strategy would have done on an instrument, or over a list of them, each alone. */
export const strategy = defineStudy({
  name: "strategy",
  about:
    "Trades of a strategy made of conditions, entered and left at the next open, with stop, time and size: report, value line against holding, over one instrument or a list.",
  params: z.object({
    for: z.string().max(4000).default("").describe("tickers with commas between, or the key of a group [the broad index]"),
    ...strategyParams,
  }),
  cost: "heavy",
  examples: [
    { enter: '{"left":{"measure":"close"},"comparator":"above","right":{"measure":"sma","params":{"n":50}}}', for: "$stock" },
    {
      enter: '{"left":{"measure":"rsi","params":{"n":2}},"comparator":"below","right":10}',
      leave: '{"left":{"measure":"rsi","params":{"n":2}},"comparator":"above","right":70}',
      for: "sector:$sector",
      ...{ stop: 3, sessions: 10, size: "risk", amount: 500 },
    },
    {
      enter: '{"left":{"measure":"close"},"comparator":"crosses below","right":{"measure":"sma","params":{"n":20}}}',
      ...{ side: "short", stop: 5, stopIn: "percent", sessions: 5, from: "2004-01-02" },
    },
  ],
  ask(market, params) {
    const asked = askedInstruments(market, params.for);
    const plan = strategyPlan(params);
    const isOne = asked.instruments.length === 1;
    const rows = asked.instruments.map((one) => strategyOf(one, params, plan, params.from, isOne));
    const latest = latestTrades(rows, plan.side);
    const only = isOne ? rows[0] : undefined;
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      group: asked.group,
      unknown: asked.unknown,
      side: params.side,
      enter: ruleSentence(params.enter),
      leave: ruleSentence(params.leave),
      plan: planWords(params),
      rows: rows.map(({ trades, days, close: _close, line: _line, from, ...row }) => ({
        ...row,
        since: from < 0 ? NaN : days[from]!,
        open: trades.at(-1)?.left === -1,
      })),
      /** Over all trades of all of them; no portfolio. */
      pooled: strategyReport(rows.flatMap((row) => row.trades)),
      /** The latest first. */
      trades: latest,
      tradeCount: rows.reduce((sum, row) => sum + row.trades.length, 0),
      /** Of one instrument: the value line and holding from the first bar of the span. */
      line: only?.line && {
        days: only.days.slice(only.from),
        value: only.line.value.slice(only.from),
        holding: only.line.holding.slice(only.from),
      },
    };
  },
  reading(r): Sentence[] {
    const [only] = r.rows;
    if (!only) return [["None of these is known at this date."]];
    const what = r.side === "long" ? "Bought" : "Sold short";
    const when = `${what} at the open after a close at which ${r.enter}`;
    if (r.rows.length > 1) {
      const traded = r.rows.filter((row) => row.n > 0).length;
      return [
        [
          `${when}, the strategy closed ${tradesWords(r.pooled.n)} in ${traded} of ${r.rows.length} instruments`,
          ...resultWords(r.pooled),
          "; each is taken alone, not as a portfolio.",
        ],
      ];
    }
    if (Number.isNaN(only.since)) return [[`The rules are not known of ${only.name} on any session.`]];
    const sentences: Sentence[] = [
      [
        `${when}, the strategy closed ${tradesWords(r.pooled.n)} in ${only.name} since ${date(only.since)}`,
        ...resultWords(r.pooled),
        ".",
      ],
      [
        "Fully invested it made ",
        { figure: signedPercent(only.total) },
        ` and lay up to ${percent(only.drawdown)} below its peak, in the market on ${percent(only.timeInMarket, 0)} of sessions; holding made ${signedPercent(only.holding)} with a fall of ${percent(only.holdingDrawdown)}.`,
      ],
    ];
    const open = r.trades.find((trade) => Number.isNaN(trade.left));
    if (open)
      sentences.push([
        `One is open since ${date(open.entered)}, ${signedPercent(open.running)} so far${Number.isNaN(open.stop) ? "." : `, with its stop at ${fixed(open.stop, 2)}.`}`,
      ]);
    return sentences;
  },
  table: (r) => (r.rows.length > 1 ? tableOf(ROW_COLUMNS, r.rows) : tableOf(TRADE_COLUMNS, r.trades)),
});

const tradesWords = (n: number) => (n === 0 ? "no trade" : count(n, "trade"));

function resultWords(r: StrategyReport): Sentence {
  if (r.n === 0) return [""];
  return [
    ": ",
    { figure: `${none(r.wins)} won` },
    ` (${percent(r.rate, 0)}, between ${percent(r.interval[0], 0)} and ${percent(r.interval[1], 0)} in 95 of 100 cases), `,
    { figure: signedPercent(r.expectancy, 2) },
    ` a trade${Number.isNaN(r.expectancyR) ? "" : ` (${fixed(r.expectancyR, 2)} R)`}, the worst ${signedPercent(r.worst)}`,
  ];
}

/** The trades entered last, the latest first. */
function latestTrades(rows: readonly StrategyOn[], side: 1 | -1): TradeRow[] {
  const entered = Float64Array.from(rows.flatMap((row) => row.trades.map((trade) => row.days[trade.entered]!))).sort();
  const oldest = entered.at(-MOST_TRADES) ?? -Infinity;
  return rows
    .flatMap((row) => row.trades.filter((t) => row.days[t.entered]! >= oldest).map((trade) => tradeRow(row, trade, side)))
    .sort((a, b) => b.entered - a.entered || (a.ticker < b.ticker ? -1 : 1))
    .slice(0, MOST_TRADES);
}

function tradeRow({ ticker, days, close }: StrategyOn, trade: StrategyTrade, side: 1 | -1): TradeRow {
  const now = close.findLast((c) => !Number.isNaN(c)) ?? NaN;
  return {
    ...trade,
    ticker,
    signal: days[trade.signal]!,
    entered: days[trade.entered]!,
    left: trade.left < 0 ? NaN : days[trade.left]!,
    running: trade.left < 0 ? side * (now / trade.entryPrice - 1) : NaN,
  };
}
