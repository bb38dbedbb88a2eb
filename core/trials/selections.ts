import { topPlaces, type Order } from "./top-places";

/** Whom a scan selects from, at some moments: a row a candidate, in the order of their tickers. */
export interface Selecting {
  /** 1 where a candidate is a member of the universe, and where it passes. */
  readonly members: readonly Uint8Array[];
  readonly passes: readonly Uint8Array[];
  /** What they are ranked by, NaN where that is not known; without it all that pass are selected. */
  readonly ranked?: { readonly values: readonly Float64Array[]; readonly most: number; readonly order: Order } | undefined;
}

/**
 * Whom a scan selects at each moment: the top N of the members that pass, or all of them (method 12, P09, R30).
 * @param moments how many there are
 * @returns places of the candidates, the best first
 */
export function selections(moments: number, { members, passes, ranked }: Selecting): number[][] {
  return Array.from({ length: moments }, (_, k) => {
    const places: number[] = [];
    for (let i = 0; i < members.length; i++) if (members[i]![k] === 1 && passes[i]![k] === 1) places.push(i);
    if (!ranked) return places;
    const values = places.map((i) => ranked.values[i]![k]!);
    return topPlaces(values, ranked.most, ranked.order).map((at) => places[at]!);
  });
}

/** What selections made, before cost. */
export interface SelectionReturns {
  /** Bought of those selected. */
  readonly bought: Int32Array;
  /** Mean gross return over them; NaN where there is none. */
  readonly gross: Float64Array;
}

/**
 * What each selection made: equal weights over those that were bought (method 12, M01).
 * @param made by candidate, a row of moments: the gross return of a purchase at the next open, NaN where there is none
 * @param selected places by moment
 */
export function selectionReturns(made: readonly Float64Array[], selected: readonly (readonly number[])[]): SelectionReturns {
  const bought = new Int32Array(selected.length);
  const gross = new Float64Array(selected.length).fill(NaN);
  selected.forEach((places, k) => {
    let sum = 0;
    for (const i of places) {
      const x = made[i]![k]!;
      if (x !== x) continue;
      bought[k]!++;
      sum += x;
    }
    if (bought[k]! > 0) gross[k] = sum / bought[k]!;
  });
  return { bought, gross };
}

/** What all members made that were bought at the same moments: what a scan is judged against (method 12, R42). */
export function returnsOfMembers(made: readonly Float64Array[], members: readonly Uint8Array[]): SelectionReturns {
  const moments = made[0]?.length ?? 0;
  const bought = new Int32Array(moments);
  const gross = new Float64Array(moments);
  // Candidate by candidate, as their rows lie.
  made.forEach((row, i) => {
    const own = members[i]!;
    for (let k = 0; k < moments; k++) {
      const x = row[k]!;
      if (own[k] !== 1 || x !== x) continue;
      bought[k]!++;
      gross[k]! += x;
    }
  });
  for (let k = 0; k < moments; k++) gross[k] = bought[k]! > 0 ? gross[k]! / bought[k]! : NaN;
  return { bought, gross };
}
