import { ask, N } from "@studies/testing/turning-market";
import { describe, expect, it } from "vitest";
import { breadth } from "./breadth";
import { breadthSectors } from "./breadth-sectors";
import { followed } from "./followed";
import { internals } from "./internals";

/* Regime, breadth and timing on markets made by hand, and what they say of them. */

describe("breadth", () => {
  it("of a sector counts its members, with zones as they were set", () => {
    const { result, text } = ask(breadth, 299, { group: "sector:Fish", crowded: 90 });
    expect(result.rows[3]).toMatchObject({ above: 2, counted: 2, percent: 100 });
    expect(text).toContain(": crowded (90% or more)");
    expect(result.inZones.crowded).toBe(result.inZones.all);
    expect(ask(breadth, N - 1, { group: "sector:Fish", washed: 5 }).text).toContain(": washed out (5% or less)");
    expect(breadth.params.safeParse({ crowded: 40 }).success).toBe(false);
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
