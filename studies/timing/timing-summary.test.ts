import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { signalRecords, signalSummary } from "./signal-records";
import { signals } from "./signals";
import { growing, handMadeMarket, type HandMade } from "@studies/testing/hand-made-market";
import { timingSummary } from "./timing-summary";

/* Figures and words that a person reads, each against a value worked out by hand. */

const N = 320;
const stock = (ticker: string, closes: readonly number[], more: Partial<HandMade> = {}): HandMade => ({
  ticker,
  closes,
  ...more,
});

describe("a market in one line", () => {
  const closes = growing(100, 0.002, N);
  closes.splice(N - 6, 6, 100, 110, 121, 110, 100, 104);
  const market = new Market(handMadeMarket([stock("AAA", closes)]), N - 1);
  it("has the composite's own changes, and the lanes of Timing", () => {
    const r = timingSummary.ask(market, {});
    expect(r.r1).toBeCloseTo(104 / 100 - 1, 9);
    expect(r.r5).toBeCloseTo(104 / 100 - 1, 9);
    expect(timingSummary.ask(market.before(1), {}).r1).toBeCloseTo(100 / 110 - 1, 9);
    expect(r.lanes.map((l) => l.lane)).toEqual(["Quick", "Checked", "Steady", "Long"]);
    expect(timingSummary.table(r).rows.map((row) => row[0])).toEqual(["Quick", "Checked", "Steady", "Long"]);
  });
  it("and every signal with how long it lasted and what came of it", () => {
    const states = Int8Array.of(0, 1, 1, -1, -1, -1, 1);
    const level = Float64Array.of(9, 10, 12, 11, 8, 9, 10);
    const days = Int32Array.from(level.keys());
    const records = signalRecords(states, level, days);
    expect(records.map((r) => [r.day, r.state, r.sessions, r.open])).toEqual([
      [1, 1, 2, false],
      [3, -1, 3, false],
      [6, 1, 0, true],
    ]);
    expect(records[0]!.outcome).toBeCloseTo(0.1, 12);
    expect([records[0]!.lowest, records[0]!.highest]).toEqual([0, expect.closeTo(0.2, 12) as number]);
    expect([records[1]!.outcome, records[1]!.lowest]).toEqual([expect.closeTo(10 / 11 - 1, 12), expect.closeTo(8 / 11 - 1, 12)]);
    const down = signalSummary(records, -1);
    expect([down.n, down.right]).toEqual([1, 1]);
    expect(down.worst).toBeCloseTo(10 / 11 - 1, 12);
    const asked = signals.ask(market, { lane: "Quick" });
    expect(signals.table(asked).rows).toHaveLength(asked.records.length);
    expect(said(signals.reading(asked)[0]!)).toBe(`The lane Quick has given ${asked.records.length} signals.`);
    expect(asked.records.every((r, k) => k === 0 || r.state !== asked.records[k - 1]!.state)).toBe(true);
  });
});
