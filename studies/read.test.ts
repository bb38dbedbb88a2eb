import { describe, expect, it } from "vitest";
import { breadth } from "./breadth";
import { breadthSectors } from "./breadth-sectors";
import { chart } from "./chart";
import type { Study } from "./define-study";
import { exposure } from "./exposure";
import { followed } from "./followed";
import { internals } from "./internals";
import { Market } from "./market";
import { oscillators } from "./oscillators";
import { ownTiming } from "./own-timing";
import { regimeStudy } from "./regime";
import { regimeStates } from "./regime-states";
import { ruleSchema, ruleText } from "./rule-schema";
import { signalRecords, signalSummary } from "./signal-records";
import { structure } from "./structure";
import { growing, handMadeMarket } from "./testing-market";
import { lanesSentence, pressureSentence, timing, type LaneNow } from "./timing";
import { today } from "./today";
import { timingChanges } from "./today-changes";

/* Regime, breadth and timing on markets made by hand, and what they say of them. */

const N = 420;
/** Up for 300 sessions, then down at twice the rate. */
const turning = (from: number, rate: number) => [
  ...growing(from, rate, 300),
  ...growing(from * (1 + rate) ** 300, -2 * rate, N - 300),
];
const stock = (ticker: string, closes: number[], sector: string) => ({ ticker, closes, sector, industry: `${sector} works` });
const data = handMadeMarket(
  [
    stock("AAA", turning(10, 0.002), "Fish"),
    stock("BBB", turning(20, 0.001), "Fish"),
    stock("CCC", growing(30, -0.001, N), "Ships"),
    stock("DDD", growing(12, 0.0015, N), "Ships"),
    { ticker: "IDX", closes: turning(1000, 0.0015), kind: "index" },
  ],
  "IDX",
);
const at = (t: number) => new Market(data, t);
const ask = <S extends Study["params"], R>(study: Study<S, R>, t: number, params: object = {}) => {
  const result = study.ask(at(t), study.params.parse(params));
  const text = study.reading(result).map((s) => s.map((p) => (typeof p === "string" ? p : p.figure)).join(""));
  return { result, text: text.join(" ") };
};

describe("regime", () => {
  it("turns on the third session, and its measures say so in plain words", () => {
    const up = ask(regimeStudy, 299).result;
    expect(up.now.direction).toBe("Rising");
    const verdicts = new Map(up.measures.map((m) => [m.key, m.verdict]));
    expect([verdicts.get("distance200"), verdicts.get("slope50"), verdicts.get("range10")]).toEqual([
      "well above",
      "rising",
      "upper third",
    ]);
    expect(verdicts.get("volatilitySlope")).toBe("not known yet");
    const down = ask(regimeStudy, N - 1).result;
    expect(down.now.direction).toBe("Falling");
    expect(down.measures.find((m) => m.key === "range260")!.verdict).toBe("lower third");
    expect(down.path.days).toHaveLength(60);
    const runs = down.ribbon;
    expect(runs[0]!.direction).toBe(-1);
    expect(runs.at(-1)!.to).toBe(data.panel.sessions[N - 1]);
    expect(runs.every((r, k) => k === 0 || r.from > runs[k - 1]!.to)).toBe(true);
  });
  it("states name themselves, and say nothing without a past", () => {
    const { result } = ask(regimeStates, N - 1, { by: "direction" });
    expect(result.rows.map((r) => r.name)).toEqual(["Falling", "Ranging", "Rising"]);
    expect(result.rows[result.now]!.name).toBe("Falling");
    expect(result.rows.reduce((sum, r) => sum + r.share, 0)).toBeCloseTo(1, 12);
    expect(ask(regimeStates, 100).text).toBe("No state has been followed for 21 sessions yet.");
    expect(ask(regimeStates, 299, { by: "direction" }).text).toContain("The index has been rising on 100% of all sessions");
  });
  it("structure answers its five questions, or says why not", () => {
    const { result, text } = ask(structure, N - 1);
    expect(result!.channels.short!.verdict).toBe("down");
    expect(result!.channels.short!.slope).toBeCloseTo(-0.003, 9);
    expect(result!.leg!.direction).toBe("down");
    expect(text).toContain("The 63-session channel of IDX Works falls");
    expect(text).toContain("The present down leg since");
    expect(ask(structure, 40).text).toContain("too short a history for a trend: it needs 63 sessions");
    expect(ask(structure, N - 1, { instrument: "CCC" }).result!.name).toBe("CCC Works");
    expect(ask(structure, N - 1, { instrument: "NONE" }).result).toBeUndefined();
  });
  it("exposure counts what it was given, and names what is below", () => {
    const { result, text } = ask(exposure, N - 1, { set: ["AAA", "DDD", "NONE"] });
    expect([result.n, result.above, result.share]).toEqual([2, 1, 0.5]);
    expect(result.missing).toEqual(["NONE"]);
    expect(text).toContain("Suggested exposure is 50%: 1 of the 2 indexes closes above");
    expect(text).toContain("AAA Works does not.");
    expect(ask(exposure, N - 1).text).toBe("No index of the set has an 84-session average yet.");
  });
  it("oscillators are those that were chosen, at most four", () => {
    expect(ask(oscillators, N - 1, { panes: ["adx"] }).result.panes[0]!.lines).toHaveLength(3);
    expect(oscillators.params.safeParse({ panes: ["rsi", "rsi2", "macd", "ppo", "adx"] }).success).toBe(false);
  });
});

