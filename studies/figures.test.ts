import { describe, expect, it } from "vitest";
import { memberSpans } from "@core";
import { breadthSectors } from "./breadth-sectors";
import { participationRows, participationSentence, type ParticipationRow } from "./breadth";
import { Market } from "./market";
import { isNow, marketValue, peersOf } from "./peer-set";
import { regimeNow } from "./regime";
import { samplesIn, shareOf } from "./rotation-shares";
import type { RotationRow } from "./rotation-row";
import { rotation } from "./rotation";
import { signalRecords, signalSummary } from "./signal-records";
import { signals } from "./signals";
import type { GroupStrength } from "./strength-of-groups";
import { growing, handMadeMarket, type HandMade } from "./testing-market";
import { groups } from "./groups";
import { periodMap } from "./period-map";
import { regimeStates } from "./regime-states";
import { lanesSentence, pressureSentence, timing, type LaneNow } from "./timing";
import { timingSummary } from "./timing-summary";
import { breadthChanges, groupChanges, regimeChanges, stanceChanges } from "./today-changes";

/* Figures and words that a person reads, each against a value worked out by hand. */

const said = (sentence: readonly (string | { figure: string })[]) =>
  sentence.map((p) => (typeof p === "string" ? p : p.figure)).join("");
const N = 320;
const stock = (ticker: string, closes: readonly number[], more: Partial<HandMade> = {}): HandMade => ({
  ticker,
  closes,
  ...more,
});

describe("the regime now", () => {
  const closes = growing(100, 0.001, N);
  closes.splice(N - 6, 6, 150, 151, 149, 153, 154, 156);
  const market = new Market(handMadeMarket([stock("AAA", closes), { ticker: "IDX", closes, kind: "index" }], "IDX"), N - 1);
  it("has the change of one and of five sessions", () => {
    const now = regimeNow(market);
    expect(now.r1).toBeCloseTo(156 / 154 - 1, 12);
    expect(now.r5).toBeCloseTo(156 / 150 - 1, 12);
    expect([regimeNow(market.before(N - 5)).r5, regimeNow(market.before(N - 1)).r1]).toEqual([NaN, NaN]);
    expect(regimeNow(market.before(N - 6)).r5).toBeCloseTo(1.001 ** 5 - 1, 9);
  });
  it("turned within five sessions is a change, within six is none", () => {
    const of = (directionSessions: number) => ({
      ...regimeNow(market),
      direction: "Falling",
      directionSessions,
      volatility: "",
      pendingDirection: "",
    });
    expect(regimeChanges(market, of(5))).toHaveLength(1);
    expect(said(regimeChanges(market, of(5))[0]!.sentence)).toMatch(
      /^The direction turned from rising to falling on \d+ \w+ 20\d\d\.$/,
    );
    expect(regimeChanges(market, of(6))).toEqual([]);
  });
});

describe("a market in one line", () => {
  const closes = growing(100, 0.002, N);
  closes.splice(N - 6, 6, 100, 110, 121, 110, 100, 104);
  const market = new Market(handMadeMarket([stock("AAA", closes)]), N - 1);
  it("has the composite's own changes, and the lanes of Timing", () => {
    const r = timingSummary.ask(market, {});
    expect(r.r1).toBeCloseTo(104 / 100 - 1, 9);
    expect(r.r5).toBeCloseTo(104 / 100 - 1, 9);
    expect(timingSummary.ask(market.before(1), {}).r1).toBeCloseTo(100 / 110 - 1, 9);
    expect(r.lanes.map((l) => l.lane)).toEqual(["Quick", "Checked", "Steady", "Long"]);
    expect(timingSummary.table(r).rows.map((row) => row[0])).toEqual(["Quick", "Checked", "Steady", "Long"]);
  });
  it("and every signal with how long it lasted and what came of it", () => {
    const states = Int8Array.of(0, 1, 1, -1, -1, -1, 1);
    const level = Float64Array.of(9, 10, 12, 11, 8, 9, 10);
    const days = Int32Array.from(level.keys());
    const records = signalRecords(states, level, days);
    expect(records.map((r) => [r.day, r.state, r.sessions, r.open])).toEqual([
      [1, 1, 2, false],
      [3, -1, 3, false],
      [6, 1, 0, true],
    ]);
    expect(records[0]!.outcome).toBeCloseTo(0.1, 12);
    expect([records[0]!.lowest, records[0]!.highest]).toEqual([0, expect.closeTo(0.2, 12) as number]);
    expect([records[1]!.outcome, records[1]!.lowest]).toEqual([expect.closeTo(10 / 11 - 1, 12), expect.closeTo(8 / 11 - 1, 12)]);
    const down = signalSummary(records, -1);
    expect([down.n, down.right]).toEqual([1, 1]);
    expect(down.worst).toBeCloseTo(10 / 11 - 1, 12);
    const asked = signals.ask(market, { lane: "Quick" });
    expect(signals.table(asked).rows).toHaveLength(asked.records.length);
    expect(said(signals.reading(asked)[0]!)).toBe(`The lane Quick has given ${asked.records.length} signals.`);
    expect(asked.records.every((r, k) => k === 0 || r.state !== asked.records[k - 1]!.state)).toBe(true);
  });
});

