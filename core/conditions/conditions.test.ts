import { RSI } from "technicalindicators";
import { describe, expect, it } from "vitest";
import {
  CoreError,
  evaluateRule,
  MEASURES,
  measureOf,
  paramsOf,
  ruleSentence,
  type Condition,
  type MeasureUse,
  type Rule,
} from "..";
import { definedOf, randomBars } from "../testing";

const bars = randomBars(9, 400);
const columns: Record<string, number[]> = {};
const given = (use: MeasureUse) => ({ values: Float64Array.from(columns[use.measure]!) });
const judge = (condition: Partial<Condition>, close: number[], sma: number[] = close.map(() => 10)) => {
  columns["close"] = close;
  columns["sma"] = sma;
  const rule: Condition = { left: { measure: "close" }, comparator: "above", right: { measure: "sma" }, ...condition };
  return Array.from(evaluateRule(rule, given, close.length));
};

describe("a condition", () => {
  it("has three values, and prices that tie are neither above nor below", () => {
    expect(judge({}, [11, 9, NaN, 10, 10 + 1e-10])).toEqual([1, 0, -1, 0, 0]);
    expect(judge({ comparator: "below" }, [11, 9, NaN, 10])).toEqual([0, 1, -1, 0]);
    expect(judge({ right: 10 }, [10 + 1e-10, 10])).toEqual([1, 0]);
  });
  it("crosses from the latest bar on which the two were not equal; gaps are passed over", () => {
    expect(judge({ comparator: "crosses above" }, [11, 9, 10, 10, 11, 12, 9, NaN, 11])).toEqual([-1, 0, 0, 0, 1, 0, 0, -1, 1]);
    expect(judge({ comparator: "crosses below" }, [11, 10, 9, 8])).toEqual([-1, 0, 1, 0]);
  });
  it("runs, lies within, comes first, and looks back", () => {
    const close = [11, 11, 9, 11, 11, 11, NaN, 11, 11];
    expect(judge({ running: 2 }, close)).toEqual([-1, 1, 0, 0, 1, 1, -1, -1, 1]);
    expect(judge({ within: 2 }, close)).toEqual([1, 1, 1, 1, 1, 1, 1, 1, 1]);
    expect(judge({ within: 2 }, [9, 9, NaN, 9, 9])).toEqual([-1, 0, -1, -1, 0]);
    expect(judge({ firstIn: 3 }, [9, 9, 11, 11, 9, 9, 11])).toEqual([0, 0, 1, 0, 0, 0, 1]);
    expect(judge({ firstIn: 3 }, [9, 11, NaN, 9, 11])).toEqual([0, -1, -1, 0, -1]);
    expect(judge({ ago: 1 }, [11, 9, 11])).toEqual([-1, 1, 0]);
  });
  it("counts the subject's own bars and is unknown between them", () => {
    const own = Uint8Array.of(1, 0, 1, 1);
    const rule: Rule = { left: { measure: "close" }, comparator: "above", right: 10, running: 2 };
    const truths = evaluateRule(rule, () => ({ values: Float64Array.of(11, NaN, 11, 9), own }), 4);
    expect(Array.from(truths)).toEqual([-1, -1, 1, 0]);
  });
});

describe("rules", () => {
  const yes: Rule = { left: { measure: "close" }, comparator: "above", right: 0 };
  const no: Rule = { left: { measure: "close" }, comparator: "below", right: 0 };
  const unknown: Rule = { left: { measure: "sma" }, comparator: "above", right: 0 };
  const at = (rule: Rule) => evaluateRule(rule, (use) => ({ values: Float64Array.of(use.measure === "sma" ? NaN : 5) }), 1)[0];
  it("follow Kleene's tables", () => {
    expect([at({ all: [yes, yes] }), at({ all: [yes, unknown] }), at({ all: [no, unknown] }), at({ all: [] })]).toEqual([
      1, -1, 0, 1,
    ]);
    expect([at({ any: [no, yes] }), at({ any: [yes, unknown] }), at({ any: [no, unknown] }), at({ any: [] })]).toEqual([
      1, 1, -1, 0,
    ]);
    expect([at({ not: yes }), at({ not: no }), at({ not: unknown })]).toEqual([0, 1, -1]);
  });
  it("read as sentences and travel as JSON", () => {
    const rule: Rule = {
      all: [
        { left: { measure: "close" }, comparator: "above", right: { measure: "sma", params: { n: 20 } }, running: 2 },
        {
          any: [
            { left: { measure: "detrended price" }, comparator: "crosses above", right: 0 },
            { not: { left: { measure: "return", params: { n: 5 } }, comparator: "below", right: -0.03, within: 3, ago: 1 } },
          ],
        },
        {
          left: { measure: "close", of: { ticker: "ALVOL" } },
          comparator: "below",
          right: { measure: "ema", of: { ticker: "ALVOL" } },
          firstIn: 10,
        },
      ],
    };
    expect(ruleSentence(rule)).toBe(
      "the close is above its 20-session simple average on 2 sessions running and (the detrended price of 20 sessions crosses above 0 or not (the return over 5 sessions is below −3% within the last 3 sessions, 1 session ago)) and the close of ALVOL is below the 50-session exponential average of ALVOL for the first time in 10 sessions",
    );
    const back = JSON.parse(JSON.stringify(rule)) as Rule;
    expect(ruleSentence(back)).toBe(ruleSentence(rule));
  });
});

describe("measures", () => {
  it("have columns of the subject's length, and other names than each other", () => {
    expect(new Set(MEASURES.map((m) => m.name)).size).toBe(MEASURES.length);
    for (const m of MEASURES.filter((x) => x.column)) {
      const column = m.column!(bars, paramsOf({ measure: m.name }));
      expect(column).toHaveLength(400);
      expect(definedOf(column).length).toBeGreaterThan(200);
    }
  });
  it("take their parameters", () => {
    const own = measureOf("rsi").column!(bars, { n: 5 });
    const other = RSI.calculate({ period: 5, values: Array.from(bars.close) });
    // The other library rounds to two decimals.
    expect(definedOf(own).every((x, k) => Math.abs(x - other[k]!) <= 0.005001)).toBe(true);
  });
  it("refuse what does not exist", () => {
    expect(() => measureOf("luck")).toThrow(CoreError);
    expect(() => paramsOf({ measure: "rsi", params: { m: 3 } })).toThrow('no parameter "m"');
    expect(() => paramsOf({ measure: "rsi", params: { n: 0 } })).toThrow("from 1 to 1000");
    expect(() => paramsOf({ measure: "participation", params: { n: 7 } })).toThrow("one of 5, 10, 20, 50, 200");
    expect(() => paramsOf({ measure: "rsi", params: { n: 2.5 } })).toThrow("whole number");
  });
});
