import { phaseOf, ratioZ } from "@core";
import type { RotationRow } from "./rotation-row";

/** For how many samples a member has been in the phase of its last one. */
export function samplesIn(phase: string, trend: Float64Array, momentum: Float64Array): number {
  let s = trend.length - 1;
  while (s > 0 && phaseOf(trend[s - 1]!, momentum[s - 1]!) === phase) s--;
  return trend.length - s;
}

/** Members and share of market value in a phase. */
export function shareOf(rows: readonly RotationRow[], phase: string) {
  const known = rows.filter((r) => r.phase !== "");
  const inIt = known.filter((r) => r.phase === phase);
  const worth = (list: readonly RotationRow[]) => list.reduce((sum, r) => sum + (Number.isNaN(r.value) ? 0 : r.value), 0);
  const total = worth(known);
  return { phase, members: inIt.length, value: total > 0 ? worth(inIt) / total : NaN };
}

/** How many of each temperament are ahead, by count. */
export function temperamentsOf(rows: readonly RotationRow[]) {
  return ["growth", "cyclical", "defensive"].flatMap((temperament) => {
    const own = rows.filter((r) => r.temperament === temperament && !Number.isNaN(r.trend.at(-1) ?? NaN));
    const ahead = own.filter((r) => r.trend.at(-1)! >= 0).length;
    return own.length === 0 ? [] : [{ temperament, members: own.length, ahead }];
  });
}

/** Two members against each other: the highest score against the lowest, unless others are asked for. */
export function pairOf(
  rows: readonly RotationRow[],
  levels: ReadonlyMap<string, Float64Array>,
  start: number,
  { long, short }: { readonly long?: string | undefined; readonly short?: string | undefined },
) {
  const scored = rows.filter((r) => !Number.isNaN(r.score)).sort((a, b) => b.score - a.score || (a.key < b.key ? -1 : 1));
  const first = rows.find((r) => r.key === long) ?? scored[0];
  const second = rows.find((r) => r.key === short) ?? scored[scored.length - 1];
  if (!first || !second || first.key === second.key) return undefined;
  const [a, b] = [levels.get(first.key)!, levels.get(second.key)!];
  const ratio = a.map((x, s) => x / b[s]!).slice(start);
  const base = ratio.find((x) => !Number.isNaN(x)) ?? NaN;
  return {
    long: { key: first.key, name: first.name, ticker: first.ticker },
    short: { key: second.key, name: second.name, ticker: second.ticker },
    /** Ratio of the two, 100 at the first shown sample, and its z over the trailing 52 samples. */
    ratio: ratio.map((x) => (100 * x) / base),
    z: ratioZ(a, b).slice(start),
  };
}
