import { describe, expect, it } from "vitest";
import { epochDay } from "@core";
import type { WindowMarks } from "@studies/seasons/window-marks";
import { NAMED_COLOURS } from "./testing-render";
import { windowAreas } from "./window-areas";

/** The weekdays of three weeks from Monday, 5 January 2026. */
const days = Int32Array.from({ length: 15 }, (_, k) => epochDay("2026-01-05") + 7 * Math.floor(k / 5) + (k % 5));
const day = epochDay;
type Area = [{ name: string; xAxis: number; itemStyle: { color: string } }, { xAxis: number }];
const areasOf = (froms: string[], tos: string[], moves: number[], coming: Partial<WindowMarks["coming"]> = {}) =>
  (
    windowAreas(NAMED_COLOURS, { days }, {
      froms: Int32Array.from(froms, day),
      tos: Int32Array.from(tos, day),
      moves: Float64Array.from(moves),
      coming: { hasBegun: false, from: day("2026-01-20"), to: day("2026-02-20"), ...coming },
    } as WindowMarks) as Area[]
  ).map(([from, to]) => [from.name, from.xAxis, to.xAxis, from.itemStyle.color]);

describe("the tints of a date window", () => {
  it("reach from its first session to its last, coloured by the way it went", () => {
    // From a Saturday it begins on the Monday.
    expect(areasOf(["2026-01-06", "2026-01-10"], ["2026-01-08", "2026-01-14"], [0.02, -0.01])).toEqual([
      ["+2.0%", 1, 3, "teal"],
      ["−1.0%", 5, 7, "rust"],
    ]);
  });
  it("are left out where they lie outside, and end with the bars", () => {
    expect(areasOf(["2025-12-01", "2026-02-02"], ["2025-12-31", "2026-02-09"], [0.02, 0.02])).toEqual([]);
    expect(areasOf(["2025-12-29", "2026-01-22"], ["2026-01-07", "2026-01-30"], [0, 0.03])).toEqual([
      ["0.0%", 0, 2, "teal"],
      ["+3.0%", 13, 14, "teal"],
    ]);
  });
  it("name the one that is under way", () => {
    expect(areasOf([], [], [], { hasBegun: true })).toEqual([["now", 11, 14, "indigo"]]);
    expect(areasOf([], [], [])).toEqual([]);
  });
});
