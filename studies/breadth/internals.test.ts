import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { internals } from "./internals";
import { Market } from "@studies/market/market";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";

/* What studies answer and say on markets that are simple enough to be worked out by hand. */

const N = 400;

describe("inside the move", () => {
  const stocks = [0.002, 0.001, -0.003].map((rate, k) => ({
    ticker: ["AAA", "BBB", "CCC"][k]!,
    closes: growing(50, rate, N),
    sector: "Fish",
    industry: "Nets",
  }));
  const market = new Market(handMadeMarket(stocks), N - 1);
  const r = internals.ask(market, { group: "market:", history: 100 });
  it("counts who rose, fell, and stands at a high or low of 252 sessions", () => {
    expect([r.now.advances, r.now.declines, r.now.unchanged, r.now.highs, r.now.lows]).toEqual([2, 1, 0, 2, 1]);
    expect([r.now.upVolume, r.now.line, r.now.lineWeekAgo]).toEqual([
      expect.closeTo(2 / 3, 12),
      r.line.at(-1),
      expect.closeTo(r.line.at(-1)! - 5, 9),
    ]);
    expect([r.days.length, r.advances.length, r.highs.length, r.oscillator.length]).toEqual([100, 100, 100, 100]);
    expect(r.now.oscillatorBefore).toBe(r.oscillator.at(-2));
  });
  it("is read with its events, or the lack of them", () => {
    const [now, thrust] = internals.reading(r).map(said);
    expect(now).toMatch(
      /^2 members rose and 1 fell, with 67% of the volume in those that rose; 2 closed at a high and 1 at a low of 252 sessions; the McClellan oscillator stands at /,
    );
    expect(thrust).toMatch(/^No thrust has occurred yet/);
    const one = { ...r, thrusts: { ...r.thrusts, days: r.days.slice(0, 2) } };
    expect(said(internals.reading(one)[1]!)).toMatch(/^The last of 2 thrusts came on \d+ \w+ 20\d\d\.$/);
    expect(internals.table(r).rows).toHaveLength(100);
  });
});
