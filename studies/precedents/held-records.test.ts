import { describe, expect, it } from "vitest";
import { sessionsOf } from "@core";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { askedInstruments } from "@studies/conditions/asked-instruments";
import { byRegime, byWhatCameBefore, marketContext, pooledBase } from "./breakdowns";
import { fanOf, histogramOf } from "./fan";
import { heldRecords } from "./held-records";
import { holding } from "./holding";
import { precedents } from "./precedents";
import { reDating } from "./re-dating";
import { sampleOf } from "./sample";
import { tradesInOrder } from "./statistics";

const N = 400;
const closes = (period: number, step: number) =>
  Array.from({ length: N }, (_, s) => Number((100 + 8 * Math.sin((2 * Math.PI * s) / period) + step * (s % 7)).toFixed(2)));
const data = handMadeMarket(
  [
    { ticker: "AAA", closes: closes(23, 0.4), sector: "Fish" },
    { ticker: "BBB", closes: closes(31, -0.3), sector: "Fish", member: [0, 250] },
    { ticker: "IDX", closes: closes(41, 0.2), kind: "index" },
    { ticker: "IDY", closes: closes(37, -0.4), kind: "index" },
  ],
  "IDX",
);
const market = new Market(data, N - 1);
const PLAN = { entry: "next open", hold: 5, exit: "close", side: 1, costBp: 0 } as const;
const rule = { left: { measure: "close" }, comparator: "above", right: { measure: "close", ago: 1 } } as const;
const samplesOf = (tickers: string) =>
  askedInstruments(market, tickers).instruments.map((one) =>
    sampleOf(one, { rule, plan: PLAN, thinned: true, from: -Infinity, to: Infinity }),
  );

describe("what holds at this close", () => {
  const held = heldRecords.ask(market, heldRecords.params.parse({}));
  it("has the record that a question to history gives", () => {
    expect(held.records.length).toBeGreaterThan(5);
    for (const record of held.records.slice(0, 8)) {
      const asked = precedents.ask(market, precedents.params.parse({ when: record.sentence, for: record.ticker }))!;
      expect([record.n, record.winRate, record.mean, record.edge, record.worst]).toEqual([
        asked.record.n,
        asked.record.winRate,
        asked.record.mean,
        asked.record.edge,
        asked.record.worst,
      ]);
      if (!Number.isNaN(record.p)) expect(record.p).toBe(asked.record.p);
    }
  });
  it("is of every home index, the broad one first, or of those that are named", () => {
    expect(held.names).toEqual(["IDX", "IDY"].map((ticker) => market.find(ticker)!.name));
    expect(new Set(held.records.map((r) => r.ticker))).toEqual(new Set(["IDX", "IDY"]));
    const one = heldRecords.ask(market, heldRecords.params.parse({ for: "IDY" }));
    expect(one.records).toEqual(held.records.filter((r) => r.ticker === "IDY"));
  });
  it("comes with the smallest p first, and with how many would be so small by chance", () => {
    const known = held.records.map((r) => r.p).filter((p) => !Number.isNaN(p));
    expect(known).toEqual([...known].sort((a, b) => a - b));
    expect(held.records.slice(0, known.length).every((r) => !Number.isNaN(r.p))).toBe(true);
    expect(held.small).toBe(known.filter((p) => p < 0.05).length);
    expect(held.byChance).toBeCloseTo(0.05 * held.records.length, 12);
    expect(held.records.every((r) => r.n >= 20)).toBe(true);
    expect(saidAll(heldRecords.reading(held))).toContain("by chance");
  });
});

describe("a situation holds", () => {
  it("for those of its members of the session for which it is true", () => {
    const up = holding.ask(market, holding.params.parse({ when: "it closes higher", for: "AAA,BBB" }));
    const close = (ticker: string) => market.bars("close", market.find(ticker)!.index);
    const rose = ["AAA", "BBB"].filter((t) => close(t)[N - 1]! > close(t)[N - 2]!);
    expect(up.holders.map((h) => h.ticker)).toEqual(rose);
    expect(up.instruments).toBe(2);
    // BBB has left the market's members.
    expect(holding.ask(market, holding.params.parse({ when: "its close is above 0", for: "sector:Fish" }))).toMatchObject({
      instruments: 1,
      holders: [{ ticker: "AAA" }],
    });
  });
});

