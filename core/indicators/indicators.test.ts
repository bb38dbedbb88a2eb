import fc from "fast-check";
import { ATR, EMA, SMA, TrueRange, WEMA } from "technicalindicators";
import { describe, expect, it } from "vitest";
import { atr, CoreError, ema, highest, lowest, regressionSlope, simpleReturn, simpleReturnAt, sma, trueRange, wilder } from "..";
import { definedOf, largestDifference, randomBars, withGaps } from "../testing";

const bars = randomBars(7, 1500);
const values = Array.from(bars.close);

describe("moving averages against another library", () => {
  it.each([5, 20, 50, 200])("SMA(%i)", (n) => {
    expect(largestDifference(definedOf(sma(bars.close, n)), SMA.calculate({ period: n, values }))).toBeLessThan(1e-9);
  });
  it.each([5, 20, 50, 200])("EMA(%i), seeded with the mean of its first values", (n) => {
    expect(largestDifference(definedOf(ema(bars.close, n)), EMA.calculate({ period: n, values }))).toBeLessThan(1e-9);
  });
  it.each([14, 22])("Wilder(%i)", (n) => {
    expect(largestDifference(definedOf(wilder(bars.close, n)), WEMA.calculate({ period: n, values }))).toBeLessThan(1e-9);
  });
  it("true range and ATR(22)", () => {
    const input = { high: Array.from(bars.high), low: Array.from(bars.low), close: values };
    expect(largestDifference(definedOf(trueRange(bars)), TrueRange.calculate(input))).toBeLessThan(1e-9);
    expect(largestDifference(definedOf(atr(bars, 22)), ATR.calculate({ ...input, period: 22 }))).toBeLessThan(1e-9);
  });
});

describe("windows count own bars", () => {
  const { bars: gapped, kept } = withGaps(bars, 3, 0.1);
  const dense = { high: pick(bars.high), low: pick(bars.low), close: pick(bars.close) };
  function pick(column: Float64Array) {
    return Float64Array.from(kept, (k) => column[k]!);
  }
  it.each([
    ["sma", sma(gapped.close, 20), sma(dense.close, 20)],
    ["ema", ema(gapped.close, 50), ema(dense.close, 50)],
    ["highest", highest(gapped.close, 22), highest(dense.close, 22)],
    ["r(21)", simpleReturn(gapped.close, 21), simpleReturn(dense.close, 21)],
    ["atr", atr(gapped, 20), atr(dense, 20)],
    ["slope", regressionSlope(gapped.close, 5), regressionSlope(dense.close, 5)],
  ])("%s over rows with gaps equals the same over the bars alone", (_name, withRows, alone) => {
    expect(Array.from(kept, (k) => withRows[k])).toEqual(Array.from(alone));
    expect(withRows.filter((x, k) => !kept.includes(k) && !Number.isNaN(x))).toHaveLength(0);
  });
});

describe("against plain loops", () => {
  it("highest and lowest", () => {
    const high = highest(bars.close, 22);
    const low = lowest(bars.close, 22);
    for (const t of [21, 22, 500, 1499]) {
      const window = values.slice(t - 21, t + 1);
      expect(high[t]).toBe(Math.max(...window));
      expect(low[t]).toBe(Math.min(...window));
    }
    expect(high[20]).toBeNaN();
  });
  it("slope by the textbook sums", () => {
    const slope = regressionSlope(bars.close, 10);
    for (const t of [9, 700, 1499]) {
      const y = values.slice(t - 9, t + 1);
      const sx = 45;
      const sxx = 285;
      const sy = y.reduce((a, b) => a + b, 0);
      const sxy = y.reduce((a, b, k) => a + k * b, 0);
      expect(slope[t]).toBeCloseTo((10 * sxy - sx * sy) / (10 * sxx - sx * sx), 10);
    }
  });
  it("r(n) as of one session is the column's value there", () => {
    const column = simpleReturn(bars.close, 63);
    for (const t of [10, 63, 900]) expect(simpleReturnAt(bars.close, t, 63)).toEqual(column[t]);
  });
});

describe("invariances", () => {
  const prices = fc
    .array(fc.integer({ min: 100, max: 99_999 }), { minLength: 30, maxLength: 120 })
    .map((x) => Float64Array.from(x, (c) => c / 100));
  it("an average of prices twice as high is twice as high", () => {
    fc.assert(
      fc.property(prices, (p) => {
        expect(
          Array.from(
            ema(
              p.map((x) => 2 * x),
              10,
            ),
          ),
        ).toEqual(Array.from(ema(p, 10).map((x) => 2 * x)));
      }),
    );
  });
  it("what comes later changes nothing before, bit for bit", () => {
    fc.assert(
      fc.property(prices, fc.integer({ min: 1, max: 29 }), (p, cut) => {
        for (const f of [
          (x: Float64Array) => sma(x, 7),
          (x: Float64Array) => ema(x, 7),
          (x: Float64Array) => highest(x, 7),
          (x: Float64Array) => regressionSlope(x, 5),
        ]) {
          expect(Array.from(f(p.slice(0, cut)))).toEqual(Array.from(f(p)).slice(0, cut));
        }
      }),
    );
  });
});

describe("at the edges", () => {
  it("empty, one value, all NaN", () => {
    expect(sma(new Float64Array(0), 5)).toHaveLength(0);
    expect(ema(Float64Array.of(3), 1)[0]).toBe(3);
    expect(
      definedOf(atr({ high: Float64Array.of(NaN, NaN), low: Float64Array.of(NaN, NaN), close: Float64Array.of(NaN, NaN) }, 1)),
    ).toEqual([]);
  });
  it("a constant stays itself", () => {
    const flat = new Float64Array(400).fill(12.34);
    expect(sma(flat, 200)[399]).toBeCloseTo(12.34, 12);
    expect(regressionSlope(flat, 5)[10]).toBe(0);
  });
  it("a window that is none is refused", () => {
    expect(() => sma(bars.close, 0)).toThrow(CoreError);
    expect(() => ema(bars.close, 2.5)).toThrow("whole window");
    expect(() => trueRange({ high: new Float64Array(2), low: new Float64Array(2), close: new Float64Array(3) })).toThrow(
      CoreError,
    );
  });
});
