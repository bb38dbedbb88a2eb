import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { lanesSentence, pressureSentence, type LaneNow } from "./timing-now";

/* Figures and words that a person reads, each against a value worked out by hand. */

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
