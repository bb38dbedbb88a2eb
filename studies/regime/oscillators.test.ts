import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { oscillators } from "./oscillators";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";

/* What studies answer and say on markets that are simple enough to be worked out by hand. */

const N = 400;
const index = (ticker: string, closes: readonly number[]) => ({ ticker, closes, kind: "index" as const });

describe("oscillators", () => {
  const closes = growing(100, 0.001, N);
  const market = new Market(handMadeMarket([index("IDX", closes)], "IDX"), N - 1);
  it("have their windows: range of 20, volatility of 21 sessions", () => {
    const ask = (...panes: string[]) => oscillators.ask(market, oscillators.params.parse({ panes, history: 60 }));
    const [range, detrended, volatility] = ask("range", "detrended", "volatility").panes.map((p) => p.lines[0]!);
    const [high, low] = [closes[N - 1]! * 1.01, closes[N - 20]! * 0.99];
    expect(range!.now).toBeCloseTo((100 * (closes[N - 1]! - low)) / (high - low), 6);
    expect(volatility!.now).toBeCloseTo(0, 6);
    expect([range!.values.length, detrended!.values.length]).toEqual([60, 60]);
    expect(said(oscillators.reading(ask("rsi", "williams"))[0]!)).toMatch(
      /^RSI\(14\) stands at [\d.]+ and Williams %R\(14\) at −?[\d.]+\.$/,
    );
  });
});
