import { percentileRanks, percentileRanksAmong } from "../stats/percentile-rank";

/** What the Trend score is made of, as of one session: fractions. */
export type TrendParts = readonly [r21: number, r63: number, r126: number, overEma50: number];

/**
 * What the Trend score of one stock is made of, in one walk back over its own bars.
 * @param close a column of closes, NaN where there is no bar
 * @param average50 its EMA(50) on session t
 * @param t session index
 * @returns r(21), r(63), r(126) and C / EMA(50) - 1, fractions; NaN where there is no bar on t or too few before it
 * @example trendParts(Float64Array.of(10, 12), 10, 1).map((x) => Math.round(100 * x)) // => [NaN, NaN, NaN, 20]
 */
export function trendParts(close: Float64Array, average50: number, t: number): TrendParts {
  const now = close[t]!;
  let [r21, r63, r126] = [NaN, NaN, NaN];
  let bars = 0;
  for (let s = t - 1; s >= 0 && bars < 126; s--) {
    const c = close[s]!;
    if (c !== c) continue;
    bars++;
    if (bars === 21) r21 = now / c - 1;
    else if (bars === 63) r63 = now / c - 1;
    else if (bars === 126) r126 = now / c - 1;
  }
  return [r21, r63, r126, now / average50 - 1];
}

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

/**
 * Percentile ranks among members; those outside are ranked against them without being counted (method 10, K01).
 * @param values of members and others; NaN stays NaN
 * @param member whether each is a member; of the same length
 * @returns 0 to 100
 * @example ranksAmongMembers([1, 3, 2], [true, true, false]) // => [25, 75, 50]
 */
export function ranksAmongMembers(values: readonly number[], member: readonly boolean[]): Float64Array {
  const set = values.map((x, i) => (member[i] ? x : NaN));
  const ranks = percentileRanks(set);
  const others = [...ranks.keys()].filter((i) => !member[i]);
  percentileRanksAmong(
    others.map((i) => values[i]!),
    set,
  ).forEach((rank, k) => (ranks[others[k]!] = rank));
  return ranks;
}
