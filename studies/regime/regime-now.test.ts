import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { regimeNow } from "./regime-now";
import { growing, handMadeMarket, type HandMade } from "@studies/testing/hand-made-market";
import { regimeChanges } from "@studies/today/today-changes";

/* Figures and words that a person reads, each against a value worked out by hand. */

const N = 320;
const stock = (ticker: string, closes: readonly number[], more: Partial<HandMade> = {}): HandMade => ({
  ticker,
  closes,
  ...more,
});

describe("the regime now", () => {
  const closes = growing(100, 0.001, N);
  closes.splice(N - 6, 6, 150, 151, 149, 153, 154, 156);
  const market = new Market(handMadeMarket([stock("AAA", closes), { ticker: "IDX", closes, kind: "index" }], "IDX"), N - 1);
  it("has the change of one and of five sessions", () => {
    const now = regimeNow(market);
    expect(now.r1).toBeCloseTo(156 / 154 - 1, 12);
    expect(now.r5).toBeCloseTo(156 / 150 - 1, 12);
    expect([regimeNow(market.before(N - 5)).r5, regimeNow(market.before(N - 1)).r1]).toEqual([NaN, NaN]);
    expect(regimeNow(market.before(N - 6)).r5).toBeCloseTo(1.001 ** 5 - 1, 9);
  });
  it("turned within five sessions is a change, within six is none", () => {
    const of = (directionSessions: number) => ({
      ...regimeNow(market),
      direction: "Falling",
      directionSessions,
      volatility: "",
      pendingDirection: "",
    });
    expect(regimeChanges(market, of(5))).toHaveLength(1);
    expect(said(regimeChanges(market, of(5))[0]!.sentence)).toMatch(
      /^The direction turned from rising to falling on \d+ \w+ 20\d\d\.$/,
    );
    expect(regimeChanges(market, of(6))).toEqual([]);
  });
});
