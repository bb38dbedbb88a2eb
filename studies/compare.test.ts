import { describe, expect, it } from "vitest";
import { memberSpans, OPEN_END } from "@core";
import { benchmarkOf } from "./benchmark";
import { fund } from "./fund";
import { anyOf, pickedKey } from "./group-key";
import { groupsTitle, membersOf } from "./group-members";
import { groups } from "./groups";
import { takeFresh } from "./derived";
import { Market } from "./market";
import type { MarketData } from "./market-data";
import { isNow, peersOf, widestIndex } from "./peer-set";
import { periodMap } from "./period-map";
import { rotation } from "./rotation";
import type { RotationRow } from "./rotation-row";
import { rotationSentences, whatHappened } from "./rotation-sentences";
import { series } from "./series";
import { memberRuns } from "./spans";
import { growing, handMadeMarket, type HandMade } from "./testing-market";
import { rotationChanges, standingChanges } from "./today-changes";

/* Sets, groups and what is said of them, on a market and a world made by hand. */

const N = 700;
const wave = (from: number, rate: number, size: number, length: number) =>
  growing(from, rate, N).map((c, s) => c * (1 + size * Math.sin((2 * Math.PI * s) / length)));
const said = (sentences: readonly (readonly (string | { figure: string })[])[]) =>
  sentences.map((s) => s.map((p) => (typeof p === "string" ? p : p.figure)).join("")).join(" ");

/** Groups by name: which tickers belong, from which session on, with which weight. */
type Groups = Record<
  string,
  { kind: "theme" | "fund" | "region" | "family" | "index" | "asset-class"; of: Record<string, [from: number, weight?: number]> }
>;

function withGroups(data: MarketData, groupsByName: Groups): MarketData {
  const position = new Map(data.instruments.map((i, k) => [i.ticker, k]));
  const made = Object.entries(groupsByName).map(([name, { kind, of }]) => {
    const own = Object.entries(of).filter(([ticker]) => position.has(ticker));
    const runs = data.instruments.map((i): [number, number][] => (of[i.ticker] ? [[of[i.ticker]![0], OPEN_END]] : []));
    const weighted = own.filter(([, [, weight]]) => weight !== undefined);
    return {
      name,
      kind,
      spans: memberSpans(runs),
      ...(weighted.length > 0
        ? {
            weights: {
              instrument: Int32Array.from(weighted, ([ticker]) => position.get(ticker)!),
              from: Int32Array.from(weighted, ([, [from]]) => from),
              to: Int32Array.from(weighted, () => OPEN_END),
              weight: Float64Array.from(weighted, ([, [, weight]]) => weight!),
            },
          }
        : {}),
    };
  });
  return { ...data, groups: [...data.groups, ...made] };
}

