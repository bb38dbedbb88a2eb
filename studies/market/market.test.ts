import { saidAll } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { breadth } from "@studies/breadth/breadth";
import { chart } from "@studies/chart/chart";
import { directory } from "@studies/frame/directory";
import { focus } from "@studies/frame/focus";
import { membersOf } from "@studies/sets/group-members";
import { groups } from "@studies/strength/groups";
import { Market } from "./market";
import { members } from "@studies/breadth/members";
import { regimeStudy } from "@studies/regime/regime";
import { stocks } from "@studies/strength/stocks";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";
import { timeline } from "@studies/frame/timeline";
import { today } from "@studies/today/today";
import { compositeColumn, groupSeries } from "@studies/columns/composites";
import { stopSideColumn } from "@studies/columns/trailing-stops";

const N = 260;
const hole = (closes: number[], at: number[]) => closes.map((c, s) => (at.includes(s) ? NaN : c));
/** Three stocks that grow at different rates, one that comes late, one that is halted, and an index. */
const data = handMadeMarket(
  [
    { ticker: "AAA", closes: growing(10, 0.004, N), sector: "Fish", industry: "Nets" },
    { ticker: "BBB", closes: growing(20, 0.001, N), sector: "Fish", industry: "Boats" },
    { ticker: "CCC", closes: growing(30, -0.002, N), sector: "Ships", industry: "Sails" },
    {
      ticker: "DDD",
      closes: hole(
        growing(5, 0.002, N),
        Array.from({ length: 150 }, (_, s) => s),
      ),
      sector: "Ships",
      industry: "Masts",
    },
    { ticker: "EEE", closes: hole(growing(7, 0, N), [N - 1]), sector: "Ships", industry: "Sails", member: [10, N - 1] },
    { ticker: "IDX", closes: growing(1000, 0.001, N), kind: "index" },
  ],
  "IDX",
);
const last = new Market(data, N - 1);

describe("a market as of a session", () => {
  it("knows only what has had a bar", () => {
    expect(new Market(data, 149).instruments.map((i) => i.ticker)).toEqual(["AAA", "BBB", "CCC", "EEE", "IDX"]);
    expect(last.instruments.map((i) => i.ticker)).toContain("DDD");
    expect(new Market(data, 149).find("DDD")).toBeUndefined();
  });
  it("gives columns that end with it", () => {
    const early = new Market(data, 40);
    expect(early.sessions).toHaveLength(41);
    expect(early.bars("close", 0)).toHaveLength(41);
    expect(early.perSession(compositeColumn).level).toHaveLength(41);
    expect(early.perInstrument(stopSideColumn, 0)).toHaveLength(41);
    expect(early.before(10).t).toBe(30);
    expect(early.before(100).t).toBe(0);
  });
  it("has no members on sessions to come", () => {
    expect(new Market(data, 40).universeAt(41)).toEqual([]);
    expect(new Market(data, 40).groups.membersAt("picked", 41)).toEqual([]);
    expect(new Market(data, 40).isInUniverse(0, 41)).toBe(false);
    expect(new Market(data, 2).groups.list).toEqual([]);
    expect(new Market(data, 3).groups.list).toEqual([{ name: "picked", kind: "list" }]);
  });
  it("knows the latest value of each field of the fundamentals, and no report date that has passed", () => {
    const at = (t: number) => new Market(data, t).fundamentals(0);
    expect(at(0)).toMatchObject({ eps: 1, epsExpected: 1.1, shares: 1000, nextReport: 20_464 });
    expect(at(3)).toMatchObject({ eps: 1, epsExpected: 1.2, shares: 1000, nextReport: 20_464 });
    // Session 5 is day 20,465: the third row is known, the report of day 20,464 has passed.
    expect(at(5)).toMatchObject({ eps: 2, epsExpected: 1.2, growth: 7, dividend: 0.2, shares: 1100, nextReport: 20_550 });
    expect(new Market(data, 5).fundamentals(1).eps).toBeNaN();
  });
  it("finds the members of groups", () => {
    expect(membersOf(last, ["sector:Fish"])).toEqual([0, 1]);
    expect(membersOf(last, ["industry:Sails", "sector:Ships"])).toEqual([2, 3, 4]);
    expect(membersOf(last, ["group:picked", "industry:Masts"])).toEqual([0, 1, 3]);
    expect(membersOf(last, ["market:"])).toEqual([0, 1, 2, 3, 4]);
    expect(membersOf(last, ["sector:None"])).toEqual([]);
    expect(() => membersOf(last, ["nonsense"])).toThrow("is no key of a group");
    expect(membersOf(new Market(data, 5), ["industry:Sails"])).toEqual([2]);
  });
});

