import { saidAll } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { standingChanges } from "./today-changes";

/* Sets, groups and what is said of them, on a market and a world made by hand. */

describe("arrivals", () => {
  it("Today tells who arrived and who began to fade", () => {
    const strength = (name: string, now: number, staying: number) =>
      ({ name, strength: now, staying }) as Parameters<typeof standingChanges>[0][0][0];
    const before = [[strength("Fish", 70, 50), strength("Ships", 90, 85)], [strength("Nets", 85, 50)]];
    const now = [[strength("Fish", 85, 50), strength("Ships", 60, 84)], [strength("Nets", 85, 52)]];
    expect(standingChanges(now, before).map((c) => saidAll([c.sentence]))).toEqual([
      "Fish has newly arrived among the strongest.",
      "Ships began to fade.",
    ]);
    expect(standingChanges(now, now)).toEqual([]);
  });
});