describe("the pictures of precedents", () => {
  const samples = samplesOf("AAA,BBB");
  const trades = tradesInOrder(samples);
  it("have trades by entry, then ticker", () => {
    const keys = trades.map(({ sample, trade }) => `${String(trade.entered).padStart(4, "0")} ${sample.asked.ticker}`);
    expect(keys).toEqual([...keys].sort());
    expect(keys.length).toBe(samples.reduce((n, s) => n + s.counted.length, 0));
  });
  it("end each path at its result, with the median between the quarters", () => {
    const fan = fanOf(samples, trades, PLAN);
    expect(fan.days.length).toBe(trades.length);
    trades.forEach(({ trade }, k) => {
      expect(fan.paths[(k + 1) * fan.length - 1]).toBeCloseTo(trade.result, 12);
      expect(fan.paths[k * fan.length]).toBe(0);
    });
    for (let k = 0; k < fan.length; k++) {
      expect(fan.low[k]).toBeLessThanOrEqual(fan.median[k]!);
      expect(fan.median[k]).toBeLessThanOrEqual(fan.high[k]!);
    }
  });
  it("show the worst of all where there are more than are shown", () => {
    const all = askedInstruments(market, "AAA,BBB,IDX,IDY").instruments.map((one) =>
      sampleOf(one, { rule, plan: PLAN, thinned: false, from: -Infinity, to: Infinity }),
    );
    const many = tradesInOrder(all);
    const worst = many.reduce((a, b) => (b.trade.result < a.trade.result ? b : a));
    expect(many.indexOf(worst)).toBeLessThan(many.length - 240);
    const fan = fanOf(all, many, PLAN);
    const ends = Array.from(fan.days, (_, k) => fan.paths[(k + 1) * fan.length - 1]!);
    expect(ends).toHaveLength(240);
    expect(Math.min(...ends)).toBeCloseTo(worst.trade.result, 12);
    const at = ends.indexOf(Math.min(...ends));
    expect([fan.days[at], fan.tickers[at]]).toEqual([worst.sample.days[worst.trade.t], worst.sample.asked.ticker]);
  });
  it("share out all results over their bins", () => {
    const { edges, own, base } = histogramOf(samples, trades);
    expect(own.reduce((a, x) => a + x, 0)).toBeCloseTo(1, 12);
    expect(base.reduce((a, x) => a + x, 0)).toBeCloseTo(1, 12);
    const up = trades.filter(({ trade }) => trade.result >= 0).length / trades.length;
    const above = own.reduce((sum, x, k) => sum + (edges[k]! >= -1e-12 ? x : 0), 0);
    expect(above).toBeCloseTo(up, 12);
  });
  it("count every trade in one part, against the base of that part", () => {
    const looked = { trades, pools: pooledBase(samples) };
    const context = marketContext(market, false);
    const before = byWhatCameBefore(looked, context);
    const known = trades.filter(({ trade }) => !Number.isNaN(context.r21[trade.t])).length;
    expect(before.reduce((n, part) => n + part.n, 0)).toBe(known);
    // By the direction of the market, counted again.
    for (const part of byRegime(looked, context)) {
      const code = ["Falling", "Ranging", "Rising"].indexOf(part.name);
      const own = trades.filter(({ trade }) => context.direction[trade.t] === code);
      expect([part.n, part.wins]).toEqual([own.length, own.filter(({ trade }) => trade.result > 0).length]);
      const base = samples.flatMap((s) => [...s.span].filter((t) => context.direction[t] === code).map((t) => s.base[t]!));
      const finished = base.filter((x) => !Number.isNaN(x));
      expect(part.baseMean).toBeCloseTo(finished.reduce((x, y) => x + y, 0) / finished.length, 12);
    }
  });
  it("keep the span as sessions and as bits alike", () => {
    for (const { span, spanBits } of samples) expect(sessionsOf(spanBits)).toEqual(span);
  });
});

describe("the test against other dates, as a long study", () => {
  it("gives the p of the question, and tells how far it is", () => {
    for (const [whom, overlaps] of [
      ["AAA,BBB", "thinned"],
      ["AAA", "kept"],
      ["sector:Fish", "kept"],
    ] as const) {
      const params = { when: "it closes higher", for: whom, overlaps };
      const shares: number[] = [];
      const long = reDating.ask(market, reDating.params.parse(params), (share) => shares.push(share));
      const { record } = precedents.ask(market, precedents.params.parse(params))!;
      expect(long.p).toBe(record.p);
      expect(long.n).toBe(record.n);
      expect(shares).toEqual([...shares].sort((a, b) => a - b));
      expect(saidAll(reDating.reading(long))).toMatch(/moved together to other dates .* of them \(p [\d.]+\)/);
    }
  });
  it("lets whoever waits stop it", () => {
    const stop = () => {
      throw new Error("stopped");
    };
    expect(() => reDating.ask(market, reDating.params.parse({ when: "it closes higher", for: "AAA,BBB" }), stop)).toThrow(
      "stopped",
    );
  });
});