const stock = (ticker: string, sector: string, industry: string, closes: number[]): HandMade => ({
  ticker,
  sector,
  industry,
  closes,
});
const home = withGroups(
  handMadeMarket(
    [
      stock("AAA", "Fish", "Nets", wave(10, 0.0012, 0.06, 90)),
      stock("BBB", "Fish", "Boats", wave(20, 0.0004, 0.05, 120)),
      stock("CCC", "Ships", "Sails", wave(30, -0.0006, 0.07, 75)),
      stock("DDD", "Ships", "Masts", wave(15, 0.0001, 0.08, 140)),
      { ticker: "IDX", closes: growing(1000, 0.0003, N), kind: "index" },
      { ticker: "FND", closes: wave(50, 0.0008, 0.04, 100), kind: "fund" },
      { ticker: "GND", closes: wave(60, 0.0003, 0.05, 110), kind: "fund" },
    ],
    "IDX",
  ),
  {
    Nautical: { kind: "theme", of: { AAA: [0], CCC: [400] } },
    IDX: { kind: "index", of: { AAA: [0], BBB: [0], CCC: [0], DDD: [0] } },
    FND: { kind: "fund", of: { AAA: [100, 0.6], CCC: [100, 0.3], KOR: [100, 0.1] } },
    GND: { kind: "fund", of: { AAA: [100, 0.2], BBB: [100, 0.8] } },
  },
);
const world = {
  ...withGroups(
    handMadeMarket([
      { ticker: "KOR", closes: wave(5, 0.0005, 0.05, 80), kind: "commodity" },
      { ticker: "KAL", closes: wave(7, 0, 0.06, 60), kind: "commodity" },
      { ticker: "KAZ", closes: wave(9, -0.0003, 0.04, 100), kind: "commodity" },
      { ticker: "ALL", closes: growing(100, 0.0001, N), kind: "index" },
      { ticker: "NOR", closes: wave(90, 0.0006, 0.05, 85), kind: "index" },
      { ticker: "SUD", closes: wave(80, 0.0001, 0.05, 95), kind: "index" },
      { ticker: "WLD", closes: growing(500, 0.0002, N), kind: "index" },
      { ticker: "CAR", closes: wave(2, 0.0001, 0.02, 130), kind: "currency" },
      { ticker: "CUR", closes: wave(0.5, 0, 0.03, 70), kind: "currency" },
    ]),
    {
      Stones: { kind: "family", of: { KOR: [0], KAL: [0] } },
      Grains: { kind: "family", of: { KAZ: [0] } },
      ALL: { kind: "index", of: { KOR: [0], KAL: [0], KAZ: [0] } },
      "Cold coast": { kind: "region", of: { NOR: [0] } },
      "Warm coast": { kind: "region", of: { SUD: [0] } },
      WLD: { kind: "index", of: { NOR: [0], SUD: [0] } },
      "Real things": { kind: "asset-class", of: { ALL: [0] } },
      FND: { kind: "fund", of: { KOR: [100, 0.1] } },
    },
  ),
  market: { market: "", name: "Abroad", currency: "", broadIndex: null, volatilityIndex: null },
};
const data: MarketData = {
  ...home,
  groups: [
    ...home.groups,
    {
      name: "Real things",
      kind: "asset-class",
      spans: memberSpans(home.instruments.map((i) => (i.ticker === "IDX" ? [[0, OPEN_END]] : []))),
    },
  ],
  abroad: world,
};
const market = new Market(data, N - 1);
const at = (of: Record<string, unknown>) => rotation.ask(market, rotation.params.parse(of));

describe("keys of groups", () => {
  it("stand for several groups, or for stocks picked one by one", () => {
    const both = anyOf(["sector:Fish", "group:Nautical"]);
    expect(membersOf(market, [both]).map((i) => market.at(i)!.ticker)).toEqual(["AAA", "BBB", "CCC"]);
    const picked = pickedKey(["BBB", "DDD"], "Held = up|well");
    expect(membersOf(market, [picked, "stocks:NONE"]).map((i) => market.at(i)!.ticker)).toEqual(["BBB", "DDD"]);
    expect(() => membersOf(market, ["planet:Mars"])).toThrow("is no key of a group");
  });
  it("have the members of any of their parts in their runs, and count each once", () => {
    const spans = memberRuns(data, anyOf(["sector:Fish", "group:Nautical"]));
    const runs = data.instruments.map((i, k) => [i.ticker, spans.offset[k + 1]! - spans.offset[k]!]);
    expect(runs.filter(([, n]) => n === 1).map(([ticker]) => ticker)).toEqual(["AAA", "BBB", "CCC"]);
    expect(market.runsIn("group:Nautical", market.find("CCC")!.index)).toEqual([[400, N - 1]]);
    expect(new Market(data, 300).everIn("group:Nautical").map((i) => i.ticker)).toEqual(["AAA"]);
    expect(market.isIn("stocks:BBB", market.find("BBB")!.index, 5)).toBe(true);
  });
  it("are called by the names of what they name", () => {
    expect(groupsTitle(["group:FND"], market)).toBe("FND Works");
    expect(groupsTitle(["market:"], market)).toBe("Handmade");
    expect(groupsTitle(["sector:Fish", "stocks:Mine=AAA"], market)).toBe("Fish and Mine");
    expect(groupsTitle(["any:sector:Fish|sector:Ships|market:"], market)).toBe("3 groups");
  });
});

