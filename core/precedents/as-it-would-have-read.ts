import { entryMoment, exitMoment, type TradePlan } from "./trade";

export interface PastReadings {
  /** Readings there would have been, and those whose sign was right afterwards. */
  readonly n: number;
  readonly hits: number;
  /** The sessions of the occurrences that had one, with whether it was right. */
  readonly readings: readonly { readonly session: number; readonly won: boolean }[];
}

/** So many earlier occurrences a reading needs. */
const LEAST_EARLIER = 10;
const ZERO = 1e-12;

/**
 * What the question would have answered at each of its occurrences, and whether that was right.
 * Formula: at each counted occurrence i, from what had finished before its entry: edge = mean of the earlier counted
 * results - mean of the base results; its outcome = result - that base mean. A hit when both have one sign; an edge of zero
 * (within 1e-12) is no reading, an outcome of zero no hit; only with at least 10 earlier occurrences (method 8, P02, Q27).
 * @param base results by session, NaN where there is none or none finished
 * @param occurrences sessions of the counted ones, not overlapping, ascending
 * @param plan what is done
 */
export function asItWouldHaveRead(base: Float64Array, occurrences: readonly number[], plan: TradePlan): PastReadings {
  const readings: { session: number; won: boolean }[] = [];
  let [baseSum, baseCount, next] = [0, 0, 0];
  // Occurrences do not overlap, so that they finish in their order.
  let [ownSum, ownCount] = [0, 0];
  for (const t of occurrences) {
    const entry = entryMoment(plan, t);
    for (; next < base.length && exitMoment(plan, next) < entry; next++) {
      const x = base[next]!;
      if (x !== x) continue;
      baseSum += x;
      baseCount++;
    }
    for (; ownCount < occurrences.length && exitMoment(plan, occurrences[ownCount]!) < entry; ownCount++)
      ownSum += base[occurrences[ownCount]!]!;
    if (ownCount < LEAST_EARLIER || baseCount === 0 || Number.isNaN(base[t])) continue;
    const baseMean = baseSum / baseCount;
    const edge = ownSum / ownCount - baseMean;
    if (Math.abs(edge) <= ZERO) continue;
    const outcome = base[t]! - baseMean;
    readings.push({ session: t, won: Math.abs(outcome) > ZERO && Math.sign(outcome) === Math.sign(edge) });
  }
  return { n: readings.length, hits: readings.filter((r) => r.won).length, readings };
}
