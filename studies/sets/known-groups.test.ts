import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { membershipRuns } from "@core";
import { z } from "zod";
import { breadth } from "@studies/breadth/breadth";
import { chart } from "@studies/chart/chart";
import { dayFacts, averageVolume } from "@studies/cross-section/day-facts";
import { anyOf, groupKeyText, WHOLE_MARKET } from "./group-key";
import { groupsTitle, membersOf } from "./group-members";
import { groupKeySchema, groupKeysIn } from "./group-key-schema";
import { Market } from "@studies/market/market";
import { stocks } from "@studies/strength/stocks";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";

const N = 300;
const late = [...new Array<number>(200).fill(NaN), ...growing(20, 0.001, 100)];
const base = handMadeMarket([
  { ticker: "AAA", closes: growing(10, 0.002, N), sector: "Fish", industry: "Nets" },
  { ticker: "BBB", closes: growing(30, -0.001, N), sector: "Fish", industry: "Boats" },
  { ticker: "LAT", closes: late, sector: "Ships", industry: "Sails" },
  { ticker: "FND", closes: growing(5, 0.001, N), kind: "fund" },
  { ticker: "GND", closes: growing(6, 0.001, N), kind: "fund" },
]);
const weighted = (rows: readonly (readonly [instrument: number, weight: number])[]) => ({
  instrument: Int32Array.from(rows, ([i]) => i),
  from: Int32Array.from(rows, () => 0),
  to: Int32Array.from(rows, () => N),
  weight: Float64Array.from(rows, ([, w]) => w),
});
const none = () => membershipRuns(base.instruments.map(() => []));
const data = {
  ...base,
  groups: [
    ...base.groups,
    {
      name: "Twice",
      kind: "theme" as const,
      spans: membershipRuns(
        base.instruments.map((_, i) =>
          i === 1
            ? [
                [10, 20],
                [40, 50],
              ]
            : [],
        ),
      ),
    },
    { name: "Later", kind: "theme" as const, spans: membershipRuns(base.instruments.map((_, i) => (i === 0 ? [[150, N]] : []))) },
    {
      name: "FND",
      kind: "fund" as const,
      spans: none(),
      weights: weighted([
        [0, 0.6],
        [1, 0.3],
        [4, 0.1],
      ]),
    },
    {
      name: "GND",
      kind: "fund" as const,
      spans: none(),
      weights: weighted([
        [0, 0.4],
        [4, 0.6],
      ]),
    },
  ],
};

describe("groups that are known", () => {
  const at = (t: number) => new Market(data, t);
  it("are those that have had a member by the date", () => {
    expect(
      ["market:", "sector:Fish", "industry:Nets", "stocks:AAA", "stocks:Mine=NO,BBB"].map((key) => at(0).groups.knows(key)),
    ).toEqual(Array(5).fill(true));
    expect([at(199).groups.knows("sector:Ships"), at(200).groups.knows("sector:Ships")]).toEqual([false, true]);
    expect([at(199).groups.knows("stocks:LAT"), at(200).groups.knows("stocks:LAT")]).toEqual([false, true]);
    expect([at(149).groups.knows("group:Later"), at(150).groups.knows("group:Later")]).toEqual([false, true]);
    expect(["sector:None", "group:NONE", "stocks:NONE", "nonsense", "sector:"].some((key) => at(N - 1).groups.knows(key))).toBe(
      false,
    );
  });
  it("of several it is enough that one is", () => {
    expect(at(10).groups.knows("any:sector:None|sector:Fish")).toBe(true);
    expect(at(10).groups.knows("any:sector:None|group:Later")).toBe(false);
  });
  it("of several have each run of each, up to the date", () => {
    const runs = (t: number) => at(t).groups.runsIn("any:group:Twice|group:Later", 1);
    expect(runs(N - 1)).toEqual([
      [10, 20],
      [40, 50],
    ]);
    expect(runs(45)).toEqual([
      [10, 20],
      [40, 45],
    ]);
    expect(runs(39)).toEqual([[10, 20]]);
    expect(at(N - 1).groups.runsIn("any:group:Twice|group:Later", 0)).toEqual([[150, N - 1]]);
  });
  it("are found among the parameters of a study, one or many, given or not", () => {
    const params = z.object({
      one: groupKeySchema.default("market:").describe("x"),
      maybe: groupKeySchema.optional().describe("y"),
      many: z.array(groupKeySchema).min(1).describe("z"),
      other: z.string(),
      copied: z.array(groupKeySchema.describe("apart")),
    });
    expect(
      groupKeysIn(params, { one: "sector:A", many: ["sector:B", "sector:C"], other: "sector:D", copied: ["sector:E"] }),
    ).toEqual(["sector:A", "sector:B", "sector:C"]);
    expect(groupKeysIn(params, { one: "market:", maybe: "sector:F" })).toEqual(["market:", "sector:F"]);
  });
});

