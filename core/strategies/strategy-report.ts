import { mean } from "../stats/mean";
import { wilsonInterval } from "../stats/wilson-interval";
import type { StrategyTrade } from "./strategy-trades";

export interface StrategyReport {
  /** Trades that are closed. */
  readonly n: number;
  readonly wins: number;
  /** Share of wins with its Wilson interval, fractions. */
  readonly rate: number;
  readonly interval: readonly [number, number];
  readonly meanWin: number;
  readonly meanLoss: number;
  /** Mean win over mean loss, as a positive number. */
  readonly payoff: number;
  /** Mean net result, and in planned risks. */
  readonly expectancy: number;
  readonly expectancyR: number;
  /** Sum of money, and the worst trade's net. */
  readonly money: number;
  readonly worst: number;
}

/**
 * What came of the closed trades of a strategy; means of nothing are NaN (method 15, S56).
 * @param trades in any order, open ones too
 */
export function strategyReport(trades: readonly StrategyTrade[]): StrategyReport {
  const closed = trades.filter((trade) => trade.left >= 0);
  const nets = closed.map((trade) => trade.net);
  const wins = nets.filter((x) => x > 0);
  const losses = nets.filter((x) => x < 0);
  const average = (values: readonly number[]) => (values.length === 0 ? NaN : mean(Float64Array.from(values)));
  const [meanWin, meanLoss] = [average(wins), average(losses)];
  const rs = closed.map((trade) => trade.r).filter((r) => !Number.isNaN(r));
  return {
    n: closed.length,
    wins: wins.length,
    rate: wins.length / closed.length,
    interval: wilsonInterval(wins.length, closed.length),
    meanWin,
    meanLoss,
    payoff: meanWin / -meanLoss,
    expectancy: average(nets),
    expectancyR: average(rs),
    money: closed.reduce((sum, trade) => sum + trade.money, 0),
    worst: nets.length === 0 ? NaN : Math.min(...nets),
  };
}
