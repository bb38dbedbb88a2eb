import type { CrossSection } from "@studies/market/cross-section";
import type { Market } from "@studies/market/market";
import { WHOLE_MARKET } from "@studies/sets/group-key";
import { everBelonging } from "@studies/sets/peer-set";
import { strengthOfSeries, type SeriesStrength } from "./strength-of-series";

/** Strength of each member of the market among all of them, by position in the panel. */
export function strengthOfMembers(market: Market): ReadonlyMap<number, SeriesStrength> {
  return market.crossSection(strengths);
}

const strengths: CrossSection<ReadonlyMap<number, SeriesStrength>> = {
  name: "strength-of-members",
  derive(market) {
    const ever = everBelonging(market, WHOLE_MARKET).map(({ row, belongsAt }) => ({
      index: row.index,
      part: market,
      levels: market.bars("close", row.index),
      belongsAt,
    }));
    const found = strengthOfSeries(market, ever);
    return new Map(ever.flatMap(({ index }, k) => (found[k] ? [[index, found[k]] as const] : [])));
  },
};
