import {
  atr,
  deepestFall,
  findEpochDay,
  firstFrom,
  largestLoss,
  strategyReport,
  strategyTrades,
  strategyValue,
  type Rule,
  type StrategyPlan,
  type StrategyReport,
  type StrategyTrade,
  type StrategyValue,
  type Truth,
} from "@core";
import type { AskedInstrument } from "@studies/conditions/asked-instruments";

/** What a strategy did on one instrument. */
export interface StrategyOn extends StrategyReport {
  readonly ticker: string;
  readonly name: string;
  readonly trades: readonly StrategyTrade[];
  readonly days: Int32Array;
  readonly close: Float64Array;
  /** First row of the span, -1 where its rules are never known together. */
  readonly from: number;
  readonly line: StrategyValue | undefined;
  /** Of the value line; fractions. */
  readonly total: number;
  readonly drawdown: number;
  readonly timeInMarket: number;
  readonly largestLoss: number;
  /** The same of holding. */
  readonly holding: number;
  readonly holdingDrawdown: number;
}

interface Rules {
  readonly enter: Rule;
  readonly leave: Rule;
}

/**
 * @param keepLine whether the value line is wanted, or what is said of it alone
 */
export function strategyOf(
  asked: AskedInstrument,
  rules: Rules,
  plan: StrategyPlan,
  from: string | undefined,
  keepLine: boolean,
): StrategyOn {
  const { conditions, ticker, name, runs } = asked;
  const { series } = conditions;
  const { bars, days, part, index } = series;
  const [enter, leave] = [conditions.truth(rules.enter, "close"), conditions.truth(rules.leave, "close")];
  const start = Math.max(firstKnown(bars.close, enter, leave), from === undefined ? 0 : firstFrom(days, findEpochDay(from)));
  const isKnown = start < days.length && firstKnown(bars.close, enter, leave) < days.length;
  const span = {
    from: start,
    hasLeft: index !== undefined && part.row.market !== "" && part.hasLeft(index),
    ...(runs ? { mayEnter: withinRuns(runs) } : {}),
  };
  const trades = isKnown ? strategyTrades({ ...bars, range: atr(bars, 14) }, enter, leave, plan, span) : [];
  const line = isKnown ? strategyValue(bars, trades, plan, start) : undefined;
  const last = (values: Float64Array | undefined) => {
    let s = (values?.length ?? 0) - 1;
    while (s >= 0 && Number.isNaN(values![s])) s--;
    return s < 0 ? NaN : values![s]! - 1;
  };
  return {
    ...strategyReport(trades),
    ...{ ticker, name, trades, days, close: bars.close, from: isKnown ? start : -1 },
    line: keepLine ? line : undefined,
    total: last(line?.value),
    drawdown: line ? deepestFall(line.value) : NaN,
    timeInMarket: line?.timeInMarket ?? NaN,
    largestLoss: line ? largestLoss(line.money) : NaN,
    holding: last(line?.holding),
    holdingDrawdown: line ? deepestFall(line.holding) : NaN,
  };
}

/** Whether a row lies within runs that ascend, asked of rows that ascend. */
function withinRuns(runs: readonly (readonly [number, number])[]): (row: number) => boolean {
  let k = 0;
  return (row) => {
    while (k < runs.length && runs[k]![1] < row) k++;
    return k < runs.length && runs[k]![0] <= row;
  };
}

/** The first bar at which both rules are known; past the last for none (method 15, S46). */
function firstKnown(close: Float64Array, a: Truth, b: Truth): number {
  for (let w = 0; w < a.known.length; w++) {
    const both = a.known[w]! & b.known[w]!;
    if (both === 0) continue;
    for (let k = 0; k < 32; k++) {
      const s = 32 * w + k;
      if (((both >>> k) & 1) === 1 && close[s] === close[s] && s < close.length) return s;
    }
  }
  return close.length;
}
