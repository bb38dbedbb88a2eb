import { quantileOfSorted } from "../stats/quantile";
import { entrySession, type TradedBars, type TradePlan } from "./trade";

/**
 * Points of the way from an entry: the entry itself, then the closes up to the exit.
 * @returns how many points a path has
 */
export function pathLength({ entry, hold }: TradePlan): number {
  return entry === "close" ? hold + 1 : hold + 2;
}

/**
 * The way of one trade from its entry, signed, before cost.
 * Formula: 0 at the entry, then side x (close / entry - 1) at each session's close up to the exit, the last at the exit's
 * own price; a session without a bar has the close before.
 * @param bars of one instrument
 * @param plan what is done
 * @param t session of the occurrence
 * @param into room for `pathLength` values, from `offset` on
 */
export function fillPath(bars: TradedBars, plan: TradePlan, t: number, into: Float64Array, offset = 0): void {
  const entered = entrySession(plan, t);
  const price = (plan.entry === "close" ? bars.close : bars.open)[entered]!;
  const length = pathLength(plan);
  const first = plan.entry === "close" ? entered : entered - 1;
  into[offset] = 0;
  let last = 0;
  for (let k = 1; k < length; k++) {
    const s = first + k;
    const isExit = k === length - 1;
    const at = isExit && plan.exit === "open" ? bars.open[s]! : (bars.close[s] ?? NaN);
    if (at === at) last = plan.side * (at / price - 1);
    into[offset + k] = last;
  }
}

/**
 * Quantiles of paths at each of their points.
 * Formula: linear interpolation between sorted values at (n - 1) q.
 * @param paths one behind the other, each of `length` points
 * @param length points of a path
 * @param shares the quantiles wanted, 0 to 1
 * @returns for each quantile its value at each point; NaN without paths
 */
export function pathQuantiles(paths: Float64Array, length: number, shares: readonly number[]): Float64Array[] {
  const n = Math.floor(paths.length / length);
  const out = shares.map(() => new Float64Array(length).fill(NaN));
  if (n === 0) return out;
  const column = new Float64Array(n);
  for (let k = 0; k < length; k++) {
    for (let i = 0; i < n; i++) column[i] = paths[i * length + k]!;
    column.sort();
    shares.forEach((share, q) => (out[q]![k] = quantileOfSorted(column, share)));
  }
  return out;
}
