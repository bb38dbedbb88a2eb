import { describe, expect, it } from "vitest";
import { membershipRuns } from "@core";
import { Market } from "@studies/market/market";
import { isNow, peersOf } from "./peer-set";
import { marketValue } from "@studies/cross-section/market-values";
import { growing, handMadeMarket, type HandMade } from "@studies/testing/hand-made-market";

/* Figures and words that a person reads, each against a value worked out by hand. */

const N = 320;
const stock = (ticker: string, closes: readonly number[], more: Partial<HandMade> = {}): HandMade => ({
  ticker,
  closes,
  ...more,
});

describe("sets of peers", () => {
  const gone = [...growing(10, 0.001, N - 6), ...new Array<number>(6).fill(NaN)];
  const halted = [...growing(10, 0.001, N - 5), ...new Array<number>(5).fill(NaN)];
  const data = handMadeMarket([stock("AAA", growing(10, 0.001, N)), stock("GON", gone), stock("HAL", halted)]);
  const market = new Market(data, N - 1);
  it("are there when one of the last six sessions has a bar", () => {
    expect(peersOf(market, { set: "stock" }).map((p) => [p.ticker, isNow(p)])).toEqual([
      ["AAA", true],
      ["GON", false],
      ["HAL", true],
    ]);
  });
  it("are worth what their members with a known value are worth", () => {
    const groups = [{ name: "Pair", kind: "theme" as const, spans: membershipRuns([[[0, N]], [[0, N]], [[0, N]]]) }];
    const of = new Market({ ...data, groups }, N - 1);
    const [pair] = peersOf(of, { set: "theme" });
    const values = ["AAA", "GON", "HAL"].map((ticker) => marketValue(of, of.find(ticker)!));
    expect(values[0]).toBeCloseTo(1100 * data.panel.close[N - 1]!, 6);
    expect(values.slice(1)).toEqual([NaN, NaN]);
    expect(pair!.value).toBe(values[0]);
    expect(pair!.stocks).toBe(1);
  });
});
