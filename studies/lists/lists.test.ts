import { describe, expect, it } from "vitest";
import { ema, sma } from "@core";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { lists } from "./lists";

const N = 200;
const walk = (k: number) =>
  Array.from({ length: N }, (_, s) => Number((40 + 10 * k + (6 + k) * Math.sin(s / (6 + k)) + 0.02 * k * s).toFixed(2)));
const closes = [0, 1, 2, 3, 4].map(walk);
const data = handMadeMarket(
  [
    ...closes.map((own, k) => ({ ticker: `S${k}`, closes: own, sector: "Fish" })),
    { ticker: "IDX", closes: closes[0]!.map((c, s) => 10 * c + s), kind: "index" as const },
  ],
  "IDX",
);
const day = (s: number) => data.panel.sessions[s]!;
const ask = (t: number, given: readonly object[], sessions = 5) =>
  lists.ask(new Market(data, t), lists.params.parse({ lists: JSON.stringify(given), sessions }));
const above20 = { left: { measure: "close" }, comparator: "above", right: { measure: "sma", params: { n: 20 } } };

describe("a live list", () => {
  it("has who passes its scan at each session; arrivals and departures are those since the earlier one", () => {
    const passing = (s: number) =>
      closes.flatMap((own, k) => (own[s]! > sma(Float64Array.from(own), 20)[s]! + 1e-9 ? [`S${k}`] : []));
    let moved = 0;
    for (const t of [60, 85, 120, 150, 199]) {
      for (const sessions of [1, 10]) {
        const { rows, since } = ask(
          t,
          [{ version: 1, name: "Live", market: "HAND", made: day(60), scan: { when: above20, for: "market:" } }],
          sessions,
        );
        const [now, before] = [passing(t), passing(t - sessions)];
        expect(since).toBe(day(t - sessions));
        expect(rows[0]).toMatchObject({ kind: "live", size: now.length, tickers: now });
        expect(rows[0]!.arrived).toEqual(now.filter((x) => !before.includes(x)));
        expect(rows[0]!.left).toEqual(before.filter((x) => !now.includes(x)));
        let made = 1;
        for (let s = 61; s <= t; s++) {
          const held = passing(s - 1).map((x) => Number(x.slice(1)));
          if (held.length > 0)
            made *= 1 + held.reduce((sum, k) => sum + closes[k]![s]! / closes[k]![s - 1]! - 1, 0) / held.length;
        }
        expect(rows[0]!.sinceMade).toBeCloseTo(made - 1, 12);
        moved += rows[0]!.arrived.length + rows[0]!.left.length;
      }
    }
    expect(moved).toBeGreaterThan(5);
  });
});

describe("a list that was picked by hand", () => {
  const given = {
    version: 1,
    name: "Picked",
    market: "HAND",
    made: day(100),
    members: [
      { ticker: "S1", added: day(100) },
      { ticker: "S3", added: day(120) },
      { ticker: "S4", added: day(110), removed: day(130) },
      { ticker: "GONE", added: null },
    ],
  };
  it("has its members of the date, with what each has made since it came against the index", () => {
    for (const t of [105, 125, 129, 150]) {
      const { rows } = ask(t, [given]);
      const own = [["S1", 1, 100], ...(t >= 120 ? [["S3", 3, 120]] : []), ...(t >= 110 && t < 130 ? [["S4", 4, 110]] : [])] as [
        string,
        number,
        number,
      ][];
      const row = rows[0]!;
      expect(row.tickers).toEqual([...own.map(([ticker]) => ticker), "GONE"]);
      expect(row.unknown).toEqual(["GONE"]);
      const mean = (of: (k: number) => number) => own.reduce((sum, [, k]) => sum + of(k), 0) / own.length;
      const index = (s: number) => 10 * closes[0]![s]! + s;
      // Held from each close to the next by who was in it at the first of both.
      let made = 1;
      for (let s = 101; s <= t; s++) {
        const held = [1, ...(s - 1 >= 120 ? [3] : []), ...(s - 1 >= 110 && s - 1 < 130 ? [4] : [])];
        made *= 1 + held.reduce((sum, k) => sum + closes[k]![s]! / closes[k]![s - 1]! - 1, 0) / held.length;
      }
      expect(row.sinceMade).toBeCloseTo(made - 1, 12);
      expect(row.index).toBeCloseTo(index(t) / index(100) - 1, 12);
      expect(row.above50).toBeCloseTo(
        mean((k) => Number(closes[k]![t]! > ema(Float64Array.from(closes[k]!.slice(0, t + 1)), 50)[t]!)),
        12,
      );
    }
    expect(ask(132, [given], 5).rows[0]!.left).toEqual(["S4"]);
    expect(ask(122, [given], 5).rows[0]!.arrived).toEqual(["S3"]);
    expect(ask(105, [{ ...given, made: null, members: [{ ticker: "S1", added: null }] }]).rows[0]!.sinceMade).toBeNaN();
    expect(ask(99, [given]).rows[0]!.sinceMade).toBeNaN();
  });
  it("is refused with what is wrong, and told in a sentence", () => {
    expect(lists.params.safeParse({ lists: "{" }).success).toBe(false);
    expect(lists.params.safeParse({ lists: '[{"version":1,"name":"","market":"H"}]' }).error?.issues[0]?.message).toContain(
      "needs a name",
    );
    expect(saidAll(lists.reading(ask(150, [])))).toContain("No list is kept yet");
    expect(saidAll(lists.reading(ask(122, [given])))).toContain("1 arrived and none left, in “Picked”");
    expect(saidAll(lists.reading(ask(150, [given])))).toContain("Nothing has come or gone in the list since");
  });
});
