import { describe, expect, it } from "vitest";
import type { LevelRung } from "@studies/key-levels/rung-name";
import type { ClauseAtNext } from "@studies/key-levels/price-changes";
import { ladderLayout } from "./ladder-layout";

const rung = (place: number): LevelRung => ({
  kind: "average",
  name: `at ${place}`,
  price: 100 + place,
  place,
  percent: place / 100,
});
const line = (...places: number[]) => ({ place: places[0]!, rungs: places.map(rung) });
const clause = (below: number | undefined, above: number | undefined): ClauseAtNext => {
  const change = (place: number | undefined, becomes: boolean) =>
    place === undefined ? undefined : { price: 100 + place, place, percent: place / 100, becomes };
  return {
    sentence: `${below} ${above}`,
    rule: { all: [] },
    isAsked: false,
    moment: "close",
    now: true,
    unchanged: true,
    below: change(below, false),
    above: change(above, false),
  };
};

describe("the layout of the ladder", () => {
  const layout = ladderLayout(
    [line(-18), line(-2.2, -2.15), line(0.3, 0.35), line(1.4)],
    [clause(-0.5, 0.5), clause(-0.5, 3)],
    4,
    500,
  );

  it("goes as far as there are levels within reach, and names those beyond", () => {
    expect(layout.ticks).toEqual([-2, -1, 0, 1]);
    expect(layout.y(1.5)).toBeLessThan(layout.y(0));
    expect(layout.farther.map((r) => r.place)).toEqual([-18]);
    expect(ladderLayout([], [], 4, 500).ticks).toEqual([-1, 0, 1]);
    expect(ladderLayout([line(-9), line(9)], [], 10, 500).ticks).toHaveLength(19);
  });

  it("puts labels in their order from the top, none on another, the close among them", () => {
    const order = layout.rungs.map((r) => r.rung.place);
    expect(order).toEqual([1.4, 0.35, 0.3, -2.15, -2.2]);
    const heights = [...layout.rungs.map((r) => r.y), layout.closeY].sort((a, b) => a - b);
    for (let k = 1; k < heights.length; k++) expect(heights[k]! - heights[k - 1]!).toBeGreaterThanOrEqual(17 - 1e-9);
    expect(layout.closeY).toBeGreaterThan(layout.rungs[2]!.y);
    // One line for rungs that share it.
    expect(layout.rungs[1]!.lineY).toBe(layout.rungs[2]!.lineY);
  });

  it("sets dots of one height side by side, and leaves out what is not in the picture", () => {
    expect(layout.changes.map((c) => [c.price, c.step])).toEqual([
      [100.5, 0],
      [99.5, 0],
      [99.5, 1],
    ]);
  });
});
