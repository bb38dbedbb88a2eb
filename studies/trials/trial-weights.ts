import { historicalVolatility } from "@core";
import type { UniverseAt } from "./scan-at";

const WINDOW = 63;

/**
 * Weights by the inverse of the historical volatility over 63 of an instrument's own bars at a session.
 * @param places of the candidates
 * @returns a weight each; NaN where it has no bar, no volatility yet, or none at all
 */
export function weightsAt({ candidates }: UniverseAt, places: readonly number[], t: number): number[] {
  return places.map((i) => {
    const { close } = candidates[i]!.conditions.series.bars;
    const latest: number[] = [];
    for (let s = t; s >= 0 && latest.length <= WINDOW; s--) if (close[s] === close[s]) latest.push(close[s]!);
    if (latest.length <= WINDOW || Number.isNaN(close[t])) return NaN;
    const volatility = historicalVolatility(Float64Array.from(latest.reverse()), WINDOW)[WINDOW]!;
    return volatility > 0 ? 1 / volatility : NaN;
  });
}