describe("the stocks of a group", () => {
  const market = new Market(data, N - 1);
  const ask = (...group: string[]) => stocks.ask(market, stocks.params.parse({ group }));
  it("lead to the funds that hold mostly these", () => {
    expect(ask("sector:Fish").funds).toEqual([{ ticker: "FND", name: "FND Works", weight: expect.closeTo(0.9, 12) as number }]);
    expect(ask("industry:Nets").funds.map((f) => f.ticker)).toEqual(["FND"]);
    expect(ask("sector:Ships").funds.map((f) => f.ticker)).toEqual(["GND"]);
  });
  it("of picked ones, of several groups and of the whole market lead to none", () => {
    expect([ask("stocks:AAA,BBB").funds, ask("sector:Fish", "sector:Ships").funds, ask("market:").funds]).toEqual([[], [], []]);
  });
});

describe("a chart of the composite", () => {
  const market = new Market(data, N - 1);
  const r = chart.ask(market, chart.params.parse({ ticker: WHOLE_MARKET, history: 30, plot: ["sma_5", "regime", "relative"] }))!;
  it("has levels and averages, no highs, lows or volume, and nothing it is relative to", () => {
    expect([r.name, r.kind, r.days.length, r.plots[2]!.lines]).toEqual(["Handmade composite", "composite", 30, undefined]);
    expect([r.high, r.low, r.open, r.volume].every((column) => column.every(Number.isNaN))).toBe(true);
    expect(r.close.every((x) => x > 0)).toBe(true);
    expect(r.plots[0]!.lines![0]!.values.at(-1)).toBeCloseTo(Array.from(r.close.slice(-5)).reduce((a, b) => a + b, 0) / 5, 9);
    expect(r.plots[1]!.tint!.states.length).toBe(30);
  });
  it("is read like an instrument's, without what only a stock has", () => {
    const text = chart.reading(r).map(said).join(" ");
    expect(text).toMatch(
      /^Handmade composite closed at [\d.]+ \(.*\), .* its 5-session simple average; in three months it made [+−][\d.]+%\./,
    );
    expect(text).not.toMatch(/stance|points|NaN/);
    expect([r.facts.trend, r.facts.eps, r.facts.stopSide, r.facts.excess63]).toEqual([NaN, NaN, NaN, NaN]);
    expect(r.facts.r5).toBeCloseTo(r.close.at(-1)! / r.close.at(-6)! - 1, 12);
    expect(chart.table(r).rows).toHaveLength(30);
  });
});

describe("facts of the day", () => {
  const market = new Market(data, N - 1);
  it("are of the session, and the volume of fifty bars", () => {
    const aaa = market.find("AAA")!.index;
    expect(dayFacts(market, aaa)).toEqual({ dayPosition: expect.closeTo(50, 6) as number, volume: 100 });
    const lat = market.find("LAT")!.index;
    expect([averageVolume(new Market(data, 248), lat), averageVolume(new Market(data, 249), lat)]).toEqual([NaN, 100]);
  });
});

describe("a sector with a bar in its name", () => {
  const name = "Oil | Gas";
  const market = new Market(
    handMadeMarket(
      ["AAA", "BBB", "CCC"].map((ticker, k) => ({ ticker, closes: growing(50, 0.001, 60), sector: k < 2 ? name : "Ships" })),
    ),
    59,
  );
  const key = groupKeyText("sector", name);
  it("is a group like any other, alone and with others", () => {
    expect(membersOf(market, [key])).toEqual([0, 1]);
    expect(membersOf(market, [anyOf([key, "sector:Ships"])])).toEqual([0, 1, 2]);
    expect(market.groups.knows(anyOf([key, "sector:Ships"]))).toBe(true);
    expect(groupsTitle([anyOf([key, "sector:Ships"])], market)).toBe("Oil | Gas and Ships");
    expect(breadth.ask(market, breadth.params.parse({ group: anyOf([key, key]) })).rows[0]!.counted).toBe(2);
  });
});
