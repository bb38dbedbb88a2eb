import { describe, expect, it } from "vitest";
import { blockInterval, isoDate, paramsOf, readPhrase, resultsOf, truthAt, weekEnd, type Rule } from "@core";
import { seeded } from "@core/testing";
import { conditionsAskedOf } from "@studies/conditions/conditions-of";
import { holdsNow } from "@studies/conditions/holds-now";
import { measureNow } from "@studies/conditions/measure-now";
import { measureOfText, measureText, rankingOfText, rankingText } from "@studies/conditions/measure-text";
import { measureValues } from "@studies/conditions/measure-values";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { hitsOfScan } from "./scan-hits";
import { scan } from "./scan";

const N = 620;
const random = seeded(17);
/** Walks in cents; of the last two one begins late, and one has gone by session 500. */
const walks = Array.from({ length: 9 }, (_, k) => {
  let price = 30 + 5 * k;
  return Array.from({ length: N }, (_, s) => {
    price = Math.max(1, price * (1 + 0.03 * (random() - 0.495)));
    const isMissing = (k === 3 && s % 17 === 5) || (k === 7 && s < 400) || (k === 8 && s >= 500);
    return isMissing ? NaN : Math.round(100 * price) / 100;
  });
});
const data = handMadeMarket(
  [
    ...walks.map((closes, k) => ({
      ticker: `S${k}`,
      closes,
      sector: k % 2 === 0 ? "Fish" : "Ore",
      industry: "Any",
      member: [k === 7 ? 400 : 0, k === 8 ? 499 : N - 1] as const,
    })),
    { ticker: "IDX", closes: walks[0]!.map((c) => 10 * c), kind: "index" as const },
    { ticker: "FND", closes: walks[1]!.map((c) => 2 * c), kind: "fund" as const },
  ],
  "IDX",
);
const at = (t: number) => new Market(data, t);
const rule = (typed: string) => readPhrase(typed)[0]!.rule;
const all = (...typed: string[]) => ({ all: typed.map(rule) });
const ask = (t: number, params: object) => scan.ask(at(t), scan.params.parse(params));

const PHRASES = [
  "above 50 average",
  "rsi above 50",
  "rsi(5) below 40 within the last 5 sessions",
  "up 5% in 21 sessions",
  "20 day high",
  "crosses above 20 average within 5 sessions",
  "closes up for 2 sessions running",
  "macd above 0",
  "10 ema above 20 ema",
  "market above 50 average",
  "rsi above 60 for the first time in 10 sessions",
  "volume over 50",
];
const SESSIONS = [60, 401, 450, 499, 500, 560, 600, 610, 615, N - 1];

describe("what holds now", () => {
  it("is the last of what holds through history, clause by clause, from few bars or from all", () => {
    let known = 0;
    for (const t of SESSIONS) {
      const market = at(t);
      for (const instrument of market.instruments) {
        const conditions = conditionsAskedOf(market, { part: market, instrument });
        const rules: Rule[] = [
          ...PHRASES.map(rule),
          { not: rule("rsi above 50") },
          { any: [rule("rsi above 60"), rule("above 50 average")] },
          { any: [{ ...rule("rsi above 60"), off: true }] },
        ];
        for (const one of rules) {
          const truth = conditions.truth(one, "close");
          const expected = truthAt(truth, truth.sessions - 1);
          if (expected >= 0) known++;
          expect(holdsNow(conditions, one), `${instrument.ticker} ${t} ${JSON.stringify(one)}`).toBe(expected);
        }
      }
    }
    expect(known).toBeGreaterThan(800);
  });
  it("of a measure is the last of its values", () => {
    for (const t of SESSIONS) {
      const market = at(t);
      for (const instrument of market.instruments) {
        const { series } = conditionsAskedOf(market, { part: market, instrument });
        for (const text of ["close", "rsi", "sma_50", "return_21", "atr", "trend", "strength", "macd", "stance"]) {
          const use = measureOfText(text);
          const [now, whole] = [measureNow(series, use), measureValues(series, use).at(-1)!];
          if (Number.isNaN(whole)) expect(now, `${text} ${instrument.ticker} ${t}`).toBeNaN();
          else expect(now, `${text} ${instrument.ticker} ${t}`).toBeCloseTo(whole, 8);
        }
      }
    }
  });
});