describe("columns of what is picked for a while", () => {
  it("are not kept for a later run, and the oldest are forgotten", () => {
    const fresh = { ...data };
    const of = new Market(fresh, N - 1);
    let derived = 0;
    const column = (name: string) => ({
      name,
      derive: () => {
        derived++;
        return { level: new Float64Array(N) };
      },
      extend: () => undefined,
    });
    const passing = (k: number) => ({ ...column(`test:any:${k}`), ephemeral: true });
    of.perSession(column("test:sector:Fish"));
    for (let k = 0; k < 70; k++) of.perSession(passing(k));
    expect(Object.keys(takeFresh(fresh))).toEqual(["test:sector:Fish"]);
    expect(derived).toBe(71);
    of.perSession(passing(69));
    of.perSession(column("test:sector:Fish"));
    expect(derived).toBe(71);
    of.perSession(passing(0));
    expect(derived).toBe(72);
  });
});

describe("sets of peers", () => {
  const names = (set: Parameters<typeof peersOf>[1]["set"], inside?: string) =>
    peersOf(market, { set, ...(inside === undefined ? {} : { in: inside }) }).map((p) => p.name);
  it("hold what belongs to them, here and abroad", () => {
    expect(names("sector")).toEqual(["Fish", "Ships"]);
    expect(names("industry", "sector:Fish")).toEqual(["Boats", "Nets"]);
    expect(names("theme")).toEqual(["Nautical"]);
    expect(names("fund")).toEqual(["FND Works", "GND Works"]);
    expect(names("family")).toEqual(["Stones", "Grains"]);
    expect(names("commodity", "group:Stones")).toEqual(["KAL Works", "KOR Works"]);
    expect(names("region")).toEqual(["Cold coast", "Warm coast"]);
    expect(names("world")).toEqual(["NOR Works", "SUD Works"]);
    expect(names("currency")).toEqual(["CAR Works", "CUR Works"]);
    expect(names("asset-class")).toEqual(["ALL Works", "IDX Works"]);
    expect(names("style")).toEqual([]);
    expect(names("stock", "any:sector:Fish|stocks:DDD")).toEqual(["AAA Works", "BBB Works", "DDD Works"]);
    // Several in focus narrow a set to those they name.
    expect(names("sector", "any:sector:Fish|industry:Sails")).toEqual(["Fish"]);
  });
  it("lead one level down: sectors to industries, the broad index to sectors, all commodities to families", () => {
    const down = (set: Parameters<typeof peersOf>[1]["set"]) =>
      Object.fromEntries(peersOf(market, { set }).map((p) => [p.name, p.down]));
    expect(down("sector")["Fish"]).toEqual({ set: "industry", in: "sector:Fish" });
    expect(down("industry")["Nets"]).toEqual({ set: "stock", in: "industry:Nets" });
    expect(down("asset-class")).toEqual({ "IDX Works": { set: "sector" }, "ALL Works": { set: "family" } });
    expect(down("family")["Stones"]).toEqual({ set: "commodity", in: "group:Stones" });
    expect(down("fund")["GND Works"]).toEqual({ set: "stock", in: "group:GND" });
    expect(down("commodity")["KOR Works"]).toBeUndefined();
    expect(down("region")["Cold coast"]).toEqual({ set: "world", in: "group:Cold coast" });
  });
  it("know who belongs now, and at which time one did", () => {
    const nautical = peersOf(market, { set: "stock", in: "group:Nautical" });
    expect(nautical.map((p) => [p.ticker, p.belongsAt(399), p.belongsAt(400), isNow(p)])).toEqual([
      ["AAA", true, true, true],
      ["CCC", false, true, true],
    ]);
    expect(widestIndex(market, "commodity")).toBe("ALL");
    expect(widestIndex(market, "bond")).toBeUndefined();
  });
});

