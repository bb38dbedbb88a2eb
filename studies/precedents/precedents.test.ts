import { describe, expect, it } from "vitest";
import { nextSession, readSentence, type Rule } from "@core";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { precedents } from "./precedents";
import { trueNow } from "./true-now";

/* Three stocks made by hand; whatever the study counts is counted again here, one session at a time. */

const N = 90;
const wave = (period: number, drift: number) =>
  Array.from({ length: N }, (_, s) => Number((100 + drift * s + 6 * Math.sin((2 * Math.PI * s) / period)).toFixed(2)));
const late = wave(11, 0.1).map((c, s) => (s < 20 || s === 40 ? NaN : c));
const data = handMadeMarket([
  { ticker: "AAA", closes: wave(9, 0.05), sector: "Fish", industry: "Trawlers" },
  { ticker: "BBB", closes: late, sector: "Fish", industry: "Nets", member: [30, 70] },
  { ticker: "CCC", closes: wave(13, -0.1), sector: "Ships", industry: "Yards" },
]);
const market = new Market(data, N - 1);
const rule = (sentence: string): Rule => readSentence(sentence)!;
const ask = (params: Record<string, unknown>) => precedents.ask(market, precedents.params.parse(params))!;
const RISES = JSON.stringify(rule("it closes higher"));

/** Sessions on which a stock closed above its own bar before. */
function rises(ticker: string): number[] {
  const close = market.bars("close", market.find(ticker)!.index);
  const own = [...close.keys()].filter((s) => !Number.isNaN(close[s]));
  return own.filter((s, k) => k > 0 && close[s]! > close[own[k - 1]!]!);
}

