import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { ownTiming } from "./own-timing";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";

/* What studies answer and say on markets that are simple enough to be worked out by hand. */

const index = (ticker: string, closes: readonly number[]) => ({ ticker, closes, kind: "index" as const });

describe("an own timing system", () => {
  const closes = [...growing(100, 0.01, 60), ...growing(180, -0.01, 40), ...growing(125, 0.01, 30)];
  const n = closes.length;
  const market = new Market(handMadeMarket([index("IDX", closes)], "IDX"), n - 1);
  const above = (x: number) => JSON.stringify({ left: { measure: "close" }, comparator: "above", right: x });
  const below = (x: number) => JSON.stringify({ left: { measure: "close" }, comparator: "below", right: x });
  const ask = (up: string, down: string, history = 504) =>
    ownTiming.ask(market, ownTiming.params.parse({ on: "IDX", up, down, history }))!;
  const first = closes.findIndex((c) => c > 150);
  const fell = closes.findIndex((c, s) => s > 60 && c < 130);
  const rose = closes.findIndex((c, s) => s > fell && c > 150);
  it("holds its state until the other rule comes true, and says since when", () => {
    const r = ask(above(150), below(130));
    expect([r.state, r.age]).toEqual([1, n - 1 - rose]);
    expect(r.shareUp).toBeCloseTo((fell - first + (n - rose)) / n, 12);
    expect(Array.from(r.states)).toEqual(closes.map((_, s) => (s >= first && (s < fell || s >= rose) ? 1 : -1)));
    expect(r.signals.up).toEqual({
      n: 1,
      right: 0,
      median: expect.closeTo(closes[fell]! / closes[first]! - 1, 12) as number,
      worst: expect.closeTo(closes[fell]! / closes[first]! - 1, 12) as number,
    });
    expect(r.contradictions).toBe(0);
  });
  it("gives as much history as was asked for", () => {
    const r = ask(above(150), below(130), 20);
    expect([r.days.length, r.states.length, r.days[0]]).toEqual([20, 20, market.sessions[n - 20]]);
    expect(ownTiming.table(r).rows).toHaveLength(20);
  });
  it("counts sessions on which both rules are true, which change nothing", () => {
    const r = ask(above(150), above(170));
    expect(r.contradictions).toBe(closes.filter((c) => c > 170).length);
    expect([r.state, r.signals.down.n]).toEqual([1, 0]);
  });
  it("is read with what became of its signals", () => {
    expect(said(ownTiming.reading(ask(above(150), below(130)))[0]!)).toMatch(
      /^The system has been up for \d+ sessions, \+[\d.]+% since its signal, and up on \d+% of all sessions; 0 of 1 finished up signal ended higher, the worst at −1\d\.\d%\.$/,
    );
    expect(said(ownTiming.reading(ask(above(150), below(10)))[0]!)).toMatch(/; no up signal has ended yet\.$/);
    expect(said(ownTiming.reading(ask(above(999), below(10)))[0]!)).toBe("The system has given no signal yet.");
    expect(said(ownTiming.reading(ask(above(999), below(130)))[0]!)).toMatch(/^The system has been down for /);
  });
});
