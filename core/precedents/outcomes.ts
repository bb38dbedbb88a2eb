import { mean } from "../stats/mean";
import { median } from "../stats/median";
import { sampleSd } from "../stats/sample-sd";

/** How the results of a number of trades came out; fractions. */
export interface Outcomes {
  readonly n: number;
  readonly wins: number;
  readonly winRate: number;
  readonly mean: number;
  readonly median: number;
  readonly averageWin: number;
  readonly averageLoss: number;
  /** Average win / |average loss|. */
  readonly payoff: number;
  /** Sum of wins / |sum of losses|. */
  readonly profitFactor: number;
  readonly sd: number;
  /** mean / (sd / sqrt(n)). */
  readonly t: number;
  readonly best: number;
  readonly worst: number;
  /** Most losses one after the other. */
  readonly longestLosingRun: number;
}

/**
 * Statistics of results.
 * Formula: a win is > 0, a loss < 0, zeros count in n only; payoff and profit factor are NaN without wins or without losses
 * (method 8, I04).
 * @param results signed fractions in the order of their entries, then tickers; none NaN
 * @returns NaN for what needs more results than there are
 * @example outcomes([0.02, -0.01]).payoff // => 2
 */
export function outcomes(results: ArrayLike<number>): Outcomes {
  const n = results.length;
  let [wins, losses, won, lost, run, longest] = [0, 0, 0, 0, 0, 0];
  let [best, worst] = [NaN, NaN];
  for (let k = 0; k < n; k++) {
    const x = results[k]!;
    if (x > 0) {
      wins++;
      won += x;
    } else if (x < 0) {
      losses++;
      lost += x;
    }
    run = x < 0 ? run + 1 : 0;
    longest = Math.max(longest, run);
    if (!(x <= best)) best = x;
    if (!(x >= worst)) worst = x;
  }
  const centre = n === 0 ? NaN : mean(results);
  const sd = sampleSd(results, centre);
  const both = wins > 0 && losses > 0;
  return {
    n,
    wins,
    winRate: n === 0 ? NaN : wins / n,
    mean: centre,
    median: median(results),
    averageWin: wins > 0 ? won / wins : NaN,
    averageLoss: losses > 0 ? lost / losses : NaN,
    payoff: both ? won / wins / Math.abs(lost / losses) : NaN,
    profitFactor: both ? won / Math.abs(lost) : NaN,
    sd,
    t: sd > 0 ? centre / (sd / Math.sqrt(n)) : NaN,
    best,
    worst,
    longestLosingRun: longest,
  };
}

/** When something happened, and whether it was a win. */
export interface DatedWin {
  /** Session of the entry, in the market's calendar. */
  readonly session: number;
  readonly won: boolean;
}

/**
 * The number of independent samples that overlapping or simultaneous ones are worth, for Wilson's interval.
 * Formula: min(n, q (1 - q) / V), V = sum over stretches of 2h sessions of (wins - q x number)^2 / n^2, q the win rate; n
 * where V is 0 (method 8, Q28).
 * @param samples the wins with their sessions
 * @param hold sessions held, h
 * @returns a number up to n, not necessarily whole
 */
export function effectiveSamples(samples: readonly DatedWin[], hold: number): number {
  const n = samples.length;
  if (n === 0) return 0;
  const rate = samples.filter((s) => s.won).length / n;
  const length = Math.max(1, 2 * hold);
  const stretches = new Map<number, { wins: number; number: number }>();
  for (const { session, won } of samples) {
    const place = Math.floor(session / length);
    const stretch = stretches.get(place) ?? { wins: 0, number: 0 };
    stretches.set(place, { wins: stretch.wins + (won ? 1 : 0), number: stretch.number + 1 });
  }
  let spread = 0;
  for (const { wins, number } of stretches.values()) spread += (wins - rate * number) ** 2;
  spread /= n * n;
  return spread === 0 ? n : Math.min(n, (rate * (1 - rate)) / spread);
}
