import type { MeasureUse } from "../conditions/condition";
import { percentileRanks } from "../stats/percentile-rank";

/** By what a scan is ranked: a measure, a ratio of two, or a weighted mean of ranks. */
export type Ranking =
  | { readonly measure: MeasureUse }
  | { readonly ratio: readonly [MeasureUse, MeasureUse] }
  | { readonly weighted: readonly { readonly weight: number; readonly measure: MeasureUse }[] };

/** The measures that a ranking reads. */
export function measuresOfRanking(ranking: Ranking): MeasureUse[] {
  if ("measure" in ranking) return [ranking.measure];
  return "ratio" in ranking ? [...ranking.ratio] : ranking.weighted.map((w) => w.measure);
}

/**
 * What each of a set is ranked by.
 * Formula: the measure; a ratio a/b, NaN where b is 0; the mean of percentile ranks (A04) by their weights, NaN where one is.
 * @param ranking by what
 * @param valuesOf a value for each of the set
 * @returns a value for each
 */
export function rankedBy(ranking: Ranking, valuesOf: (use: MeasureUse) => Float64Array): Float64Array {
  if ("measure" in ranking) return valuesOf(ranking.measure);
  if ("ratio" in ranking) {
    const [a, b] = ranking.ratio.map(valuesOf) as [Float64Array, Float64Array];
    return a.map((x, i) => (b[i] === 0 ? NaN : x / b[i]!));
  }
  const total = ranking.weighted.reduce((sum, w) => sum + w.weight, 0);
  const columns = ranking.weighted.map(({ weight, measure }) => ({ weight, ranks: percentileRanks(valuesOf(measure)) }));
  return Float64Array.from(columns[0]?.ranks ?? [], (_, i) =>
    columns.reduce((sum, { weight, ranks }) => sum + (weight / total) * ranks[i]!, 0),
  );
}
