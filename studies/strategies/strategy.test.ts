import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { strategy } from "./strategy";

const N = 200;
const wave = (from: number) => Array.from({ length: N }, (_, s) => Number((from + 6 * Math.sin(s / 8)).toFixed(2)));
const data = handMadeMarket(
  [
    { ticker: "AAA", closes: wave(50), sector: "Fish" },
    { ticker: "BBB", closes: wave(80).map((c, s) => (s % 9 === 4 ? NaN : c)), sector: "Fish", member: [100, N - 1] },
    // Gone on session 150.
    { ticker: "GON", closes: wave(30).map((c, s) => (s > 150 ? NaN : c)), sector: "Ships" },
    { ticker: "IDX", closes: wave(1000), kind: "index" },
  ],
  "IDX",
);
const gone = {
  ...data,
  instruments: data.instruments.map((i) => (i.ticker === "GON" ? { ...i, delisted: data.panel.sessions[150]! } : i)),
};
const rule = (comparator: string, right: unknown = { measure: "sma", params: { n: 10 } }) =>
  JSON.stringify({ left: { measure: "close" }, comparator, right });
const ask = (t: number, params: object, of = data) =>
  strategy.ask(
    new Market(of, t),
    strategy.params.parse({ enter: rule("crosses above"), leave: rule("crosses below"), ...params }),
  );

/** Of AAA by hand: entered and left a session after each crossing; opens are closes here. */
function byHand(t: number) {
  const closes = wave(50);
  const average = (s: number) => closes.slice(s - 9, s + 1).reduce((a, b) => a + b, 0) / 10;
  const side = closes.map((c, s) => (s < 9 ? 0 : Math.sign(c - average(s))));
  const trades: number[][] = [];
  let entered = -1;
  for (let s = 10; s < t; s++) {
    if (side[s] === 1 && side[s - 1] === -1 && entered < 0) entered = s + 1;
    if (side[s] === -1 && side[s - 1] === 1 && entered >= 0) {
      trades.push([entered, s + 1, closes[s + 1]! / closes[entered]! - 1 - 0.002]);
      entered = -1;
    }
  }
  return trades;
}

describe("a strategy", () => {
  it("has the trades one gets by hand, at any session, the latest first", () => {
    for (const t of [60, 120, 199]) {
      const r = ask(t, { for: "AAA" });
      const closed = r.trades.filter((trade) => !Number.isNaN(trade.left)).reverse();
      const hand = byHand(t);
      expect(closed.map((trade) => [trade.entered, trade.left])).toEqual(
        hand.map(([a, b]) => [data.panel.sessions[a!], data.panel.sessions[b!]]),
      );
      closed.forEach((trade, k) => {
        expect(trade.net).toBeCloseTo(hand[k]![2]!, 12);
      });
      expect(r.pooled.n).toBe(hand.length);
      const product = hand.reduce((x, [, , net]) => x * (1 + net!), 1);
      if (closed.length === r.tradeCount) expect(r.rows[0]!.total).toBeCloseTo(product - 1, 12);
    }
  });
  it("says what came of it against holding, and what is open", () => {
    const said = saidAll(strategy.reading(ask(199, { for: "AAA" })));
    expect(said).toMatch(
      /^Bought at the open after a close at which its close crosses above its 10-session simple average, the strategy closed \d+ trades in AAA Works since /,
    );
    expect(said).toContain("; holding made ");
    const open = ask(byHand(199).at(-1)![0]! + 1, { for: "AAA", stop: 5, stopIn: "percent" });
    expect(saidAll(strategy.reading(open))).toMatch(/One is open since .*, with its stop at \d+\.\d\d\./);
    expect(saidAll(strategy.reading(ask(199, { for: "NOBODY" })))).toBe("None of these is known at this date.");
  });
  it("over a list lets in only on sessions of membership, and pools all trades", () => {
    const r = ask(199, { for: "sector:Fish" });
    expect(r.rows.map((row) => row.ticker)).toEqual(["AAA", "BBB"]);
    const entries = r.trades.filter((t) => t.ticker === "BBB").map((t) => data.panel.sessions.indexOf(t.signal));
    expect(entries.length).toBeGreaterThan(0);
    expect(entries.every((s) => s >= 100)).toBe(true);
    expect(r.pooled.n).toBe(r.rows.reduce((sum, row) => sum + row.n, 0));
    expect(r.line).toBeUndefined();
    expect(saidAll(strategy.reading(r))).toContain("each is taken alone, not as a portfolio");
  });
  it("closes what has left its market at its last close, once that is known", () => {
    const entered = (of: typeof data, t: number) => ask(t, { for: "GON", leave: JSON.stringify({ any: [] }) }, of).trades[0]!;
    expect(entered(data, 160).why).toBe("open");
    expect(entered(gone, 149).why).toBe("open");
    const closed = entered(gone, 160);
    expect([closed.why, closed.left]).toEqual(["end", data.panel.sessions[150]]);
    expect(closed.exitPrice).toBe(wave(30)[150]);
  });
  it("begins with the first session asked for, and sizes by risk where it is told", () => {
    const from = "2026-05-04";
    const r = ask(199, { for: "AAA", from, stop: 2, size: "risk", amount: 1000 });
    expect(r.trades.every((t) => t.signal >= 20_577)).toBe(true);
    for (const t of r.trades) expect(t.units).toBe(Math.floor(1000 / (t.entryPrice - t.stop) + 1e-9));
    expect(r.plan).toBe("a stop 2 ATR away, as many shares as risk 1000.00, 10 bp a side");
  });
});
