import { percentileRanks, percentileRanksAmong } from "../stats/percentile-rank";
import { zScores } from "../stats/z-scores";

/** The returns that strength is made of, in bars. */
export const STRENGTH_RETURNS = [5, 21, 63, 126] as const;

/** Returns of one member of a peer set as of a session: fractions, NaN where undefined. */
export type StrengthReturns = readonly [r5: number, r21: number, r63: number, r126: number];

export interface StrengthRow {
  readonly returns: StrengthReturns;
  /** z of each return within the set. */
  readonly z: StrengthReturns;
  /** w3 r(63) + w6 r(126), a fraction, and its z. */
  readonly combined: number;
  readonly combinedZ: number;
  /** 1 is the strongest; ties share the better rank; NaN without a combined return. */
  readonly rank: number;
  /** Percentile rank of the combined return in the set, 0 to 100. */
  readonly strength: number;
  readonly flags: readonly StrengthFlag[];
}

export type StrengthFlag = "dip in a leader" | "cracking" | "renewed" | "turning up";

export interface CombinedWeights {
  readonly w3: number;
  readonly w6: number;
}

/**
 * Strength of the members of a peer set as of one session.
 * Formula: combined = w3 r(63) + w6 r(126) [0.5, 0.5], NaN if either is; each as z within the set; Strength = percentile
 * rank of the combined return (method 5, F01).
 * @param members returns of each member
 * @param weights weights of the two returns
 * @returns a row for each member, in the same order
 * @example strengthTable([[0, 0, 0.1, 0.1], [0, 0, 0.3, 0.1]])[1].strength // => 75
 */
export function strengthTable(
  members: readonly StrengthReturns[],
  weights: CombinedWeights = { w3: 0.5, w6: 0.5 },
): StrengthRow[] {
  const combined = members.map(([, , r63, r126]) => weights.w3 * r63 + weights.w6 * r126);
  const combinedZ = zScores(combined);
  const strength = percentileRanks(combined);
  const z = STRENGTH_RETURNS.map((_, k) => zScores(members.map((m) => m[k]!)));
  return members.map((returns, i) => {
    const own = z.map((column) => column[i]!) as unknown as StrengthReturns;
    return {
      returns,
      z: own,
      combined: combined[i]!,
      combinedZ: combinedZ[i]!,
      rank: rankOf(strength[i]!, strength),
      strength: strength[i]!,
      flags: strengthFlags(combinedZ[i]!, own[0], own[1]),
    };
  });
}

function rankOf(own: number, strengths: ArrayLike<number>): number {
  if (Number.isNaN(own)) return NaN;
  let above = 0;
  for (let k = 0; k < strengths.length; k++) if (strengths[k]! > own) above++;
  return 1 + above;
}

/**
 * Rank of values in a set, those from outside it compared without being counted.
 * Formula: 1 + members above; ties (A04) share the better rank (method 5, F01).
 * @param values of members and others; NaN stays NaN
 * @param set the members' values; NaN is not counted
 * @returns as many ranks, 1 the highest; NaN where the set is empty
 * @example ranksAmong([6, 9, 7], [5, 7, NaN, 9]) // => [3, 1, 2]
 */
export function ranksAmong(values: readonly number[], set: readonly number[]): number[] {
  const [own, members] = [percentileRanksAmong(values, set), percentileRanksAmong(set, set)];
  return Array.from(own, (rank) => rankOf(rank, members));
}

/**
 * What stands out in a member's strength; flags are independent of each other.
 * Formula: dip in a leader: combined z >= 1, z5 <= -1, z21 > -1; cracking: combined z >= 1, z21 <= -1; renewed: combined
 * z >= 1, z5 >= 1; turning up: combined z <= -0.5, z21 >= 1 (method 5, Z33).
 * @param combinedZ z of the combined return
 * @param z5 z of r(5)
 * @param z21 z of r(21)
 * @returns the flags that hold; none where a z is NaN
 * @example strengthFlags(1.2, -1.4, 0.1) // => ["dip in a leader"]
 */
export function strengthFlags(combinedZ: number, z5: number, z21: number): StrengthFlag[] {
  const flags: StrengthFlag[] = [];
  if (combinedZ >= 1 && z5 <= -1 && z21 > -1) flags.push("dip in a leader");
  if (combinedZ >= 1 && z21 <= -1) flags.push("cracking");
  if (combinedZ >= 1 && z5 >= 1) flags.push("renewed");
  if (combinedZ <= -0.5 && z21 >= 1) flags.push("turning up");
  return flags;
}
