import { stance, trendParts, trendScores, type Stance } from "@core";
import type { Market } from "@studies/market/market";
import { strengthOfGroups } from "./strength-of-groups";
import { averageColumn } from "@studies/columns/averages";
import { stopSideColumn } from "@studies/columns/trailing-stops";
import type { CrossSection } from "@studies/market/cross-section";

const EMA50 = averageColumn("ema", 50);

export interface StockTrend {
  /** 0 to 100, NaN where unknown. */
  readonly trend: number;
  readonly stance: Stance | undefined;
  /** 1 above its trailing stop, -1 below. */
  readonly stopSide: number;
}

/** Trend score and stance of every stock that trades on the as-of session, by position in the panel. */
export function trendOfStocks(market: Market): ReadonlyMap<number, StockTrend> {
  return market.crossSection(trends);
}

const trends: CrossSection<ReadonlyMap<number, StockTrend>> = {
  name: "trends",
  derive(market) {
    const { t } = market;
    const stocks = market.instruments.filter((i) => i.kind === "stock" && !Number.isNaN(market.bars("close", i.index)[t]!));
    const parts = stocks.map(({ index }) => trendParts(market.bars("close", index), market.perInstrument(EMA50, index)[t]!, t));
    const trend = trendScores(
      parts,
      stocks.map((i) => market.isInUniverse(i.index, t)),
    );
    const strengthOf = new Map(strengthOfGroups(market, "industry").map((g) => [g.name, g.strength]));
    return new Map(
      stocks.map((stock, k) => {
        const side = market.perInstrument(stopSideColumn, stock.index)[t]!;
        const industryStrength = strengthOf.get(stock.industry ?? "") ?? NaN;
        return [stock.index, { trend: trend[k]!, stopSide: side, stance: stance({ side, trend: trend[k]!, industryStrength }) }];
      }),
    );
  },
};
