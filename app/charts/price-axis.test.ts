import { describe, expect, it } from "vitest";
import { NAMED_COLOURS } from "./testing-render";
import { LONG, priceAxis, zooms } from "./price-axis";

const of = (...values: number[]) => ({
  high: Float64Array.from(values, (x) => x * 1.01),
  low: Float64Array.from(values, (x) => x * 0.99),
  close: Float64Array.from(values),
});
interface LogAxis {
  type: string;
  min(of: { min: number }): number;
  max(of: { max: number }): number;
  axisLabel: { customValues: number[]; formatter(x: number): string };
}

describe("the axis of prices", () => {
  it("is left to the chart where prices stand evenly", () => {
    expect(priceAxis("linear", of(10, 20))).toEqual({});
  });

  it("has round numbers where their ratios count, all of them within the prices and none twice as far as the next", () => {
    for (const prices of [of(3, 1200), of(0.02, 0.9), of(40, 47), of(9, 11_500)]) {
      const axis = priceAxis("log", prices) as unknown as LogAxis;
      const values = axis.axisLabel.customValues;
      const [least, most] = [Math.min(...prices.low), Math.max(...prices.high)];
      expect(axis.type).toBe("log");
      expect(values.every((x) => x >= least && x <= most)).toBe(true);
      // No gap is wider than a doubling, to either end as well.
      const marks = [least, ...values, most];
      for (let k = 1; k < marks.length; k++) expect(marks[k]! / marks[k - 1]!).toBeLessThanOrEqual(2 + 1e-9);
      // Two significant figures at most.
      for (const x of values) expect(Number(x.toPrecision(2))).toBe(x);
      expect(axis.min({ min: least })).toBeLessThan(least);
      expect(axis.max({ max: most })).toBeGreaterThan(most);
    }
  });

  it("writes thousands apart", () => {
    const { axisLabel } = priceAxis("log", of(900, 5000)) as unknown as LogAxis;
    expect(axisLabel.formatter(1500)).toBe("1,500");
  });

  it("passes over what is no price, and has nothing to say where there is none", () => {
    const gaps = of(NaN, 20, 0, 30);
    expect((priceAxis("log", gaps) as unknown as LogAxis).axisLabel.customValues).toEqual([20, 30]);
    expect(priceAxis("log", of(NaN, NaN))).toEqual({});
  });

  it("in percent begins a twentieth below the least, and never below the loss of everything", () => {
    const { min, axisLabel } = priceAxis("percent", of(1)) as {
      min: (of: { min: number; max: number }) => number;
      axisLabel: { formatter(x: number): string };
    };
    expect(min({ min: -10, max: 90 })).toBe(-15);
    expect(min({ min: -98, max: 900 })).toBe(-100);
    expect([axisLabel.formatter(12), axisLabel.formatter(-7)]).toEqual(["+12%", "−7%"]);
  });
});

describe("moving along a history", () => {
  it("has an overview under a long one only, which stops at the same nearest view", () => {
    expect(zooms(NAMED_COLOURS, [0, 1], LONG, 70)).toHaveLength(1);
    const [inside, overview] = zooms(NAMED_COLOURS, [0, 1], LONG + 1, 70) as [Record<string, unknown>, Record<string, unknown>];
    expect(overview["right"]).toBe(70);
    expect([inside["minValueSpan"], inside["xAxisIndex"]]).toEqual([overview["minValueSpan"], overview["xAxisIndex"]]);
  });
});