describe("group series", () => {
  it("are the equal-weighted composites of their members", () => {
    const { level } = last.perSession(groupSeries("sector:Fish"));
    expect(level[0]).toBe(1000);
    expect(level[100]! / level[99]!).toBeCloseTo(1.0025, 12);
    const { level: masts } = last.perSession(groupSeries("industry:Masts"));
    expect(masts[149]).toBeNaN();
    expect(masts[150]).toBe(1000);
  });
});

describe("studies on a market made by hand", () => {
  it("breadth: two rise, one falls, the flat one ties, the halted one is not counted", () => {
    const r = breadth.ask(last, breadth.params.parse({ history: 30 }));
    // AAA, BBB, DDD rise and are above all their averages; CCC falls; EEE has no bar.
    expect(r.rows.map((row) => [row.above, row.counted])).toEqual([
      [3, 4],
      [3, 4],
      [3, 4],
      [3, 4],
      [2, 3],
      [2, 3],
    ]);
    expect(r.rows[0]!.percent).toBe(75);
    expect(r.rows[0]!.weekAgo).toBe(60);
    expect(r.days).toHaveLength(30);
    expect(breadth.table(r).rows).toHaveLength(30);
    expect(saidAll(breadth.reading(r))).toContain(
      "75% of the 4 members close above their 50-session exponential average, up from 60% a week ago",
    );
  });
  it("members: distances, and who did not trade", () => {
    const r = members.ask(last, members.params.parse({}));
    expect(r.rows.map((m) => m.ticker)).toEqual(["AAA", "BBB", "CCC", "DDD"]);
    expect(r.halted).toBe(1);
    expect(r.rows.map((m) => m.above)).toEqual([5, 5, 0, 4]);
    expect(r.rows[0]!.r1).toBeCloseTo(0.004, 12);
    expect(saidAll(members.reading(r))).toContain("1 more did not and is not counted");
    expect(members.table(r).rows[3]!.slice(0, 3)).toEqual(["DDD", "DDD Works", "Ships"]);
  });
  it("groups: the faster sector leads", () => {
    const r = groups.ask(last, groups.params.parse({}));
    expect(r.rows.map((g) => [g.name, g.rank, g.members])).toEqual([
      ["Fish", 1, 2],
      ["Ships", 2, 2],
    ]);
    expect(r.rows[0]!.returns[0]).toBeCloseTo(1.0025 ** 5 - 1, 10);
    expect(r.rows[0]!.strength).toBe(75);
    expect(r.rows[0]!.staying).toBeCloseTo(75, 9);
    expect(saidAll(groups.reading(r))).toMatch(/^Fish leads the 2 sectors: \+\d+\.\d% in three months/);
    const industries = groups.ask(last, groups.params.parse({ peers: "industry", in: "sector:Fish" }));
    expect(industries.rows.map((g) => g.name)).toEqual(["Nets", "Boats"]);
    expect(industries.peerCount).toBe(5 - 1);
  });
  it("stocks: ranked in the set, with those that have no figures last", () => {
    const r = stocks.ask(last, stocks.params.parse({ group: ["market:"] }));
    expect(r.rows.map((s) => s.ticker)).toEqual(["AAA", "BBB", "CCC", "DDD", "EEE"]);
    expect(r.rows.map((s) => s.rank)).toEqual([1, 2, 3, NaN, NaN]);
    expect(r.rows[0]!.returns[3]).toBeCloseTo(1.004 ** 126 - 1, 10);
    expect(r.rows[4]!.close).toBeNaN();
    expect(saidAll(stocks.reading(r))).toContain("AAA Works is the strongest of the 3 stocks of Handmade:");
    const none = stocks.ask(last, stocks.params.parse({ group: ["sector:None"] }));
    expect(saidAll(stocks.reading(none))).toBe("None has no members at this date.");
  });
  it("chart: a stock against the index, the index with its regime", () => {
    const r = chart.ask(last, chart.params.parse({ ticker: "AAA", history: 64, plot: ["sma_10", "relative"] }))!;
    const line = (k: number, of: typeof r = r) => of.plots[k]!.lines![0]!.values;
    expect(line(1)[0]).toBeCloseTo(100, 9);
    expect(line(1)[63]).toBeCloseTo(100 * (1.004 / 1.001) ** 63, 6);
    expect(r.facts.excess63).toBeCloseTo(1.004 ** 63 - 1.001 ** 63, 9);
    // Simple by default, as on Regime and Today; exponential where it is asked for.
    const usual = chart.ask(last, chart.params.parse({ ticker: "AAA" }))!;
    expect(usual.plots.map((p) => p.title)).toEqual(["SMA 20", "SMA 50", "SMA 200", "Volume", "Relative to IDX Works"]);
    const own = Array.from(r.close.slice(-10));
    expect(line(0).at(-1)).toBeCloseTo(own.reduce((a, b) => a + b, 0) / 10, 9);
    const exponential = chart.ask(last, chart.params.parse({ ticker: "AAA", plot: ["ema_10"] }))!;
    expect(line(0, exponential).at(-1)).not.toBeCloseTo(own.reduce((a, b) => a + b, 0) / 10, 3);
    expect(saidAll(chart.reading(exponential))).toContain("above its 10-session exponential average;");
    expect(saidAll(chart.reading(r))).toMatch(
      /AAA Works closed at .* above its 10-session simple average; in three months it made \+\d+\.\d%, 22\.1 points ahead of IDX Works \(\+6\.5%\) over the same days\./,
    );
    const index = chart.ask(last, chart.params.parse({ ticker: "IDX" }))!;
    const regime = index.plots.at(-1)!;
    expect([regime.title, regime.value, regime.tint!.states.at(-1)]).toEqual(["Regime", "Rising", 2]);
    expect(saidAll(chart.reading(index))).not.toContain("ahead of");
    expect(chart.ask(last, chart.params.parse({ ticker: "NONE" }))).toBeUndefined();
    expect(saidAll(chart.reading(undefined))).toContain("no such instrument");
    const halted = chart.ask(last, chart.params.parse({ ticker: "EEE" }))!;
    expect(saidAll(chart.reading(halted))).toContain("has no bar on this session; its last was on");
  });
  it("regime: rises as soon as it is defined, since then", () => {
    const { now } = regimeStudy.ask(last, regimeStudy.params.parse({}));
    expect(now).toMatchObject({ index: "IDX Works", direction: "Rising", directionSessions: N - 199, pendingDirection: "" });
    expect(now.slope50).toBeCloseTo(1.001 ** 5 - 1, 10);
    expect(saidAll(regimeStudy.reading(regimeStudy.ask(new Market(data, 100), regimeStudy.params.parse({}))))).toContain(
      "too short a history",
    );
  });
  it("today: says what the others say", () => {
    const r = today.ask(last, today.params.parse({}));
    expect(saidAll(today.reading(r))).toMatch(
      /^IDX Works has been rising.*75% of the 4 members.*Fish leads the sectors, Ships trails\.\s*$/,
    );
    // The late one has no Trend yet, the halted one no bar: three stances, the falling one's at Avoid.
    expect([r.stances.stocks, r.stances.avoid]).toEqual([3, 1]);
    expect(r.changes.map((c) => c.area)).toContain("Breadth");
    expect(today.table(r).rows.map((row) => row[1])).toEqual(
      ["Fish", "Ships", "Nets", "Boats", "Masts", "Sails"].sort((a, b) => order(r, a) - order(r, b)),
    );
  });
  it("timeline, directory and focus", () => {
    const span = timeline.ask(last, {});
    expect(span.days).toHaveLength(N / 5);
    expect([...span.closed]).toEqual([]);
    expect(span.spans).toEqual([{ from: last.sessions[199]!, to: last.asOf, direction: "Rising" }]);
    const { entries } = directory.ask(new Market(data, 100), {});
    expect(entries.map((e) => e.key)).toEqual([
      "sector:Fish",
      "sector:Ships",
      "industry:Boats",
      "industry:Nets",
      "industry:Sails",
      "group:picked",
      "AAA",
      "BBB",
      "CCC",
      "EEE",
      "IDX",
    ]);
    expect(focus.ask(last, { group: ["sector:Fish", "industry:Nets"] })).toMatchObject({
      stocks: 2,
      groups: [{ stocks: 2 }, { stocks: 1 }],
    });
    expect(saidAll(focus.reading(focus.ask(last, { group: [] })))).toBe("Nothing is in focus.");
  });
});

/** Place of a group in today's lists: sectors first, each list by rank. */
function order(r: ReturnType<typeof today.ask>, name: string): number {
  return [...r.sectors, ...r.industries].findIndex((g) => g.name === name);
}

describe("a market without a broad index", () => {
  const bare = new Market(handMadeMarket([{ ticker: "AAA", closes: growing(10, 0.01, 230) }]), 229);
  it("has its composite stand in, with a direction but no volatility", () => {
    const { now } = regimeStudy.ask(bare, regimeStudy.params.parse({}));
    expect(now).toMatchObject({ index: "Handmade composite", direction: "Rising", volatility: "" });
    expect(now.volatilityZ).toBeNaN();
  });
  it("has no groups, and says so", () => {
    expect(saidAll(groups.reading(groups.ask(bare, groups.params.parse({}))))).toContain("There are no sectors at this date.");
    expect(saidAll(today.reading(today.ask(bare, today.params.parse({}))))).toContain("Handmade composite has been rising for");
  });
});
