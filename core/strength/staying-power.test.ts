import { describe, expect, it } from "vitest";
import { standing, stayingPower, weeklySamples } from "..";

describe("staying power", () => {
  it("standing begins at 80 and ends at 65", () => {
    expect([
      standing(80, 64.9),
      standing(79.9, 10),
      standing(80, 65),
      standing(80, 80),
      standing(64.9, 80),
      standing(65, 80),
    ]).toEqual(["new arrival", undefined, undefined, "established", "fading", undefined]);
    const eight = [...new Array<number>(8).fill(50), NaN, NaN];
    expect([stayingPower(eight), stayingPower([...eight.slice(1), NaN])]).toEqual([50, NaN]);
    // Friday, then Monday to Friday, then Monday and Tuesday: the first is the sample of its week.
    const days = Int32Array.of(1, 4, 5, 6, 7, 8, 11, 12);
    expect(weeklySamples(days, 7)).toEqual([7, 5, 0]);
    expect(weeklySamples(days, 7, 2)).toEqual([7, 5]);
  });
});
