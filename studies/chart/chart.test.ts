import { data, N } from "@studies/testing/turning-market";
import { describe, expect, it } from "vitest";
import { chart } from "./chart";
import { Market } from "@studies/market/market";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";

/* Regime, breadth and timing on markets made by hand, and what they say of them. */

describe("charts of instruments abroad", () => {
  it("are on their own days, relative to the index carried onto them", () => {
    const away = handMadeMarket([{ ticker: "FAR", closes: growing(50, 0.001, N), kind: "index" }]);
    const market = new Market({ ...data, worldwide: away }, N - 1);
    const result = chart.ask(market, chart.params.parse({ ticker: "FAR", history: 30 }))!;
    expect(result.days).toHaveLength(30);
    expect(result.relative[0]).toBe(100);
    expect(result.relative[29]).toBeGreaterThan(100);
    expect(market.before(400).worldwide!.t).toBe(N - 401);
  });
});
