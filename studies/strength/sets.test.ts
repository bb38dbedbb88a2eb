import { data, N, stock, wave, withGroups, world } from "@studies/testing/two-worlds";
import { saidAll } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { fund } from "./fund";
import { groups } from "./groups";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";

/* Sets, groups and what is said of them, on a market and a world made by hand. */

const market = new Market(data, N - 1);

describe("groups, funds, series and periods", () => {
  it("groups abroad have no Trend, groups of stocks do; the gap is to one's own region", () => {
    const families = groups.ask(market, groups.params.parse({ peers: "commodity" }));
    expect(families.rows.map((r) => [r.ticker, r.members, Number.isNaN(r.trend)])).toEqual(
      families.rows.map((r) => [r.ticker, 0, true]),
    );
    const alone = families.rows.find((r) => r.ticker === "KAZ")!;
    expect(alone.gap).toBeCloseTo(0, 12);
    const nations = groups.ask(market, groups.params.parse({ peers: "world" }));
    expect(saidAll(groups.reading(nations))).toContain(
      "At home, IDX Works made +1.9% in three months against +1.3% of WLD Works.",
    );
    const nobody = new Market({ ...data, groups: [], worldwide: { ...world, groups: [] } }, N - 1);
    expect(saidAll(groups.reading(groups.ask(nobody, groups.params.parse({ peers: "theme" }))))).toBe(
      "There are no themes at this date.",
    );
  });
  it("counts the members with a bar on the session, of themes as of sectors", () => {
    const halted = handMadeMarket(
      [
        stock("AAA", "Fish", "Nets", wave(10, 0.0012, 0.06, 90)),
        stock("BBB", "Fish", "Nets", [...wave(20, 0.0004, 0.05, 120).slice(0, N - 1), NaN]),
      ],
      null,
    );
    const of = new Market(withGroups(halted, { Nautical: { kind: "theme", of: { AAA: [0], BBB: [0] } } }), N - 1);
    const members = (peers: "theme" | "sector") => groups.ask(of, groups.params.parse({ peers })).rows.map((r) => r.members);
    expect([members("theme"), members("sector")]).toEqual([[1], [1]]);
  });
  it("a fund whose weighted holding has no bar yet says so and leaves it out", () => {
    const late = [...new Array<number>(400).fill(NaN), ...wave(5, 0.001, 0.02, 60).slice(400)];
    const made = handMadeMarket(
      [
        stock("AAA", "Fish", "Nets", wave(10, 0.0012, 0.06, 90)),
        stock("LAT", "Fish", "Nets", late),
        { ticker: "FND", closes: wave(50, 0.0008, 0.04, 100), kind: "fund" },
      ],
      null,
    );
    const of = withGroups(made, { FND: { kind: "fund", of: { AAA: [100, 0.7], LAT: [100, 0.3] } } });
    const asked = (t: number) => fund.ask(new Market(of, t), fund.params.parse({ ticker: "FND" }))!;
    expect([asked(300).holdings.map((h) => h.ticker), asked(300).unlisted]).toEqual([["AAA"], 1]);
    expect(saidAll(fund.reading(asked(300)))).toContain("FND Works holds 1 instrument (and 1 without a bar yet) and made");
    expect([
      asked(500)
        .holdings.map((h) => h.ticker)
        .sort(),
      asked(500).unlisted,
    ]).toEqual([["AAA", "LAT"], 0]);
  });
  it("a fund holds what is here and abroad, and shares weight with another", () => {
    const f = fund.ask(market, fund.params.parse({ ticker: "FND" }))!;
    expect(f.holdings.map((h) => [h.ticker, h.weight]).sort()).toEqual([
      ["AAA", 0.6],
      ["CCC", 0.3],
      ["KOR", 0.1],
    ]);
    expect(f.total).toBeCloseTo(1, 12);
    expect(f.overlaps).toEqual([{ ticker: "GND", name: "GND Works", shared: 1, weight: 0.2 }]);
    expect(f.sectors.map((s) => [s.sector, s.weight])).toEqual([
      ["Fish", 0.6],
      ["Ships", 0.3],
    ]);
    expect(saidAll(fund.reading(f))).toMatch(
      /^FND Works holds 3 instruments and made .* is its strongest holding .* its weakest/,
    );
    expect(fund.ask(market, fund.params.parse({ ticker: "AAA" }))).toBeUndefined();
    expect(saidAll(fund.reading(undefined))).toContain("no such fund");
    expect(fund.table(undefined).rows).toEqual([]);
    expect(new Market(data, 99).groups.holdingsAt("FND", 99)).toEqual([]);
    expect(market.groups.holdingsAt("FND", N)).toEqual([]);
  });
});
