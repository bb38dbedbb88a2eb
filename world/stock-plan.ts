import type { Temperament } from "@core/columns/dataset";
import type { IndustryPlan, SectorPlan } from "./aldane/sectors";
import { exactExp } from "./exact-math";
import { capitalised } from "./names";
import type { Random } from "./random";

/** What is decided about a stock before its first session. */
export interface StockPlan {
  readonly ticker: string;
  readonly name: string;
  readonly sector: string;
  readonly industry: string;
  readonly temperament: Temperament;
  /** Session index of its first bar. */
  readonly lists: number;
  /** Session index of its last bar, and how it ends; undefined when it lives on. */
  readonly ends?: { readonly session: number; readonly how: "taken over" | "failed" };
  readonly price: number;
  readonly shares: number;
  readonly beta: number;
  /** Sensitivity to its sector, industry and the size factor. */
  readonly sectorBeta: number;
  readonly sizeBeta: number;
  /** Yearly volatility of its own noise and yearly drift of its own. */
  readonly ownVol: number;
  readonly ownDrift: number;
  /** Position of its reports within a quarter, in sessions. */
  readonly reportOffset: number;
  readonly earningsYield: number;
  readonly growth: number;
  /** Share of the base volume of shares traded a session. */
  readonly turnover: number;
}

export interface Lives {
  /** Number of stocks, of which so many list late and end early. */
  readonly stocks: number;
  readonly late: number;
  readonly ending: number;
  readonly sessions: number;
}

/**
 * Plans the stocks of a market: sectors by their shares, late listings and endings spread over the span.
 * @param random the stream to draw from
 * @param sectors the market's economy
 * @param lives how many stocks, and how many of them come late or end early
 * @param word gives out invented words
 */
export function planStocks(random: Random, sectors: readonly SectorPlan[], lives: Lives, word: () => string): StockPlan[] {
  const total = sectors.reduce((sum, s) => sum + s.share, 0);
  const plans: StockPlan[] = [];
  let carried = 0;
  for (const sector of sectors) {
    carried += (lives.stocks * sector.share) / total;
    while (plans.length < Math.round(carried)) {
      const industry = sector.industries[plans.length % sector.industries.length]!;
      plans.push(planStock(random, sector, industry, plans.length, lives, word()));
    }
  }
  return plans;
}

function planStock(
  random: Random,
  sector: SectorPlan,
  industry: IndustryPlan,
  index: number,
  lives: Lives,
  word: string,
): StockPlan {
  const { stocks, late, ending, sessions } = lives;
  // Every so-manyth stock is late or ends; two strides that do not share a factor mix both over the sectors.
  const comesLate = Math.floor(((index + 1) * late) / stocks) > Math.floor((index * late) / stocks);
  const turn = (index * 7 + 3) % stocks;
  const comesToEnd = Math.floor(((turn + 1) * ending) / stocks) > Math.floor((turn * ending) / stocks);
  const lists = comesLate ? random.whole(Math.round(sessions * 0.06), Math.round(sessions * 0.93)) : 0;
  const end = comesToEnd ? random.whole(Math.min(sessions - 90, lists + 700), sessions - 80) : undefined;
  const sizeRank = random.normal();
  const price = 9 + 45 * random.uniform();
  const value = exactExp(20.2 + 1.15 * sizeRank);
  return {
    ticker: word.toUpperCase(),
    name: `${capitalised(word)} ${random.pick(industry.words)}`,
    sector: sector.name,
    industry: industry.name,
    temperament: sector.temperament,
    lists,
    ...(end === undefined ? {} : { ends: { session: end, how: random.uniform() < 0.5 ? "taken over" : "failed" } as const }),
    price,
    shares: 1000 * Math.round(value / price / 1000),
    beta: Math.max(0.25, sector.beta + 0.22 * random.normal()),
    sectorBeta: 0.75 + 0.4 * random.uniform(),
    sizeBeta: Math.max(-1.2, Math.min(1.2, -0.5 * sizeRank)),
    ownVol: 0.17 + 0.15 * random.uniform() + Math.max(0, -0.025 * sizeRank),
    ownDrift: 0.012 + 0.028 * random.normal(),
    reportOffset: random.whole(8, 48),
    earningsYield: Math.max(0.02, sector.earningsYield * (1 + 0.25 * random.normal())),
    growth: sector.growth * (1 + 0.3 * random.normal()),
    turnover: exactExp(-5.7 + 0.35 * random.normal()),
  };
}
