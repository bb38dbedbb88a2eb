import { monthOf } from "../columns/epoch-day";
import { blockInterval, drawnInterval } from "../stats/block-interval";
import { mean } from "../stats/mean";

/** What going through some gates made, week by week; a week in which nothing was bought has 0 (method 12, P09, R44). */
export interface GatedWeeks {
  readonly made: Float64Array;
  /** 1 where something was bought. */
  readonly invested: Uint8Array;
}

/** What a gate of the group or the stock adds: mean of (with - without) over all weeks, with its interval. */
export interface PlainDifference {
  readonly mean: number;
  readonly interval: readonly [number, number];
}

/** What a gate of the market adds, in two parts; the interval is that of timing. */
export interface MarketDifference {
  readonly mean: number;
  /** By being in cash: (q - 1) x mean(without), q = weeks invested with / weeks invested without. */
  readonly cash: number;
  /** By when it was invested: mean(with) - q x mean(without). */
  readonly timing: number;
  readonly interval: readonly [number, number];
}

/**
 * What a gate of the group or of the stock adds (method 12, P09, R40).
 * @param block how many weeks hang together
 */
export function gateDifference(withGate: GatedWeeks, without: GatedWeeks, block: number): PlainDifference {
  const apart = withGate.made.map((x, w) => x - without.made[w]!);
  return { mean: apart.length === 0 ? NaN : mean(apart), interval: blockInterval(apart, block) };
}

/**
 * What a gate of the market adds: in part because money is idle, in part because of when it is not (method 12, R45). Each draw of the
 * interval takes its own means and q from the same weeks.
 */
export function marketGateDifference(withGate: GatedWeeks, without: GatedWeeks, block: number): MarketDifference {
  const n = withGate.made.length;
  const rows: ArrayLike<number>[] = [withGate.made, without.made, withGate.invested, without.invested];
  const [made, before, weeks, weeksBefore] = rows.map((row) => Array.from(row).reduce((sum, x) => sum + x, 0)) as [
    number,
    number,
    number,
    number,
  ];
  const q = weeks / weeksBefore;
  const timingOf = (sums: ArrayLike<number>) => (sums[0]! - (sums[2]! / sums[3]!) * sums[1]!) / n;
  return {
    mean: (made - before) / n,
    cash: ((q - 1) * before) / n,
    timing: timingOf([made, before, weeks, weeksBefore]),
    interval: n === 0 ? [NaN, NaN] : drawnInterval(rows, block, timingOf),
  };
}

/** The lowest mean of a weekly figure by calendar month, and that month: 0 for January; NaN and -1 of none (method 12, R46). */
export function worstMonth(values: Float64Array, days: ArrayLike<number>): { readonly mean: number; readonly month: number } {
  const sums = new Float64Array(12);
  const counts = new Float64Array(12);
  values.forEach((x, w) => {
    const month = monthOf(days[w]!) % 12;
    sums[month]! += x;
    counts[month]!++;
  });
  let worst = { mean: NaN, month: -1 };
  sums.forEach((sum, month) => {
    const own = sum / counts[month]!;
    if (own < worst.mean || (worst.month < 0 && own === own)) worst = { mean: own, month };
  });
  return worst;
}
