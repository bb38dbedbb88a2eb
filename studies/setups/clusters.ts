/** A group that has many of a kind. */
export interface Cluster {
  readonly name: string;
  readonly inGroup: number;
  readonly of: number;
}

const LEAST = 3;
/** So many times its share of the universe is a cluster. */
const GATHERED = 2;

/**
 * Where those of a kind gather: the industry, else the sector, that has at least three of them, more than one in three, and at least
 * twice its share of the universe.
 * @param found industries and sectors of those that are set up
 * @param universe of all that are looked at
 */
export function clusterOf(
  found: readonly { readonly industry: string; readonly sector: string }[],
  universe: readonly { readonly industry: string; readonly sector: string }[],
): Cluster | undefined {
  for (const level of ["industry", "sector"] as const) {
    const names = new Map<string, number>();
    for (const one of found) if (one[level] !== "") names.set(one[level], (names.get(one[level]) ?? 0) + 1);
    const isGathered = ([name, many]: readonly [string, number]) => {
      if (many < LEAST || 3 * many <= found.length) return false;
      const members = universe.filter((one) => one[level] === name).length;
      return many * universe.length >= GATHERED * found.length * members;
    };
    const [most] = [...names].filter(isGathered).sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
    if (most) return { name: most[0], inGroup: most[1], of: found.length };
  }
  return undefined;
}