describe("sets of peers", () => {
  const gone = [...growing(10, 0.001, N - 6), ...new Array<number>(6).fill(NaN)];
  const halted = [...growing(10, 0.001, N - 5), ...new Array<number>(5).fill(NaN)];
  const data = handMadeMarket([stock("AAA", growing(10, 0.001, N)), stock("GON", gone), stock("HAL", halted)]);
  const market = new Market(data, N - 1);
  it("are there when one of the last six sessions has a bar", () => {
    expect(peersOf(market, { set: "stock" }).map((p) => [p.ticker, isNow(p)])).toEqual([
      ["AAA", true],
      ["GON", false],
      ["HAL", true],
    ]);
  });
  it("are worth what their members with a known value are worth", () => {
    const groups = [{ name: "Pair", kind: "theme" as const, spans: memberSpans([[[0, N]], [[0, N]], [[0, N]]]) }];
    const of = new Market({ ...data, groups }, N - 1);
    const [pair] = peersOf(of, { set: "theme" });
    const values = ["AAA", "GON", "HAL"].map((ticker) => marketValue(of, of.find(ticker)!));
    expect(values[0]).toBeCloseTo(1100 * data.panel.close[N - 1]!, 6);
    expect(values.slice(1)).toEqual([NaN, NaN]);
    expect(pair!.value).toBe(values[0]);
    expect(pair!.stocks).toBe(1);
  });
});

describe("samples in a phase and shares by value", () => {
  it("count back to the sample on which it was entered", () => {
    const trend = Float64Array.of(1, -1, 0.5, 0.2, 0.1);
    const momentum = Float64Array.of(1, 1, 0, 0.3, 0.4);
    expect(samplesIn("ahead, gaining", trend, momentum)).toBe(3);
    expect(samplesIn("ahead, gaining", Float64Array.of(1, 1), Float64Array.of(1, 1))).toBe(2);
    const row = (phase: string, value: number) => ({ phase, value }) as RotationRow;
    const rows = [row("ahead, gaining", 6), row("ahead, gaining", NaN), row("behind, slipping", 2), row("", 100)];
    expect(shareOf(rows, "ahead, gaining")).toEqual({ phase: "ahead, gaining", members: 2, value: 0.75 });
    expect(shareOf(rows, "behind, recovering")).toEqual({ phase: "behind, recovering", members: 0, value: 0 });
    expect(shareOf([row("", 5)], "ahead, gaining").value).toBeNaN();
  });
  it("the age of an event is the samples since it, and its day that of its sample", () => {
    const wave = (k: number, length: number) =>
      growing(10, 0.0004, 900).map((c, s) => c * (1 + 0.2 * Math.sin((2 * Math.PI * (s + 40 * k)) / length)));
    const made = handMadeMarket(
      ["A", "B", "C", "D", "E", "F"].map((letter, k) =>
        stock(`${letter}${letter}`, wave(k, 60 + 7 * k), { sector: `S${letter}`, industry: `I${letter}` }),
      ),
    );
    let seen = 0;
    for (let t = 880; t < 900; t += 4) {
      const r = rotation.ask(new Market(made, t), rotation.params.parse({}));
      const over = r.inProgress ? r.days.length - 2 : r.days.length - 1;
      for (const e of r.events) {
        expect(e.day).toBe(r.days[over - e.ago]);
        expect(e.ago).toBeLessThan(8);
        seen++;
      }
      expect(r.events.map((e) => e.ago)).toEqual(r.events.map((e) => e.ago).sort((a, b) => a - b));
    }
    expect(seen).toBeGreaterThan(5);
  });
});