describe("breadth", () => {
  it("of a sector counts its members, with zones as they were set", () => {
    const { result, text } = ask(breadth, 299, { group: "sector:Fish", crowded: 90 });
    expect(result.rows[3]).toMatchObject({ above: 2, counted: 2, percent: 100 });
    expect(text).toContain(": crowded (90% or more)");
    expect(result.inZones.crowded).toBe(result.inZones.all);
    expect(ask(breadth, N - 1, { group: "sector:Fish", washed: 5 }).text).toContain(": washed out (5% or less)");
    expect(breadth.params.safeParse({ crowded: 40 }).success).toBe(false);
  });
  it("on Today is judged by the zones that were set", () => {
    expect(ask(today, N - 1).text).not.toContain("above all five");
    expect(ask(today, N - 1, { washed: 50 }).text).toContain("above all five: washed out.");
  });
  it("sectors stand from the broadest to the narrowest, with the week before", () => {
    const { result, text } = ask(breadthSectors, N - 1);
    expect(result.rows.map((r) => [r.name, r.members, r.percents[3], r.before[3]])).toEqual([
      ["Ships", 2, 50, 50],
      ["Fish", 2, 0, 0],
    ]);
    expect(text).toMatch(/is broadest with \d+% above the 50-session average/);
  });
  it("inside the move: who rose and fell, who stands at a new high or low", () => {
    const { result } = ask(internals, N - 1);
    expect(result.now).toMatchObject({ advances: 1, declines: 3, unchanged: 0, highs: 1, counted: 4 });
    expect(result.now.upVolume).toBe(0.25);
    expect(ask(internals, 280).text).toContain("No thrust has occurred yet");
  });
  it("what followed says its sample, its base and how readings were compared", () => {
    const points = ask(followed, 299, { reading: "50" });
    expect(points.text).toContain("compared with readings within 5 points");
    expect(points.text).toContain("against 100% of all 230 sessions, which overlap");
    expect(ask(followed, 299, { reading: "oscillator" }).text).toContain("the same tenth of history");
    expect(ask(followed, 3, { reading: "50" }).text).toBe(
      "There is no earlier reading of the share above the 50-session average to go by yet.",
    );
  });
});

