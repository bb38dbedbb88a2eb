import type { Market } from "@studies/market/market";
import { strengthOfSeries, type SeriesStrength } from "./strength-of-series";
import { groupKeyText } from "@studies/sets/group-key";
import { groupSeries } from "@studies/columns/composites";
import type { CrossSection } from "@studies/market/cross-section";

export interface GroupStrength extends SeriesStrength {
  readonly name: string;
}

/** Names of the sectors or industries that have had a member in the universe by t. */
export function groupNames(market: Market, level: "sector" | "industry"): string[] {
  const names = new Set<string>();
  for (const i of market.instruments) {
    const name = i[level];
    if (name !== null && i.kind === "stock") names.add(name);
  }
  return [...names].sort();
}

/** Strength of all sectors or industries of a market at the as-of session, in the order of their names. */
export function strengthOfGroups(market: Market, level: "sector" | "industry"): readonly GroupStrength[] {
  return market.crossSection(STRENGTHS[level]);
}

const STRENGTHS = { sector: strengths("sector"), industry: strengths("industry") };

function strengths(level: "sector" | "industry"): CrossSection<readonly GroupStrength[]> {
  return {
    name: `strength:${level}`,
    derive(market) {
      // A group that has no members any more still counts in the samples of its time.
      const series = groupNames(market, level).map((name) => {
        const { level: levels } = market.perSession(groupSeries(groupKeyText(level, name)));
        return { name, levels, part: market, belongsAt: () => true };
      });
      return strengthOfSeries(market, series)
        .map((row, k) => ({ ...row!, name: series[k]!.name }))
        .filter((_, k) => !Number.isNaN(series[k]!.levels[market.t]!));
    },
  };
}
