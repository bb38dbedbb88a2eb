import { describe, expect, it } from "vitest";
import { combinedReturn, measureOf, membershipRuns, percentileRanks, stance, trailingStop } from "@core";
import { seeded } from "@core/testing";
import { locate } from "@studies/market/own-calendar";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { measureValues } from "./measure-values";
import { seriesOfSubject } from "./subject-series";

const N = 260;
const random = seeded(41);
const walk = (drift: number) => {
  let price = 40;
  return Array.from(
    { length: N },
    () => Math.round(100 * (price = Math.max(1, price * (1 + drift + 0.03 * (random() - 0.5))))) / 100,
  );
};
const stocks = Array.from({ length: 8 }, (_, k) => ({
  ticker: `S${k}`,
  closes: walk(0.002 * (k - 3.5) * 0.3),
  sector: "Fish",
  industry: "Nets",
}));
const funds = ["FA", "FB", "FC"].map((ticker, k) => ({ ticker, closes: walk(0.002 * (k - 1)), kind: "fund" as const }));
const made = handMadeMarket([...stocks, ...funds]);
const held: Readonly<Record<string, readonly string[]>> = { FA: ["S0", "S1"], FB: ["S3", "S4", "S5"], FC: ["S6", "S7"] };
const data = {
  ...made,
  groups: Object.entries(held).map(([name, tickers]) => ({
    name,
    kind: "fund" as const,
    spans: membershipRuns(made.instruments.map((i) => (tickers.includes(i.ticker) ? [[0, N - 1]] : []))),
  })),
};
const market = new Market(data, N - 1);
const valuesOf = (ticker: string, measure: string) =>
  measureValues(seriesOfSubject(market, locate(market, ticker)!, "self"), { measure });

describe("the stance on a fund", () => {
  it("is by its own stop, the mean Trend of what it holds, and its Strength among the funds", () => {
    const codes = measureOf("stance").labels!;
    const combined = funds.map(({ closes }) => combinedReturn(Float64Array.from(closes)));
    const found = new Set<number>();
    funds.forEach(({ ticker, closes }, k) => {
      const close = Float64Array.from(closes);
      const { side } = trailingStop({ high: close.map((c) => c * 1.01), low: close.map((c) => c * 0.99), close });
      const trends = held[ticker]!.map((own) => valuesOf(own, "trend"));
      const [strength, stances] = [valuesOf(ticker, "strength"), valuesOf(ticker, "stance")];
      for (let s = 0; s < N; s++) {
        const rank = percentileRanks(combined.map((column) => column[s]!))[k]!;
        expect(strength[s]).toBe(rank);
        const trend = trends.reduce((sum, own) => sum + own[s]!, 0) / trends.length;
        const expected = stance({ side: side[s]!, trend, industryStrength: rank });
        expect(stances[s], `${ticker} ${s}`).toBe(expected === undefined ? NaN : codes[expected]);
        if (expected !== undefined) found.add(codes[expected]!);
      }
    });
    expect([...found].sort()).toEqual([-1, 0, 1]);
  });
});
