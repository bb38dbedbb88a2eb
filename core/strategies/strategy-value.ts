import type { StrategyTrade } from "./strategy-trades";

export interface StrategyValue {
  /** From 1 at the first row of the span; NaN on rows without a bar. */
  readonly value: Float64Array;
  /** What was made so far, in money. */
  readonly money: Float64Array;
  /** Holding long from the first open after the span's first bar, after one side's cost. */
  readonly holding: Float64Array;
  /** Share of the bars of the span on which a position was held after the open. */
  readonly timeInMarket: number;
}

/**
 * The value line of a strategy, fully invested and compounding, beside holding.
 * Formula: at closes the product of (1 + net) of closed trades x (1 + side (C/entry - 1) - cost) of the open one, not below 0 and
 * then 0 for good; money sums instead. A bar counts as in the market when a position was held after its open: that of an exit at the
 * open does not (method 15, S54, S55, S57).
 * @param bars opens and closes of one instrument, NaN where it has no bar
 * @param trades its trades, in order
 * @param plan side and cost
 * @param from first row of the span
 */
export function strategyValue(
  { open, close }: { readonly open: Float64Array; readonly close: Float64Array },
  trades: readonly StrategyTrade[],
  { side, costBp }: { readonly side: 1 | -1; readonly costBp: number },
  from: number,
): StrategyValue {
  const n = close.length;
  const [value, money, holding] = [0, 1, 2].map(() => new Float64Array(n).fill(NaN)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const cost = costBp / 10_000;
  let [product, sum, k] = [1, 0, 0];
  let [bars, held] = [0, 0];
  let bought = NaN;
  for (let s = Math.max(0, from); s < n; s++) {
    const c = close[s]!;
    if (c !== c) continue;
    bars++;
    if (bars > 1 && Number.isNaN(bought) && open[s] === open[s]) bought = open[s]!;
    holding[s] = Number.isNaN(bought) ? 1 : c / bought - cost;
    // Several can end on one session only where one is left at its open and the next begins later.
    for (; k < trades.length && trades[k]!.left >= 0 && trades[k]!.left <= s; k++) {
      const trade = trades[k]!;
      product = Math.max(0, product * (1 + trade.net));
      sum += trade.money;
      if (trade.left === s && trade.why !== "rule") held++;
    }
    const current = trades[k];
    const isHeld = current !== undefined && current.entered <= s;
    if (isHeld) held++;
    const running = isHeld ? side * (c / current.entryPrice - 1) - cost : 0;
    value[s] = Math.max(0, product * (1 + running));
    money[s] = sum + (isHeld ? current.units * current.entryPrice * running : 0);
    if (value[s] === 0) product = 0;
  }
  return { value, money, holding, timeInMarket: held / bars };
}

/**
 * The largest fall of a value line from its peak so far, the peak beginning with 1.
 * @returns a positive fraction
 * @example deepestFall(Float64Array.of(1, 1.2, 0.9, 1.5)) // => 0.25
 */
export function deepestFall(value: Float64Array): number {
  let peak = 1;
  let deepest = 0;
  for (const x of value) {
    if (x !== x) continue;
    if (x > peak) peak = x;
    if (1 - x / peak > deepest) deepest = 1 - x / peak;
  }
  return deepest;
}

/** The largest fall of a sum of money from its peak so far, the peak beginning with 0. */
export function largestLoss(money: Float64Array): number {
  let peak = 0;
  let largest = 0;
  for (const x of money) {
    if (x > peak) peak = x;
    if (peak - x > largest) largest = peak - x;
  }
  return largest;
}
