import { percentileRanks, percentileRanksAmong } from "../stats/percentile-rank";

/** What the Trend score is made of, as of one session: fractions. */
export type TrendParts = readonly [r21: number, r63: number, r126: number, overEma50: number];

/**
 * Trend score of stocks as of one session.
 * Formula: percentile rank of the mean of the percentile ranks of r(21), r(63), r(126) and C / EMA(50) - 1 among the
 * market's members; a stock outside is ranked against the members without being counted, its mean of ranks against
 * theirs (method 10, K01, K02).
 * @param parts the four parts of each stock, NaN where undefined
 * @param member whether each stock is a member; an array of the same length
 * @returns 0 to 100 for each stock, NaN where a part is
 */
export function trendScores(parts: readonly TrendParts[], member: readonly boolean[]): Float64Array {
  const means = new Float64Array(parts.length);
  for (let k = 0; k < 4; k++) {
    const ranks = ranksAmongMembers(
      parts.map((p) => p[k]!),
      member,
    );
    for (let i = 0; i < means.length; i++) means[i]! += ranks[i]! / 4;
  }
  return ranksAmongMembers(Array.from(means), member);
}

function ranksAmongMembers(values: readonly number[], member: readonly boolean[]): Float64Array {
  const set = values.map((x, i) => (member[i] ? x : NaN));
  const ranks = percentileRanks(set);
  const others = [...ranks.keys()].filter((i) => !member[i]);
  percentileRanksAmong(
    others.map((i) => values[i]!),
    set,
  ).forEach((rank, k) => (ranks[others[k]!] = rank));
  return ranks;
}