describe("breadth in words", () => {
  const row = (horizon: number, percent: number, weekAgo: number, dayAgo = weekAgo): ParticipationRow => ({
    ...{ horizon, percent, weekAgo, dayAgo, average: "ema" as const },
    ...{ above: 1, counted: 10, place: 50, readings: 100 },
  });
  const rows = (all: number, allDay: number) => [
    row(5, 50, 50),
    row(10, 50, 50),
    row(20, 40, 45, 44),
    row(50, 60, 55, 58),
    row(200, 1, 1),
    row(NaN, all, 1, allDay),
  ];
  it("is crowded and washed out from their bounds on", () => {
    const words = (all: number) => said(participationSentence(rows(all, all), undefined, { high: 70, low: 10 }));
    expect([words(70), words(69.9), words(10), words(10.1)].map((w) => /crowded|washed out/.exec(w)?.[0])).toEqual([
      "crowded",
      undefined,
      "washed out",
      undefined,
    ]);
  });
  it("changes by its points, and when a zone is entered or left", () => {
    const changes = (all: number, before: number) =>
      breadthChanges(rows(all, before), { high: 70, low: 10 }).map((c) => said(c.sentence));
    expect(changes(50, 50)).toEqual([
      "Since the session before, the share above the 50-session average changed by +2.0 points and that above the 20-session one by \u22124.0.",
    ]);
    expect(changes(70, 69)[1]).toBe("The share above all five averages became crowded at 70%.");
    expect(changes(10, 11)[1]).toBe("The share above all five averages became washed out at 10%.");
    expect(changes(69, 70)[1]).toBe("The share above all five averages left the crowded zone at 69%.");
    expect(changes(72, 71)).toHaveLength(1);
  });
  it("of sectors counts each member against each average, with the week before", () => {
    const rising = growing(10, 0.002, 260);
    const falling = growing(10, -0.002, 260);
    const turned = [...growing(10, 0.002, 256), 9, 9, 9, 9];
    const market = new Market(
      handMadeMarket([
        stock("AAA", rising, { sector: "Up" }),
        stock("BBB", turned, { sector: "Up" }),
        stock("CCC", falling, { sector: "Down" }),
        stock("IDX", rising, { sector: "Up", kind: "index" }),
        stock("OUT", rising, { sector: "Up", member: [0, 100] }),
      ]),
      259,
    );
    const r = breadthSectors.ask(market, breadthSectors.params.parse({}));
    expect(r.rows.map((s) => [s.name, s.members, s.percents, s.before])).toEqual([
      ["Up", 2, [50, 50, 50, 50, 50, 50], [100, 100, 100, 100, 100, 100]],
      ["Down", 1, [0, 0, 0, 0, 0, 0], [0, 0, 0, 0, 0, 0]],
    ]);
    expect(said(breadthSectors.reading(r)[0]!)).toBe(
      "Up is broadest with 50% above the 50-session average, Down narrowest with 0%.",
    );
    expect(participationRows(market, "ema").map((p) => [p.above, p.counted])).toEqual(new Array(6).fill([1, 3]));
  });
});

describe("what changed among groups and stocks", () => {
  const group = (name: string, rank: number, rankBefore: number) =>
    ({ name, rank, rankBefore, returns: [0.021, 0, 0, 0] }) as unknown as GroupStrength;
  it("are the two that moved farthest, from two ranks for sectors and six for industries", () => {
    const sectors = [group("A", 1, 2), group("B", 5, 3), group("C", 2, 6), group("D", 9, 4)];
    const industries = [group("X", 10, 5), group("Y", 4, 10)];
    expect(groupChanges(sectors, industries).map((c) => said(c.sentence))).toEqual([
      "D fell from rank 4 to 9 of 4 sectors in a week (+2.1%).",
      "C climbed from rank 6 to 2 of 4 sectors in a week (+2.1%).",
      "Y climbed from rank 10 to 4 of 2 industries in a week (+2.1%).",
    ]);
    expect(groupChanges([group("A", 1, 3)], [group("X", 1, 6)]).map((c) => said(c.sentence))).toHaveLength(1);
  });
  it("are those that arrived at a stance, three by name", () => {
    const at = (favour: string[], avoid: string[]) => ({ favour, avoid, stocks: 9 });
    expect(stanceChanges(at(["A", "B", "C", "D"], ["E"]), at(["A"], [])).map((c) => said(c.sentence))).toEqual([
      "3 stocks arrived at Favour: B, C and D.",
      "1 stock arrived at Avoid: E.",
    ]);
    expect(said(stanceChanges(at(["A", "B", "C", "D"], []), at([], []))[0]!.sentence)).toBe(
      "4 stocks arrived at Favour: A, B, C and 1 more.",
    );
    expect(stanceChanges(at(["A"], ["B"]), at(["A", "C"], ["B"]))).toEqual([]);
  });
});

