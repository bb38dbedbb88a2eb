import { topPlaces, type Order } from "./top-places";

/** One of those that were ever in a universe, as a row of weeks. */
export interface WeeklyCandidate {
  /** 1 in the weeks at whose end it is a member. */
  readonly member: Uint8Array;
  /** Gross return of a purchase at the next open to the exit; NaN where it is not bought. */
  readonly made: Float64Array;
}

/** What was selected at the end of each week made, before cost. */
export interface WeeklyOutcomes {
  /** Bought of those selected. */
  readonly bought: Int32Array;
  /** Mean gross return over them; NaN where there is none. */
  readonly gross: Float64Array;
}

/** What is selected of those that pass: so many by a value a week, or all of them. */
export interface Selecting {
  /** 1 in the weeks in which a candidate passes, by its place. */
  readonly passes: (place: number) => Uint8Array;
  /** What they are ranked by, by its place; without it all that pass are selected. */
  readonly ranked?:
    { readonly values: (place: number) => Float64Array; readonly most: number; readonly order: Order } | undefined;
}

/**
 * What was selected week by week, and what it made.
 * Formula: the top N of the members that pass, or all of them; equal weights over those of them with an open on the next session
 * (method 12, M01, P09, R30).
 * @param candidates all that were ever in the universe, in the order of their tickers
 * @param weeks how many there are
 */
export function weeklyOutcomes(
  candidates: readonly WeeklyCandidate[],
  weeks: number,
  { passes, ranked }: Selecting,
): WeeklyOutcomes {
  const bought = new Int32Array(weeks);
  const gross = new Float64Array(weeks).fill(NaN);
  const passing = candidates.map((_, i) => passes(i));
  const values = ranked && candidates.map((_, i) => ranked.values(i));
  const places: number[] = [];
  for (let w = 0; w < weeks; w++) {
    places.length = 0;
    for (let i = 0; i < candidates.length; i++) if (candidates[i]!.member[w] === 1 && passing[i]![w] === 1) places.push(i);
    const chosen = values
      ? topPlaces(
          places.map((i) => values[i]![w]!),
          ranked.most,
          ranked.order,
        ).map((k) => places[k]!)
      : places;
    let sum = 0;
    for (const i of chosen) {
      const x = candidates[i]!.made[w]!;
      if (x !== x) continue;
      bought[w]!++;
      sum += x;
    }
    if (bought[w]! > 0) gross[w] = sum / bought[w]!;
  }
  return { bought, gross };
}

/** The mean gross return of all members bought at the same moments, week by week: what a scan is judged against (method 12, R42). */
export function weeklyBase(candidates: readonly WeeklyCandidate[], weeks: number): Float64Array {
  const all = new Uint8Array(weeks).fill(1);
  return weeklyOutcomes(candidates, weeks, { passes: () => all }).gross;
}
