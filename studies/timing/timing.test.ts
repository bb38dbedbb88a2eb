import { ask, N } from "@studies/testing/turning-market";
import { describe, expect, it } from "vitest";
import { signalRecords, signalSummary } from "./signal-records";
import { timing } from "./timing";
import { lanesSentence, pressureSentence, type LaneNow } from "./timing-now";
import { timingChanges } from "@studies/today/today-changes";

/* Regime, breadth and timing on markets made by hand, and what they say of them. */

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