describe("timing in words", () => {
  const lane = (name: LaneNow["lane"], state: number, age: number): LaneNow => ({
    ...{ lane: name, state, age, since: 20_000, change: 0, fresh: age === 0, flip: NaN },
  });
  it("names the lanes by where they stand, and the last to turn", () => {
    const lanes = [lane("Quick", 1, 3), lane("Checked", 1, 9), lane("Steady", -1, 2), lane("Long", 0, NaN)];
    expect(said(lanesSentence(lanes))).toBe(
      "Of the four timing lanes Quick and Checked are up, Steady is down and Long is without a signal; the last to turn was Steady, down 2 sessions ago.",
    );
    const all = (state: number, age: number) => lanesSentence(lanes.map((l) => ({ ...l, state, age })));
    expect(said(all(-1, 0))).toBe(
      "All four timing lanes, from Quick to Long, are down; the last to turn was Quick, down on this session.",
    );
    expect(said(all(0, NaN))).toBe("All four timing lanes, from Quick to Long, are still without a signal.");
  });
  it("says whether it rose", () => {
    const at = (pressure: number, before: number, zone = "") => said(pressureSentence({ pressure, before, zone, average3: 0 }));
    expect(at(12, 10)).toContain("stands at +12, up from +10.");
    expect(at(8, 10)).toContain("stands at +8, down from +10.");
    expect(at(10.2, 9.9)).toContain("as on the session before");
    expect(at(-61, NaN, "washed out")).toContain("stands at \u221261, which is washed out.");
  });
});

describe("what is known on the very day", () => {
  it("a report is ahead on its own day, and passed on the next", () => {
    const data = handMadeMarket([stock("AAA", growing(10, 0.001, 80))]);
    const at = (t: number) => new Market(data, t).fundamentals(0).nextReport;
    // The 67th session is the day of the report.
    expect([data.panel.sessions[66], at(66), at(67)]).toEqual([20_550, 20_550, NaN]);
  });
  it("a fund holds what it holds from the first session of the run on, to the last", () => {
    const data = handMadeMarket([
      stock("AAA", growing(10, 0.001, 80)),
      { ticker: "FND", closes: growing(10, 0.001, 80), kind: "fund" },
    ]);
    const weights = {
      instrument: Int32Array.of(0),
      from: Int32Array.of(20),
      to: Int32Array.of(40),
      weight: Float64Array.of(1),
    };
    const spans = memberSpans([[[20, 40]], []]);
    const of = { ...data, groups: [{ name: "FND", kind: "fund" as const, spans, weights }] };
    const held = (t: number) => new Market(of, t).holdingsAt("FND", t).length;
    expect([held(19), held(20), held(40), held(41)]).toEqual([0, 1, 1, 0]);
  });
});

describe("sentences leave out what there is nothing to say of", () => {
  const closes = growing(100, 0.0005, N).map((c, s) => c * (1 + 0.1 * Math.sin(s / 9)));
  const market = new Market(
    handMadeMarket(
      [
        stock("AAA", closes, { sector: "Up", industry: "One" }),
        stock("BBB", growing(50, 0.001, N), { sector: "Down", industry: "Two" }),
        { ticker: "IDX", closes, kind: "index" },
      ],
      "IDX",
    ),
    N - 1,
  );
  it("of arrivals, climbers and flags where there are none", () => {
    const r = groups.ask(market, groups.params.parse({}));
    const rows = r.rows.map((row) => ({ ...row, standing: "", flags: [], rankBefore: row.rank }));
    const text = groups
      .reading({ ...r, rows })
      .map(said)
      .join(" ");
    expect(text).not.toMatch(/newly arrived|fading|cracking|turning up|climbed/);
    const arrived = groups.reading({ ...r, rows: rows.map((row, k) => (k === 0 ? { ...row, standing: "new arrival" } : row)) });
    expect(arrived.map(said).join(" ")).toContain(`${rows[0]!.name} is newly arrived among the strongest.`);
  });
  it("of averages held, for what are no stocks", () => {
    const text = (set: "stock" | "sector") =>
      periodMap
        .reading(periodMap.ask(market, periodMap.params.parse({ set })))
        .map(said)
        .join(" ");
    expect(text("stock")).toContain("held above");
    expect(text("sector")).not.toContain("held above");
  });
  it("of states that were never seen", () => {
    const r = regimeStates.ask(market, { by: "direction" });
    if (r.now < 0 || r.rows[r.now]!.returns === 0) throw new Error("the market made here has no state to speak of");
    expect(regimeStates.reading(r).map(said).join(" ")).toMatch(/, against \d+% of all, with /);
  });
  it("re-entries are followed for a week, two weeks and a month", () => {
    const { reEntry } = timing.ask(market, timing.params.parse({}));
    expect(reEntry.followed.map((f) => f.horizon)).toEqual([5, 10, 21]);
  });
});
