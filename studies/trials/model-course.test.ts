import { describe, expect, it } from "vitest";
import { epochDay, type PortfolioCourse } from "@core";
import type { Market } from "@studies/market/market";
import { figuresOf, ribbonOf, sinceRebalanced, yearsOf } from "./model-course";
import type { NamedMember } from "./model-members";

/* What has come of a model, from a course whose values are given. */

const course = (more: Partial<PortfolioCourse>): PortfolioCourse => ({
  from: 0,
  ...{ value: new Float64Array(), cash: new Float64Array(), turnover: new Float64Array() },
  ...{ units: new Float64Array(), waiting: [] },
  ...more,
});

describe("the figures of a value that began with 100", () => {
  it("are what it made, what that is a year, and its deepest fall", () => {
    const value = new Float64Array(504).fill(121);
    value.set([100, 160, 120, 144]);
    const { total, annual, drawdown } = figuresOf(value);
    expect(total).toBeCloseTo(0.21, 12);
    expect(annual).toBeCloseTo(0.1, 12);
    expect(drawdown).toBeCloseTo(1 - 120 / 160, 12);
  });

  it("say nothing of a year before one is over", () => {
    expect(figuresOf(new Float64Array(251).fill(150)).annual).toBeNaN();
    expect(figuresOf(new Float64Array(252).fill(150)).annual).toBeCloseTo(0.5, 12);
    expect(figuresOf(new Float64Array()).drawdown).toBeNaN();
  });
});

describe("since its last rebalancing", () => {
  const value = Float64Array.of(100, 110, 121, 133.1);
  it("counts from the close on which it was ranked", () => {
    // From session 10 on; ranked at the close of session 11, which is the second value.
    expect(sinceRebalanced(course({ from: 10, value }), Int32Array.of(9, 11))).toBeCloseTo(133.1 / 110 - 1, 12);
  });
  it("of the first one counts from what it began with", () => {
    expect(sinceRebalanced(course({ from: 10, value }), Int32Array.of(9))).toBeCloseTo(0.331, 12);
    expect(sinceRebalanced(course({ from: -1 }), Int32Array.of(9))).toBeNaN();
    expect(sinceRebalanced(course({ from: 10, value }), Int32Array.of())).toBeNaN();
  });
});

describe("year by year", () => {
  const sessions = Int32Array.from(
    ["2023-12-28", "2023-12-29", "2024-01-02", "2024-06-03", "2024-12-31", "2025-01-02", "2025-01-03"],
    epochDay,
  );
  const value = Float64Array.of(110, 120, 150, 180, 90);
  const years = yearsOf(
    { sessions } as unknown as Market,
    course({ from: 1, value, turnover: Float64Array.of(NaN, 0.25, 0.5, 0.125) }),
    { against: Float64Array.of(100, 100, 105, 110, 121), equal: Float64Array.of(50, 100, 100, 100, 100) },
    // Carried out at the opens of the sessions after: the second and third in 2024, the last in 2025.
    Int32Array.of(0, 1, 3, 4),
  );
  it("each begins with the last value of the one before, the first with 100", () => {
    expect(years.map((y) => y.year)).toEqual([2023, 2024, 2025]);
    const rounded = (xs: readonly number[]) => xs.map((x) => Number(x.toFixed(10)));
    expect(rounded(years.map((y) => y.model))).toEqual([0.1, Number((180 / 110 - 1).toFixed(10)), -0.5]);
    expect(rounded(years.map((y) => y.benchmark))).toEqual([0, 0.1, 0.1]);
    expect(rounded(years.map((y) => y.equal))).toEqual([-0.5, 1, 0]);
  });
  it("has the turnover of the rebalancings carried out in it, without the purchase", () => {
    expect(years.map((y) => y.turnover)).toEqual([0, 0.75, 0.125]);
  });
});

describe("who was held when", () => {
  const members = ["A", "B", "C", "D"].map((ticker) => ({ ticker, name: ticker.toLowerCase() })) as unknown as NamedMember[];
  it("has those held now first, then those held most, by name where they are even", () => {
    const rows = ribbonOf(members, [[3], [1, 2], [2, 1], [0, 2]], 1);
    expect(rows.map(({ ticker, held, times }) => [ticker, Array.from(held).join(""), times])).toEqual([
      ["C", "111", 3],
      ["A", "001", 1],
      ["B", "110", 2],
    ]);
  });
  it("is empty before it has begun", () => {
    expect(ribbonOf(members, [[0]], -1)).toEqual([]);
  });
});
