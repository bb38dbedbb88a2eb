import { describe, expect, it } from "vitest";
import { membershipRuns } from "@core";
import { Market } from "./market";
import { growing, handMadeMarket, type HandMade } from "@studies/testing/hand-made-market";

/* Figures and words that a person reads, each against a value worked out by hand. */

const stock = (ticker: string, closes: readonly number[], more: Partial<HandMade> = {}): HandMade => ({
  ticker,
  closes,
  ...more,
});

describe("what is known on the very day", () => {
  it("a report is ahead on its own day, and passed on the next", () => {
    const data = handMadeMarket([stock("AAA", growing(10, 0.001, 80))]);
    const at = (t: number) => new Market(data, t).fundamentals(0).nextReport;
    // The 67th session is the day of the report.
    expect([data.panel.sessions[66], at(66), at(67)]).toEqual([20_550, 20_550, NaN]);
  });
  it("a fund holds what it holds from the first session of the run on, to the last", () => {
    const data = handMadeMarket([
      stock("AAA", growing(10, 0.001, 80)),
      { ticker: "FND", closes: growing(10, 0.001, 80), kind: "fund" },
    ]);
    const weights = {
      instrument: Int32Array.of(0),
      from: Int32Array.of(20),
      to: Int32Array.of(40),
      weight: Float64Array.of(1),
    };
    const spans = membershipRuns([[[20, 40]], []]);
    const of = { ...data, groups: [{ name: "FND", kind: "fund" as const, spans, weights }] };
    const held = (t: number) => new Market(of, t).groups.holdingsAt("FND", t).length;
    expect([held(19), held(20), held(40), held(41)]).toEqual([0, 1, 1, 0]);
  });
});