describe("a scan", () => {
  it("takes away clause by clause what a plain walk takes away, of the members of then", () => {
    for (const t of SESSIONS) {
      const when = all("above 50 average", "rsi above 45", "up 1% in 21 sessions");
      const off = { all: [when.all[0]!, { ...when.all[1]!, off: true as const }, when.all[2]!] };
      const members = walks.flatMap((_, k) => ((k === 7 && t < 400) || (k === 8 && t >= 500) ? [] : [`S${k}`]));
      const market = at(t);
      const holds = (ticker: string, one: Rule) => {
        const truth = conditionsAskedOf(market, { part: market, instrument: market.find(ticker)! }).truth(one, "close");
        return truthAt(truth, truth.sessions - 1) === 1;
      };
      const after = [0, 1, 2].map((k) => members.filter((m) => when.all.slice(0, k + 1).every((one) => holds(m, one))));
      const found = ask(t, { when: JSON.stringify(when), top: 100 });
      expect(found.size).toBe(members.length);
      expect(found.counts.clauses.map((c) => c.left)).toEqual(after.map((a) => a.length));
      expect([...found.tickers].sort()).toEqual(after[2]);
      expect(found.rows.map((r) => r.ticker).sort()).toEqual(after[2]);
      const second = ask(t, { when: JSON.stringify(when), taken: 1 });
      expect(second.rows.map((r) => r.ticker).sort()).toEqual(after[0]!.filter((m) => !after[1]!.includes(m)));
      const switchedOff = ask(t, { when: JSON.stringify(off) });
      const without = members.filter((m) => holds(m, when.all[0]!) && holds(m, when.all[2]!));
      expect(switchedOff.passing).toBe(without.length);
      expect(switchedOff.counts.clauses[1]).toEqual({ left: after[1]!.length, atEnd: after[2]!.length, off: true });
    }
  });
  it("is ranked by a measure, a ratio or weighted ranks, what has none last", () => {
    const closes = new Map(walks.flatMap((w, k) => (k === 8 ? [] : [[`S${k}`, w.at(-1)!] as const])));
    const byClose = [...closes].sort((a, b) => b[1] - a[1]).map(([ticker]) => ticker);
    const ranked = (rank: string, order = "highest") => ask(N - 1, { rank, order, top: 100 }).rows.map((r) => r.ticker);
    expect(ranked("close")).toEqual(byClose);
    expect(ranked("close", "lowest")).toEqual([...byClose].reverse());
    expect(ranked("close/sma_1")).toEqual([...closes.keys()].sort());
    expect(ranked("3*close+close")).toEqual(byClose);
    // S7 has fewer than 300 bars.
    expect(ranked("sma_300").at(-1)).toBe("S7");
    expect(ranked("sma_300", "lowest").at(-1)).toBe("S7");
    expect(ask(N - 1, { rank: "close", top: 2 }).rows).toHaveLength(2);
  });
  it("laid over another says which passes which", () => {
    const [first, second] = [all("above 50 average"), all("rsi above 50")];
    const alone = [first, second].map((when) => new Set(ask(N - 1, { when: JSON.stringify(when) }).tickers));
    const over = ask(N - 1, { when: JSON.stringify(first), vs: JSON.stringify(second), top: 100 });
    for (const row of over.rows) {
      const [a, b] = alone.map((set) => set.has(row.ticker));
      expect(row.side).toBe(a && b ? "both" : a ? "first" : "second");
    }
    const both = [...alone[0]!].filter((x) => alone[1]!.has(x)).length;
    expect(over.overlay).toMatchObject({ both, first: alone[0]!.size - both, second: alone[1]!.size - both });
  });
  it("of funds is of funds; columns are read, and refused with what is wrong", () => {
    expect(ask(N - 1, { for: "funds", col: ["close", "stance"] }).rows.map((r) => r.ticker)).toEqual(["FND"]);
    expect(scan.params.safeParse({ col: ["luck"] }).error?.issues[0]?.message).toContain('no measure "luck"');
    expect(scan.params.safeParse({ rank: "rsi_0" }).error?.issues[0]?.message).toContain("from 1 to 1000");
    expect(scan.params.safeParse({ rank: "0*rsi+trend" }).success).toBe(false);
    for (const text of ["return_63", "distance_50_exponential", "rsi_14_open", "average volume_50"])
      expect(paramsOf(measureOfText(measureText(measureOfText(text))))).toEqual(paramsOf(measureOfText(text)));
    expect(measureText(measureOfText("rsi_14"))).toBe("rsi");
    for (const text of ["return_63", "close/atr", "2*strength+1*trend"]) expect(rankingText(rankingOfText(text))).toBe(text);
  });
  it("says how many pass, and where most of them are", () => {
    const told = saidAll(scan.reading(ask(N - 1, {})));
    expect(told).toContain("All 8 stocks in Handmade are there");
    // Closes of S0, S2, S4 and S6 stand among those of Ore: more than its share is told, no more.
    const high = walks.flatMap((w, k) => (k % 2 === 0 && k < 8 ? [w.at(-1)!] : []));
    const two = [...high].sort((a, b) => b - a)[1]!;
    const above = ask(N - 1, { when: `its close is at least ${two}`, top: 100 });
    const fish = above.rows.filter((r) => r.sector === "Fish").length;
    const isGathered = fish > 1 && fish < above.passing && (fish * 8) / (above.passing * 4) > 1.3;
    expect(saidAll(scan.reading(above)).includes("of them in Fish")).toBe(isGathered);
    expect(saidAll(scan.reading(ask(N - 1, { when: "its close is below 0" })))).toContain("None of 8 stocks in Handmade pass.");
  });
});

