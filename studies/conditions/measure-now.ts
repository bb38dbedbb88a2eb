import { barsNeeded, measureColumn, measureOf, type MeasureUse } from "@core";
import { strengthOfMembers } from "@studies/cross-section/strength-of-members";
import { trendOfStocks } from "@studies/cross-section/trend-of-stocks";
import { latestBars } from "./latest-bars";
import { measureValues } from "./measure-values";
import type { SubjectSeries } from "./subject-series";

/** A measure of an instrument at the last session: from the latest of its bars where those decide it, or from what is known of all at it. */
export function measureNow(series: SubjectSeries, use: MeasureUse): number {
  const latest = series.index === undefined ? undefined : latestBars(series, barsNeeded(use));
  if (latest) return measureColumn(use, latest.bars, latest.days).at(-1)!;
  return ofAllNow(series, use.measure) ?? measureValues(series, use).at(-1) ?? NaN;
}

const STANCES = measureOf("stance").labels!;

/** Scores of a member, which are those of its cross-section; undefined for what has none. */
function ofAllNow({ part, index }: SubjectSeries, name: string): number | undefined {
  if (index === undefined || part.at(index)?.kind !== "stock" || part.row.market === "") return undefined;
  switch (name) {
    case "trend":
      return trendOfStocks(part).get(index)?.trend;
    case "stance": {
      const own = trendOfStocks(part).get(index);
      return own && (own.stance === undefined ? NaN : STANCES[own.stance]);
    }
    case "strength":
      return strengthOfMembers(part).get(index)?.strength;
    case "staying power":
      return strengthOfMembers(part).get(index)?.staying;
    default:
      return undefined;
  }
}
