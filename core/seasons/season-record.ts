import { mean } from "../stats/mean";
import { median } from "../stats/median";
import { sampleSd } from "../stats/sample-sd";

/** How a number of returns came out; fractions. */
export interface SeasonRecord {
  readonly n: number;
  readonly wins: number;
  readonly mean: number;
  readonly median: number;
  readonly sd: number;
  readonly best: number;
  readonly worst: number;
  /** mean / (sd / sqrt(n)); NaN for n < 2 or sd 0. */
  readonly t: number;
}

/**
 * The record of some periods of one kind (method 7, H06).
 * @param returns fractions, none NaN
 * @param wins how many of them are wins
 * @returns NaN for what needs more returns than there are
 */
export function seasonRecord(returns: readonly number[], wins: number): SeasonRecord {
  const n = returns.length;
  const centre = n === 0 ? NaN : mean(returns);
  const sd = sampleSd(returns, centre);
  return {
    n,
    wins,
    mean: centre,
    median: n === 0 ? NaN : median(returns),
    sd,
    best: n === 0 ? NaN : Math.max(...returns),
    worst: n === 0 ? NaN : Math.min(...returns),
    t: sd > 0 ? centre / (sd / Math.sqrt(n)) : NaN,
  };
}