describe("the history of a scan", () => {
  it("is that of a plain walk over the weeks, with members of then", () => {
    const when = all("above 20 average");
    for (const [t, hold] of [
      [N - 1, 5],
      [577, 21],
    ] as const) {
      const found = hitsOfScan.ask(at(t), hitsOfScan.params.parse({ when: JSON.stringify(when), hold }));
      const market = at(t);
      const stocks = walks.map((_, k) => {
        const instrument = market.find(`S${k}`)!;
        const conditions = conditionsAskedOf(market, { part: market, instrument });
        const results = resultsOf(conditions.series.bars, { entry: "next open", hold, exit: "close", side: 1, costBp: 0 });
        return { k, truth: conditions.truth(when, "close"), results };
      });
      const member = (k: number, s: number) => (k === 7 ? s >= 400 : k === 8 ? s < 500 : true);
      const excess: number[] = [];
      for (let s = 0; s <= t; s++) {
        const own = stocks.filter(({ k }) => member(k, s));
        expect(found.members[s]).toBe(own.length);
        expect(found.passed[s]).toBe(own.filter((o) => truthAt(o.truth, s) === 1).length);
        const friday = weekEnd(market.sessions[s]!);
        const isLast = s < t ? weekEnd(market.sessions[s + 1]!) !== friday : market.sessions[s] === friday;
        const bought = own.filter((o) => !Number.isNaN(o.results[s]));
        const passed = bought.filter((o) => truthAt(o.truth, s) === 1);
        if (!isLast || passed.length === 0) continue;
        const mean = (of: typeof own) => of.reduce((sum, o) => sum + o.results[s]!, 0) / of.length;
        excess.push(mean(passed) - mean(bought));
      }
      expect(found.record.weeks).toBe(excess.length);
      expect(found.record.mean).toBeCloseTo(excess.reduce((a, x) => a + x, 0) / excess.length, 12);
      expect(found.record.ahead).toBeCloseTo(excess.filter((x) => x > 0).length / excess.length, 12);
      expect(found.record.interval).toEqual(blockInterval(excess, hold === 5 ? 6 : 15));
      expect(found.years.reduce((sum, y) => sum + y.weeks, 0)).toBe(excess.length);
      expect(found.years.map((y) => y.year)).toContain(isoDate(market.asOf).slice(0, 4));
    }
  });
  it("says what it is too short for", () => {
    const nothing = hitsOfScan.ask(at(N - 1), hitsOfScan.params.parse({ when: "its close is below 0" }));
    expect(saidAll(hitsOfScan.reading(nothing))).toContain("No week");
    const short = hitsOfScan.ask(at(60), hitsOfScan.params.parse({ when: "its close is above 1", hold: 21 }));
    expect(saidAll(hitsOfScan.reading(short))).toContain("too few for an interval");
  });
});
