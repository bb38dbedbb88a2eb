import { isAbove, isBelow } from "../columns/compare";
import { requireSameLength } from "../core-error";
import type { Truth } from "../conditions/truth";
import { plannedUnits } from "../plans/plan-size";
import type { TradedBars } from "../precedents/trade";

/** How a position is left beside the exit rule: a stop fixed at the entry, and a number of sessions. */
export interface StrategyExits {
  /** So many ATR(14) of the signal's bar, or a fraction of the fill, from the fill. */
  readonly stop?: { readonly atrs: number } | { readonly fraction: number } | undefined;
  /** Market sessions after that of the entry at whose close it is left. */
  readonly sessions?: number | undefined;
}

/** By a number of shares, or so that the stop loses a fixed amount. */
export type StrategySize = { readonly shares: number } | { readonly risk: number };

export interface StrategyPlan extends StrategyExits {
  readonly side: 1 | -1;
  readonly size: StrategySize;
  /** Cost a side, in basis points. */
  readonly costBp: number;
}

export interface StrategyBars extends TradedBars {
  /** ATR(14) of each bar. */
  readonly range: Float64Array;
}

export interface StrategyTrade {
  /** Rows of the signal, the entry and the exit; the exit is -1 while it is open. */
  readonly signal: number;
  readonly entered: number;
  readonly left: number;
  readonly entryPrice: number;
  readonly exitPrice: number;
  /** NaN without one. */
  readonly stop: number;
  readonly why: "rule" | "stop" | "time" | "end" | "open";
  readonly units: number;
  /** After cost, a fraction of the entry; NaN while open. */
  readonly net: number;
  /** In planned risks; NaN without a stop and while open. */
  readonly r: number;
  /** Units x entry x net; NaN while open. */
  readonly money: number;
}

/**
 * The trades of a strategy on one instrument, one position at a time.
 * Formula: a close at which the entry rule is true and the exit rule is not opens at the open of the market's next session, where
 * there is a bar with one; on a session first the exit rule of the close before at O, then the stop, at S or at O where O is beyond
 * it, then the time at C, by the last close where the due session has no bar. A position of an instrument that has left is closed
 * at its last close. Net = side x (exit/entry - 1) - 2 x cost/10,000 (method 15, S46 to S53).
 * @param bars of one instrument on its market's calendar, NaN where it has no bar
 * @param entry truth of the entry rule a session
 * @param exit truth of the exit rule a session
 * @param plan side, stop, sessions, size and cost
 * @param span the first row that can be a signal; which rows may be signals [all]; whether the instrument has left its market
 * @returns trades in order; the last may be open
 * @throws CoreError `bad-length`
 */
export function strategyTrades(
  bars: StrategyBars,
  entry: Truth,
  exit: Truth,
  plan: StrategyPlan,
  span: { readonly from: number; readonly mayEnter?: (row: number) => boolean; readonly hasLeft?: boolean },
): StrategyTrade[] {
  const { open, close } = bars;
  for (const column of [open, bars.high, bars.low, bars.range]) requireSameLength("strategyTrades", column, close);
  const n = close.length;
  const isTrue = (truth: Truth, s: number) => ((truth.yes[s >> 5]! >>> (s & 31)) & 1) === 1;
  const trades: StrategyTrade[] = [];
  let s = Math.max(0, span.from);
  while (s < n) {
    const isSignal = close[s] === close[s] && isTrue(entry, s) && !isTrue(exit, s) && (span.mayEnter?.(s) ?? true);
    const e = s + 1;
    if (!isSignal || e >= n || Number.isNaN(open[e]) || Number.isNaN(close[e])) {
      s++;
      continue;
    }
    const trade = heldFrom(bars, s, exit, plan, span.hasLeft ?? false);
    if (!trade) {
      s++;
      continue;
    }
    trades.push(trade);
    if (trade.left < 0) break;
    // The close of the session on which it was left may be a signal again; a stop on the session of entry too.
    s = trade.left;
  }
  return trades;
}

/** The trade that a signal leads to; undefined where its size is none. */
function heldFrom(
  { open, high, low, close, range }: StrategyBars,
  signal: number,
  exit: Truth,
  plan: StrategyPlan,
  hasLeft: boolean,
): StrategyTrade | undefined {
  const n = close.length;
  const { side, costBp } = plan;
  const entered = signal + 1;
  const entryPrice = open[entered]!;
  const stop = stopOf(plan, entryPrice, range[signal]!);
  const units = unitsOf(plan.size, Math.abs(entryPrice - stop));
  if (units === 0) return undefined;
  const due = plan.sessions === undefined ? Infinity : entered + plan.sessions;
  const done = (left: number, exitPrice: number, why: StrategyTrade["why"]): StrategyTrade => {
    const net = side * (exitPrice / entryPrice - 1) - (2 * costBp) / 10_000;
    const r = (net * entryPrice) / Math.abs(entryPrice - stop);
    return { signal, entered, left, entryPrice, exitPrice, stop, why, units, net, r, money: units * entryPrice * net };
  };
  let last = entered;
  let isPending = false;
  for (let s = entered; s < n; s++) {
    if (s > due) return done(last, close[last]!, "time");
    if (close[s] !== close[s]) continue;
    if (isPending && open[s] === open[s]) return done(s, open[s]!, "rule");
    if (stop === stop) {
      const o = open[s]!;
      if (side > 0 ? !isAbove(o, stop) : !isBelow(o, stop)) return done(s, o, "stop");
      if (side > 0 ? !isAbove(low[s]!, stop) : !isBelow(high[s]!, stop)) return done(s, stop, "stop");
    }
    last = s;
    if (s === due) return done(s, close[s]!, "time");
    if (((exit.yes[s >> 5]! >>> (s & 31)) & 1) === 1) isPending = true;
  }
  if (due < n) return done(last, close[last]!, "time");
  if (hasLeft) return done(last, close[last]!, "end");
  return { signal, entered, left: -1, entryPrice, exitPrice: NaN, stop, why: "open", units, net: NaN, r: NaN, money: NaN };
}

function stopOf({ stop, side }: StrategyPlan, fill: number, range: number): number {
  if (!stop) return NaN;
  return fill - side * ("atrs" in stop ? stop.atrs * range : stop.fraction * fill);
}

function unitsOf(size: StrategySize, risk: number): number {
  return "shares" in size ? size.shares : plannedUnits(size.risk, risk);
}
