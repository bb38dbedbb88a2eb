import { linearRegression as referenceLine, linearRegressionLine, rSquared, sampleStandardDeviation } from "simple-statistics";
import { ADX, AverageGain, AverageLoss, BollingerBands, MACD, PSAR, ROC, Stochastic, WilliamsR } from "technicalindicators";
import { describe, expect, it } from "vitest";
import {
  bollinger,
  CoreError,
  dayPosition,
  detrendedPrice,
  directionalMovement,
  donchian,
  historicalVolatility,
  lagged,
  linearRegression,
  macd,
  parabolicSar,
  ppo,
  rangePosition,
  regressionSlope,
  rsi,
  simpleReturn,
  sma,
  stochastic,
  turnover,
  williamsR,
} from "..";
import { definedOf, largestDifference, randomBars, withGaps } from "../testing";

const bars = randomBars(11, 1600);
const close = Array.from(bars.close);
const input = { high: Array.from(bars.high), low: Array.from(bars.low), close };

describe("oscillators against another library", () => {
  it.each([2, 14])("RSI(%i) from the other library's average gain and loss", (n) => {
    const gain = AverageGain.calculate({ period: n, values: close });
    const loss = AverageLoss.calculate({ period: n, values: close });
    const expected = gain.map((g, i) => (loss[i] === 0 ? (g === 0 ? 50 : 100) : 100 - 100 / (1 + g / loss[i]!)));
    expect(largestDifference(definedOf(rsi(bars.close, n)), expected)).toBeLessThan(1e-9);
  });
  it("+DI, -DI and ADX(14)", () => {
    const own = directionalMovement(bars, 14);
    const other = ADX.calculate({ ...input, period: 14 });
    expect(own.adx.findIndex((x) => !Number.isNaN(x))).toBe(27);
    expect(own.plus.findIndex((x) => !Number.isNaN(x))).toBe(14);
    expect(largestDifference(definedOf(own.adx), other.map((x) => x.adx).filter(Number.isFinite))).toBeLessThan(1e-9);
    expect(
      largestDifference(
        definedOf(own.plus).slice(13),
        other.map((x) => x.pdi),
      ),
    ).toBeLessThan(1e-9);
    expect(
      largestDifference(
        definedOf(own.minus).slice(13),
        other.map((x) => x.mdi),
      ),
    ).toBeLessThan(1e-9);
  });
  it("MACD(12, 26, 9), and the PPO as its line over the slow average", () => {
    const settings = { fastPeriod: 12, slowPeriod: 26, signalPeriod: 9, SimpleMAOscillator: false, SimpleMASignal: false };
    const other = MACD.calculate({ values: close, ...settings });
    const own = macd(bars.close);
    expect(
      largestDifference(
        definedOf(own.line),
        other.map((x) => x.MACD!),
      ),
    ).toBeLessThan(1e-9);
    const signals = other.map((x) => x.signal).filter((x) => x !== undefined);
    expect(largestDifference(definedOf(own.signal), signals)).toBeLessThan(1e-9);
    expect(own.signal.findIndex((x) => !Number.isNaN(x))).toBe(33);
    const share = ppo(bars.close);
    const slow = own.line.map((x, t) => (100 * x) / share.line[t]!);
    expect(slow[1000]! + own.line[1000]!).toBeCloseTo(slow[1000]! * (1 + share.line[1000]! / 100), 9);
  });
  it("Bollinger(20, 2) with population sd", () => {
    const own = bollinger(bars.close);
    const other = BollingerBands.calculate({ period: 20, stdDev: 2, values: close });
    expect(
      largestDifference(
        definedOf(own.upper),
        other.map((b) => b.upper),
      ),
    ).toBeLessThan(1e-9);
    expect(
      largestDifference(
        definedOf(own.lower),
        other.map((b) => b.lower),
      ),
    ).toBeLessThan(1e-9);
    expect(own.width[99]).toBeCloseTo((other[80]!.upper - other[80]!.lower) / other[80]!.middle, 10);
    expect(own.percentB[99]).toBeCloseTo((close[99]! - other[80]!.lower) / (other[80]!.upper - other[80]!.lower), 10);
  });
  it("stochastic and Williams %R", () => {
    const other = Stochastic.calculate({ ...input, period: 14, signalPeriod: 3 });
    const own = stochastic(bars, { n: 14, smooth: 1, d: 3 });
    expect(
      largestDifference(
        definedOf(own.k),
        other.map((x) => x.k),
      ),
    ).toBeLessThan(1e-9);
    expect(largestDifference(definedOf(own.d), other.map((x) => x.d).filter(Number.isFinite))).toBeLessThan(1e-9);
    const r = WilliamsR.calculate({ ...input, period: 14 });
    expect(definedOf(williamsR(bars, 14)).every((x, k) => Math.abs(x - r[k]!) < 1e-9)).toBe(true);
  });
  it("ROC(n) as r(n) in percent", () => {
    const other = ROC.calculate({ period: 10, values: close });
    expect(definedOf(simpleReturn(bars.close, 10)).every((x, k) => Math.abs(100 * x - other[k]!) < 1e-9)).toBe(true);
  });
  it("parabolic SAR, once both have met at a turn", () => {
    const own = parabolicSar(bars);
    const other = PSAR.calculate({ high: input.high, low: input.low, step: 0.02, max: 0.2 });
    const shift = close.length - other.length;
    const apart = other.map((x, k) => Math.abs(x - own[k + shift]!) / x);
    // The other library begins long whatever the first closes say; from the first shared turn on they are one.
    expect(apart.slice(900).every((d) => d < 1e-9)).toBe(true);
  });
});

