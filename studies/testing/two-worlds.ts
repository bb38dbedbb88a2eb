import { membershipRuns, OPEN_END } from "@core";
import type { MarketData } from "@studies/market/market-data";
import { growing, handMadeMarket, type HandMade } from "./hand-made-market";

/* A market and a world made by hand, with sets of every kind. */

export const N = 700;
export const wave = (from: number, rate: number, size: number, length: number) =>
  growing(from, rate, N).map((c, s) => c * (1 + size * Math.sin((2 * Math.PI * s) / length)));

/** Groups by name: which tickers belong, from which session on, with which weight. */
type Groups = Record<
  string,
  { kind: "theme" | "fund" | "region" | "family" | "index" | "asset-class"; of: Record<string, [from: number, weight?: number]> }
>;

export function withGroups(data: MarketData, groupsByName: Groups): MarketData {
  const position = new Map(data.instruments.map((i, k) => [i.ticker, k]));
  const made = Object.entries(groupsByName).map(([name, { kind, of }]) => {
    const own = Object.entries(of).filter(([ticker]) => position.has(ticker));
    const runs = data.instruments.map((i): [number, number][] => (of[i.ticker] ? [[of[i.ticker]![0], OPEN_END]] : []));
    const weighted = own.filter(([, [, weight]]) => weight !== undefined);
    return {
      name,
      kind,
      spans: membershipRuns(runs),
      ...(weighted.length > 0
        ? {
            weights: {
              instrument: Int32Array.from(weighted, ([ticker]) => position.get(ticker)!),
              from: Int32Array.from(weighted, ([, [from]]) => from),
              to: Int32Array.from(weighted, () => OPEN_END),
              weight: Float64Array.from(weighted, ([, [, weight]]) => weight!),
            },
          }
        : {}),
    };
  });
  return { ...data, groups: [...data.groups, ...made] };
}

export const stock = (ticker: string, sector: string, industry: string, closes: number[]): HandMade => ({
  ticker,
  sector,
  industry,
  closes,
});
const home = withGroups(
  handMadeMarket(
    [
      stock("AAA", "Fish", "Nets", wave(10, 0.0012, 0.06, 90)),
      stock("BBB", "Fish", "Boats", wave(20, 0.0004, 0.05, 120)),
      stock("CCC", "Ships", "Sails", wave(30, -0.0006, 0.07, 75)),
      stock("DDD", "Ships", "Masts", wave(15, 0.0001, 0.08, 140)),
      { ticker: "IDX", closes: growing(1000, 0.0003, N), kind: "index" },
      { ticker: "FND", closes: wave(50, 0.0008, 0.04, 100), kind: "fund" },
      { ticker: "GND", closes: wave(60, 0.0003, 0.05, 110), kind: "fund" },
    ],
    "IDX",
  ),
  {
    Nautical: { kind: "theme", of: { AAA: [0], CCC: [400] } },
    IDX: { kind: "index", of: { AAA: [0], BBB: [0], CCC: [0], DDD: [0] } },
    FND: { kind: "fund", of: { AAA: [100, 0.6], CCC: [100, 0.3], KOR: [100, 0.1] } },
    GND: { kind: "fund", of: { AAA: [100, 0.2], BBB: [100, 0.8] } },
  },
);
export const world = {
  ...withGroups(
    handMadeMarket([
      { ticker: "KOR", closes: wave(5, 0.0005, 0.05, 80), kind: "commodity" },
      { ticker: "KAL", closes: wave(7, 0, 0.06, 60), kind: "commodity" },
      { ticker: "KAZ", closes: wave(9, -0.0003, 0.04, 100), kind: "commodity" },
      { ticker: "ALL", closes: growing(100, 0.0001, N), kind: "index" },
      { ticker: "NOR", closes: wave(90, 0.0006, 0.05, 85), kind: "index" },
      { ticker: "SUD", closes: wave(80, 0.0001, 0.05, 95), kind: "index" },
      { ticker: "WLD", closes: growing(500, 0.0002, N), kind: "index" },
      { ticker: "CAR", closes: wave(2, 0.0001, 0.02, 130), kind: "currency" },
      { ticker: "CUR", closes: wave(0.5, 0, 0.03, 70), kind: "currency" },
    ]),
    {
      Stones: { kind: "family", of: { KOR: [0], KAL: [0] } },
      Grains: { kind: "family", of: { KAZ: [0] } },
      ALL: { kind: "index", of: { KOR: [0], KAL: [0], KAZ: [0] } },
      "Cold coast": { kind: "region", of: { NOR: [0] } },
      "Warm coast": { kind: "region", of: { SUD: [0] } },
      WLD: { kind: "index", of: { NOR: [0], SUD: [0] } },
      "Real things": { kind: "asset-class", of: { ALL: [0] } },
      FND: { kind: "fund", of: { KOR: [100, 0.1] } },
    },
  ),
  market: { market: "", name: "Abroad", currency: "", broadIndex: null, volatilityIndex: null },
};
export const data: MarketData = {
  ...home,
  groups: [
    ...home.groups,
    {
      name: "Real things",
      kind: "asset-class",
      spans: membershipRuns(home.instruments.map((i) => (i.ticker === "IDX" ? [[0, OPEN_END]] : []))),
    },
  ],
  worldwide: world,
};