describe("timing", () => {
  const lane = (name: LaneNow["lane"], state: number, age: number, fresh = false): LaneNow => ({
    lane: name,
    state,
    age,
    fresh,
    since: 20_000,
    change: 0.01,
    flip: NaN,
  });
  const said = (s: readonly (string | { figure: string })[]) => s.map((p) => (typeof p === "string" ? p : p.figure)).join("");
  it("lanes follow the composite, with what would change them", () => {
    const up = ask(timing, 299).result;
    const [quick, checked, steady] = up.lanes;
    expect([quick!.state, checked!.state, steady!.state]).toEqual([1, 0, 1]);
    expect(quick!.next).toMatch(/^turns down at a close of the composite below [\d.]+ \(−[\d.]+%\)$/);
    expect(checked!.next).toBe("waits for its first signal");
    expect(steady!.next).toContain("two sessions running");
    const down = ask(timing, N - 1).result;
    expect(down.lanes[2]!.state).toBe(-1);
    expect(down.records[2]!.latest.at(-1)).toMatchObject({ state: -1, open: true });
    expect(down.records[2]!.latest.at(-1)!.outcome).toBeLessThan(0);
    expect(down.provisional).toBe(false);
  });
  it("says which lanes are up and down, and which turned last", () => {
    expect(said(lanesSentence([lane("Quick", 1, 0), lane("Checked", 1, 4), lane("Steady", -1, 30), lane("Long", 0, NaN)]))).toBe(
      "Of the four timing lanes Quick and Checked are up, Steady is down and Long is without a signal; the last to turn was Quick, up on this session.",
    );
    expect(said(pressureSentence({ pressure: -64.2, before: -50, average3: -55, zone: "washed out" }))).toBe(
      "Breadth pressure stands at −64, which is washed out, down from −50.",
    );
    expect(said(pressureSentence({ pressure: -18.6, before: -19.3, average3: -18, zone: "" }))).toBe(
      "Breadth pressure stands at −19, as on the session before.",
    );
    expect(said(pressureSentence({ pressure: NaN, before: NaN, average3: NaN, zone: "" }))).toContain("not known yet");
  });
  it("changes are the lanes that turned on the session and the zones that the Pressure entered or left", () => {
    const pressure = { pressure: -61, before: -50, average3: -55, zone: "washed out" };
    const changes = timingChanges([lane("Quick", -1, 0, true), lane("Long", 1, 9)], pressure, "");
    expect(changes.map((c) => said(c.sentence))).toEqual([
      "The lane Quick turned down on this session.",
      "Breadth pressure became washed out at −61.",
    ]);
    expect(timingChanges([], { ...pressure, pressure: 3, zone: "" }, "washed out").map((c) => said(c.sentence))).toEqual([
      "Breadth pressure left the washed out zone at +3.",
    ]);
  });
  it("signals come out as the series went", () => {
    const level = Float64Array.of(100, 110, 99, 120, 90);
    const records = signalRecords(Int8Array.of(0, 1, 1, -1, -1), level, Int32Array.of(1, 2, 3, 4, 5));
    expect(records).toMatchObject([
      { day: 2, state: 1, sessions: 2, open: false },
      { day: 4, state: -1, sessions: 1, open: true },
    ]);
    expect(records[0]!.outcome).toBeCloseTo(120 / 110 - 1, 12);
    expect(records[0]!.lowest).toBeCloseTo(99 / 110 - 1, 12);
    expect(signalSummary(records, 1)).toMatchObject({ n: 1, right: 1 });
    expect(signalSummary(records, -1)).toMatchObject({ n: 0, median: NaN, worst: NaN });
  });
});

describe("own systems", () => {
  const rule = (comparator: string, right: unknown) => JSON.stringify({ left: { measure: "close" }, comparator, right });
  const average = { measure: "sma", params: { n: 20 } };
  it("on an index go up and down with their rules, and contradictions change nothing", () => {
    const { result, text } = ask(ownTiming, N - 1, { on: "IDX", up: rule("above", average), down: rule("below", average) });
    expect(result!.state).toBe(-1);
    expect(text).toMatch(/^The system has been down for \d+ sessions/);
    const both = ask(ownTiming, N - 1, { up: rule("above", 0), down: rule("above", 1) }).result!;
    expect([both.state, both.contradictions]).toEqual([0, N]);
    expect(ask(ownTiming, N - 1, { on: "NONE", up: rule("above", 0), down: rule("below", 0) }).result).toBeUndefined();
  });
  it("read what is unknown as unknown: a measure of highs on the composite gives no signal", () => {
    const up = JSON.stringify({ left: { measure: "adx" }, comparator: "above", right: 0 });
    expect(ask(ownTiming, N - 1, { up, down: rule("below", 0) }).result!.state).toBe(0);
  });
  it("are refused as text with the place of the fault", () => {
    expect(ruleText.safeParse("{").error!.issues[0]!.message).toBe("is not JSON");
    expect(
      ruleText.safeParse(JSON.stringify({ left: { measure: "participation", params: { n: 7 } }, comparator: "above", right: 1 }))
        .success,
    ).toBe(false);
    expect(ruleSchema.safeParse({ any: [{ not: { all: [] } }] }).success).toBe(true);
    expect(ruleSchema.safeParse({ left: { measure: "close", luck: 1 }, comparator: "above", right: 1 }).success).toBe(false);
  });
});

describe("charts of instruments abroad", () => {
  it("are on their own days, relative to the index carried onto them", () => {
    const away = handMadeMarket([{ ticker: "FAR", closes: growing(50, 0.001, N), kind: "index" }]);
    const market = new Market({ ...data, abroad: away }, N - 1);
    const result = chart.ask(market, chart.params.parse({ ticker: "FAR", history: 30 }))!;
    expect(result.days).toHaveLength(30);
    expect(result.relative[0]).toBe(100);
    expect(result.relative[29]).toBeGreaterThan(100);
    expect(market.before(400).abroad!.t).toBe(N - 401);
  });
});