describe("by definition", () => {
  const at = (t: number, n: number) => close.slice(t - n + 1, t + 1);
  it.each([20, 252])("the regression line over %i closes, on closes and on their logs", (n) => {
    for (const scale of ["linear", "log"] as const) {
      const own = linearRegression(bars.close, n, scale);
      for (const t of [n - 1, 700, 1599]) {
        const points = at(t, n).map((c, k): [number, number] => [k, scale === "log" ? Math.log(c) : c]);
        const { m, b } = referenceLine(points);
        const line = linearRegressionLine({ m, b });
        const sse = points.reduce((s, [x, y]) => s + (y - line(x)) ** 2, 0);
        expect(own.slope[t]).toBeCloseTo(m, 10);
        expect(own.end[t]).toBeCloseTo(line(n - 1), 9);
        expect(own.residualSd[t]).toBeCloseTo(Math.sqrt(sse / (n - 1)), 9);
        expect(own.r2[t]).toBeCloseTo(rSquared(points, line), 9);
      }
      expect(own.end[n - 2]).toBeNaN();
    }
    expect(
      largestDifference(definedOf(linearRegression(bars.close, 10).slope), definedOf(regressionSlope(bars.close, 10))),
    ).toBeLessThan(1e-6);
  });
  it("historical volatility", () => {
    const returns = close.map((c, t) => (t > 0 ? Math.log(c / close[t - 1]!) : NaN));
    const own = historicalVolatility(bars.close, 21);
    expect(own[20]).toBeNaN();
    for (const t of [21, 900]) {
      expect(own[t]).toBeCloseTo(sampleStandardDeviation(returns.slice(t - 20, t + 1)) * Math.sqrt(252), 10);
    }
  });
  it("detrended price, channels, positions and turnover", () => {
    const t = 321;
    expect(detrendedPrice(bars.close, 20)[t]).toBeCloseTo(close[t]! - sma(bars.close, 20)[t - 11]!, 10);
    expect(definedOf(detrendedPrice(bars.close, 20))).toHaveLength(1600 - 19 - 11);
    const high = Math.max(...input.high.slice(t - 54, t + 1));
    const low = Math.min(...input.low.slice(t - 54, t + 1));
    expect([donchian(bars, 55).upper[t], donchian(bars, 55).lower[t]]).toEqual([high, low]);
    expect(donchian(bars, 55, "closes").upper[t]).toBe(Math.max(...at(t, 55)));
    expect(rangePosition(bars, 55)[t]).toBeCloseTo((100 * (close[t]! - low)) / (high - low), 10);
    expect(dayPosition(bars)[t]).toBeCloseTo((100 * (close[t]! - input.low[t]!)) / (input.high[t]! - input.low[t]!), 10);
    expect(turnover(bars.close, bars.volume)[t]).toBe(close[t]! * bars.volume[t]!);
    expect(lagged(bars.close, 5)[t]).toBe(close[t - 5]);
  });
});

describe("with gaps and without movement", () => {
  const { bars: gapped, kept } = withGaps(bars, 5, 0.1);
  const pick = (column: Float64Array) => Float64Array.from(kept, (k) => column[k]!);
  const dense = { high: pick(bars.high), low: pick(bars.low), close: pick(bars.close) };
  it.each([
    ["rsi", rsi(gapped.close, 14), rsi(dense.close, 14)],
    ["adx", directionalMovement(gapped, 14).adx, directionalMovement(dense, 14).adx],
    ["sar", parabolicSar(gapped), parabolicSar(dense)],
    ["bollinger", bollinger(gapped.close).upper, bollinger(dense.close).upper],
    ["stochastic", stochastic(gapped).d, stochastic(dense).d],
    ["donchian", donchian(gapped, 20).lower, donchian(dense, 20).lower],
    ["regression", linearRegression(gapped.close, 20).end, linearRegression(dense.close, 20).end],
    ["detrended", detrendedPrice(gapped.close, 20), detrendedPrice(dense.close, 20)],
    ["volatility", historicalVolatility(gapped.close, 20), historicalVolatility(dense.close, 20)],
    ["macd", macd(gapped.close).histogram, macd(dense.close).histogram],
  ])("%s runs over own bars", (_name, withRows, alone) => {
    expect(Array.from(kept, (k) => withRows[k])).toEqual(Array.from(alone));
  });
  it("a flat line has the values that the method gives it", () => {
    const flat = { high: new Float64Array(60).fill(5), low: new Float64Array(60).fill(5), close: new Float64Array(60).fill(5) };
    expect([rsi(flat.close, 14)[40], rangePosition(flat, 10)[40], williamsR(flat, 10)[40], dayPosition(flat)[4]]).toEqual([
      50, 50, -50, 50,
    ]);
    expect(directionalMovement(flat, 14).adx[50]).toBe(0);
    expect(bollinger(flat.close).percentB[40]).toBeNaN();
    expect(linearRegression(flat.close, 20).r2[40]).toBeNaN();
  });
  it("too short, empty and senseless", () => {
    expect(definedOf(parabolicSar({ high: Float64Array.of(2), low: Float64Array.of(1), close: Float64Array.of(1) }))).toEqual([]);
    expect(definedOf(rsi(new Float64Array(0), 14))).toEqual([]);
    expect(() => rsi(bars.close, 0)).toThrow(CoreError);
    expect(() => linearRegression(bars.close, 1)).toThrow("at least 2");
    expect(() => historicalVolatility(bars.close, 1)).toThrow("at least 2");
  });
});