describe("rotation in words and benchmarks", () => {
  it("stands against the index of the set unless another is asked for", () => {
    const named = (set: Parameters<typeof benchmarkOf>[1], bench = "index") => benchmarkOf(market, set, bench).name;
    expect(named("sector")).toBe("IDX Works");
    expect(named("commodity")).toBe("ALL Works");
    expect(named("world")).toBe("WLD Works");
    expect(named("asset-class")).toBe("the average of the set");
    expect(named("currency")).toBe("a flat line");
    expect(named("sector", "KOR")).toBe("KOR Works");
    expect(named("sector", "NOBODY")).toBe("the average of the set");
    expect(at({ set: "asset-class", bench: "IDX", samples: 8 }).rows.map((r) => r.key)).toEqual(["ALL"]);
  });
  it("says who stands highest and lowest, and whether leading is rising", () => {
    const r = at({ set: "sector" });
    expect(r.rows).toHaveLength(2);
    expect(r.rows[0]!.trend.at(-1)!).toBeGreaterThan(r.rows[1]!.trend.at(-1)!);
    expect(said(rotation.reading(r))).toMatch(/^Of the 2 sectors \w+ stands highest against IDX Works, at [+−]\d\.\dσ, /);
    expect(r.pair!.ratio[0]).toBeCloseTo(100, 9);
    expect(r.days).toHaveLength(104);
    expect(rotation.table(r).rows).toHaveLength(2);
    const row = (trend: number, flat: number): RotationRow => ({
      ...r.rows[0]!,
      name: `M${trend}`,
      phase: trend >= 0 ? "ahead, gaining" : "behind, slipping",
      trend: Float64Array.of(trend),
      flatTrend: Float64Array.of(flat),
    });
    const words = (rows: RotationRow[]) =>
      said(rotationSentences({ ...r, rows, phases: [{ phase: "ahead, gaining", value: NaN }], events: [] }));
    expect(words([row(2, -1), row(1, -1), row(-1, 1)])).toContain("all of them fall against a flat line: leading is not rising");
    expect(words([row(2, 1), row(1, 1), row(0.5, -1), row(-1, 1)])).toContain("1 of them falls against a flat line.");
    expect(words([row(2, 1), row(-1, 1)])).toContain("1 of 2 is ahead; it also rises against a flat line.");
    expect(words([row(-1, 1)])).toBe("M-1 stands at −1.0σ against IDX Works, behind and slipping. None is ahead. ".trim());
    expect(words([])).toBe("There are no sectors at this date.");
    const midweek = rotation.ask(new Market(data, N - 3), rotation.params.parse({}));
    expect(midweek.inProgress).toBe(true);
    expect(said(rotation.reading(midweek))).toContain("The week is not over: phases and directions are provisional.");
    expect(midweek.events.every((e) => e.day < midweek.days.at(-1)!)).toBe(true);
  });
  it("tells the latest events of a few samples, the oldest of them not", () => {
    const event = (name: string, kind: "turn" | "took the lead" | "failed recovery", ago: number) => ({
      key: name,
      name,
      kind,
      day: 20_600,
      ago,
    });
    expect(whatHappened([event("A", "took the lead", 0), event("B", "turn", 0), event("C", "turn", 2)], "week")).toBe(
      "In the last finished week A took the lead; B turned.",
    );
    expect(
      whatHappened(
        [event("A", "failed recovery", 1), event("B", "failed recovery", 1), event("C", "failed recovery", 1)],
        "month",
      ),
    ).toBe("One month earlier the recovery of A and 2 more failed.");
    expect(whatHappened([event("A", "turn", 2)], "session")).toBe("2 sessions earlier A turned.");
    expect(whatHappened([event("A", "turn", 4)], "week")).toBe("");
    expect(rotationChanges([event("A", "turn", 1)], "week")).toEqual([]);
    expect(said(rotationChanges([event("A", "turn", 0)], "week").map((c) => c.sentence))).toBe(
      "Among the sectors, in the last finished week A turned.",
    );
  });
  it("places the home currency among the others, and the base at the hub", () => {
    const inHome = at({ set: "currency", samples: 8 });
    expect(inHome.rows.map((r) => r.key).sort()).toEqual(["CAR", "CUR"]);
    expect(inHome.benchmarkName).toBe("Handmade’s own currency");
    const inCar = at({ set: "currency", base: "CAR", samples: 8 });
    expect(inCar.rows.map((r) => r.key).sort()).toEqual(["ALD", "CUR"]);
    expect(inCar.benchmarkName).toBe("CAR Works");
    expect(at({ set: "currency", bench: "mean", samples: 8 }).rows).toHaveLength(3);
  });
  it("says plainly what is missing early on", () => {
    const early = new Market(data, 60);
    const r = rotation.ask(early, rotation.params.parse({}));
    expect(r.rows.every((m) => m.phase === "")).toBe(true);
    expect(r.known).toBe(13);
    expect(r.pair).toBeUndefined();
    expect(said(rotation.reading(r))).toBe("None of the 2 sectors has the history that relative trend and momentum need.");
  });
});