describe("precedents", () => {
  it("counts the occurrences, thins them, and sets them against every session", () => {
    const result = ask({ when: RISES, for: "AAA", entry: "close", hold: 3 });
    const close = market.bars("close", market.find("AAA")!.index);
    const all = rises("AAA");
    const kept: number[] = [];
    for (const s of all) if (kept.length === 0 || s >= kept[kept.length - 1]! + 3) kept.push(s);
    const finished = kept.filter((s) => s + 3 < N);
    const results = finished.map((s) => close[s + 3]! / close[s]! - 1);
    const base = [...Array(N - 4).keys()].map((k) => close[k + 4]! / close[k + 1]! - 1);
    const mean = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / x.length;
    expect(result.occurrences).toBe(all.length);
    expect(result.kept).toBe(kept.length);
    expect(result.open).toHaveLength(kept.length - finished.length);
    expect(result.record.n).toBe(finished.length);
    expect(result.record.wins).toBe(results.filter((r) => r > 0).length);
    expect(result.record.mean).toBeCloseTo(mean(results), 12);
    // The first session has none before it, so that it is not known there.
    expect(result.record.baseN).toBe(base.length);
    expect(result.record.baseMean).toBeCloseTo(mean(base), 12);
    expect(result.record.baseWinRate).toBeCloseTo(base.filter((r) => r > 0).length / base.length, 12);
    expect(result.record.edge).toBeCloseTo(mean(results) - mean(base), 12);
    expect(result.record.worst).toBeCloseTo(Math.min(...results), 12);
    expect(result.latest.map((o) => o.day)).toEqual([...finished].reverse().map((s) => market.sessions[s]));
    expect(result.byYear.reduce((n, part) => n + part.n, 0)).toBe(finished.length);
  });
  it("sold short and with cost, it is the other way round and less", () => {
    const long = ask({ when: RISES, for: "AAA", entry: "close", hold: 1 });
    const short = ask({ when: RISES, for: "AAA", entry: "close", hold: 1, side: "short", cost: 10 });
    expect(short.record.mean).toBeCloseTo(-long.record.mean - 0.002, 12);
    expect(short.record.baseMean).toBeCloseTo(-long.record.baseMean - 0.002, 12);
  });
  it("of several, the base is weighted by their occurrences", () => {
    const one = ["AAA", "CCC"].map((ticker) => ask({ when: RISES, for: ticker, entry: "close", hold: 2 }).record);
    const both = ask({ when: RISES, for: "AAA,CCC", entry: "close", hold: 2 });
    const n = one[0]!.n + one[1]!.n;
    expect(both.record.n).toBe(n);
    expect(both.record.baseMean).toBeCloseTo((one[0]!.n * one[0]!.baseMean + one[1]!.n * one[1]!.baseMean) / n, 12);
    expect(both.record.mean).toBeCloseTo((one[0]!.n * one[0]!.mean + one[1]!.n * one[1]!.mean) / n, 12);
    expect(both.rows.map((r) => r.n)).toEqual(one.map((r) => r.n));
  });
  it("counts members only while they are, and bars only where there are some", () => {
    const result = ask({ when: RISES, for: "sector:Fish", entry: "close", hold: 1, overlaps: "kept" });
    const ofB = result.latest.filter((o) => o.ticker === "BBB").map((o) => [...market.sessions].indexOf(o.day));
    expect(ofB.length).toBeGreaterThan(5);
    expect(ofB.every((s) => s >= 30 && s <= 70 && s !== 40)).toBe(true);
    expect([...ofB].sort((a, b) => a - b)).toEqual(rises("BBB").filter((s) => s >= 30 && s <= 70));
  });
  it("counts what each clause leaves; one that is off stays out", () => {
    const when = { all: [rule("it closes higher"), { ...rule("it is a Monday"), off: true }, rule("its close is above 100")] };
    const result = ask({ when: JSON.stringify(when), for: "AAA" });
    const close = market.bars("close", market.find("AAA")!.index);
    const up = rises("AAA");
    const high = up.filter((s) => close[s]! > 100);
    const monday = (s: number) => s % 5 === 0;
    expect(result.counts).toEqual({
      all: N - 1,
      clauses: [
        { left: up.length, atEnd: high.length, off: false },
        { left: up.filter(monday).length, atEnd: high.filter(monday).length, off: true },
        { left: high.length, atEnd: high.length, off: false },
      ],
    });
    expect(result.clauses).toEqual(["it closes higher", "its close is above 100"]);
  });
  it("keeps to the dates that were asked", () => {
    const result = ask({ when: RISES, for: "AAA", entry: "close", hold: 1, from: "2026-02-02", to: "2026-02-27" });
    expect(result.counts.all).toBe(20);
    expect(result.latest.every((o) => o.day >= 20_486 && o.day <= 20_511)).toBe(true);
  });
  it("says in words what a subject cannot have, and what it does not know", () => {
    const result = ask({
      when: JSON.stringify(rule("its phase (among sectors against the broad index, weekly) is ahead, gaining")),
      for: "AAA,NONE",
    });
    expect(result.unknown).toEqual(["NONE"]);
    expect(result.lacking).toEqual([
      "AAA Works has no “phase (among sectors against the broad index, weekly)”, as it is not in that set; no session can be counted.",
    ]);
    expect(result.record.n).toBe(0);
    expect(saidAll(precedents.reading(result))).toContain("no finished occurrence");
    expect(precedents.ask(market, precedents.params.parse({ when: RISES, for: "NONE" }))).toBeUndefined();
  });
  it("refuses an exit that is not after its entry", () => {
    expect(() => precedents.params.parse({ entry: "close", hold: 0 })).toThrow("at least one session");
    expect(() => precedents.params.parse({ when: "what is this" })).toThrow("neither JSON nor a sentence");
    expect(precedents.params.parse({ when: "it closes higher" }).when).toEqual(rule("it closes higher"));
  });
  it("reads without many cases as a count, with a word on how little that is", () => {
    const result = ask({ when: JSON.stringify(rule("it is the last session of the month")), for: "AAA" });
    expect(saidAll(precedents.reading(result))).toMatch(/won in \w+ of \d cases .*With only \d cases this says little/);
  });
});

describe("true now", () => {
  it("lists what holds, rarest first, with how often and how long", () => {
    const now = trueNow.ask(market, trueNow.params.parse({ for: "AAA" }))!;
    expect(now.holding.length).toBeGreaterThan(3);
    const shares = now.holding.map((h) => h.share);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    // The last of ninety sessions is a Friday; four Fridays in twenty sessions.
    const friday = now.holding.find((h) => h.sentence === "it is a Friday")!;
    expect([friday.share, friday.known, friday.running, friday.leaves]).toEqual([0.2, N, 1, N / 5]);
  });
  it("counts what a situation would leave", () => {
    const now = trueNow.ask(market, trueNow.params.parse({ for: "AAA", when: "it closes higher" }))!;
    const friday = now.holding.find((h) => h.sentence === "it is a Friday")!;
    expect(friday.leaves).toBe(rises("AAA").filter((s) => s % 5 === 4).length);
  });
  it("says what the calendar brings to the next session, holidays known", () => {
    const now = trueNow.ask(market, trueNow.params.parse({ for: "AAA" }))!;
    expect(now.nextDay).toBe(market.asOf + 3);
    expect(now.next.map((h) => h.sentence)).toEqual(
      expect.arrayContaining(["it is a Monday", "it is the first session of the week"]),
    );
    expect(nextSession(20_458, [{ day: 20_459, known: 1 }])).toBe(20_460);
  });
});