describe("groups, funds, series and periods", () => {
  it("groups abroad have no Trend, groups of stocks do; the gap is to one's own region", () => {
    const families = groups.ask(market, groups.params.parse({ peers: "commodity" }));
    expect(families.rows.map((r) => [r.ticker, r.members, Number.isNaN(r.trend)])).toEqual(
      families.rows.map((r) => [r.ticker, 0, true]),
    );
    const alone = families.rows.find((r) => r.ticker === "KAZ")!;
    expect(alone.gap).toBeCloseTo(0, 12);
    const nations = groups.ask(market, groups.params.parse({ peers: "world" }));
    expect(said(groups.reading(nations))).toContain("At home, IDX Works made +1.9% in three months against +1.3% of WLD Works.");
    const nobody = new Market({ ...data, groups: [], abroad: { ...world, groups: [] } }, N - 1);
    expect(said(groups.reading(groups.ask(nobody, groups.params.parse({ peers: "theme" }))))).toBe(
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
    expect(said(fund.reading(asked(300)))).toContain("FND Works holds 1 instrument (and 1 without a bar yet) and made");
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
    expect(said(fund.reading(f))).toMatch(/^FND Works holds 3 instruments and made .* is its strongest holding .* its weakest/);
    expect(fund.ask(market, fund.params.parse({ ticker: "AAA" }))).toBeUndefined();
    expect(said(fund.reading(undefined))).toContain("no such fund");
    expect(fund.table(undefined).rows).toEqual([]);
    expect(new Market(data, 99).holdingsAt("FND", 99)).toEqual([]);
    expect(market.holdingsAt("FND", N)).toEqual([]);
  });
  it("a series is that of an instrument or a group, here or abroad, and nothing else", () => {
    const of = (key: string) => series.ask(market, series.params.parse({ key, history: 30 }));
    expect(of("KOR")!.close).toHaveLength(30);
    expect(of("sector:Fish")!.r63).toBeCloseTo(
      groups.ask(market, groups.params.parse({})).rows.find((r) => r.name === "Fish")!.returns[2],
      12,
    );
    expect(of("group:Stones")!.name).toBe("Stones");
    expect(of("IDX")!.relative.every((x) => Math.abs(x - 100) < 1e-9)).toBe(true);
    expect([of("market:"), of("NOBODY"), of("group:Nobody")]).toEqual([undefined, undefined, undefined]);
    expect(said(series.reading(undefined))).toContain("no such series");
  });
  it("a period may be any two days, in either order, of any set", () => {
    const of = (more: Record<string, unknown>) => periodMap.ask(market, periodMap.params.parse(more));
    const [from, to] = ["2026-03-02", "2026-06-05"];
    const there = of({ from, to });
    expect(of({ from: to, to: from }).rows).toEqual(there.rows);
    expect(there.rows.map((r) => r.change)).toEqual(there.rows.map((r) => r.change).sort((a, b) => b - a));
    expect(
      of({ set: "world", from, to })
        .rows.map((r) => r.key)
        .sort(),
    ).toEqual(["NOR", "SUD"]);
    expect(of({ in: "group:Nautical", from, to }).rows.map((r) => r.key)).toEqual(["AAA"]);
    const one = of({ from, to: from });
    expect(one.sessions).toBe(0);
    expect(one.rows.every((r) => r.change === 0)).toBe(true);
    expect(() => periodMap.params.parse({ from: "2026-02-30" })).toThrow("needs a date");
    expect(said(periodMap.reading(there))).toMatch(/did best with .*, .* worst with/);
    expect(said(periodMap.reading({ ...there, rows: [] }))).toBe("No stock has a close at the beginning of this period.");
  });
  it("Today tells who arrived and who began to fade", () => {
    const strength = (name: string, now: number, staying: number) =>
      ({ name, strength: now, staying }) as Parameters<typeof standingChanges>[0][0][0];
    const before = [[strength("Fish", 70, 50), strength("Ships", 90, 85)], [strength("Nets", 85, 50)]];
    const now = [[strength("Fish", 85, 50), strength("Ships", 60, 84)], [strength("Nets", 85, 52)]];
    expect(standingChanges(now, before).map((c) => said([c.sentence]))).toEqual([
      "Fish has newly arrived among the strongest.",
      "Ships began to fade.",
    ]);
    expect(standingChanges(now, now)).toEqual([]);
  });
});
