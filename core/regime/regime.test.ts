import { describe, expect, it } from "vitest";
import { confirmedState, DIRECTIONS, regime, runStart, VOLATILITIES } from "..";
import { randomBars } from "../testing";

const bars = randomBars(23, 1400);
const result = regime(bars);

const average = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / x.length;
const closes = Array.from(bars.close);
const smaAt = (t: number, n: number) => (t + 1 >= n ? average(closes.slice(t + 1 - n, t + 1)) : NaN);

/** ATR(20) by its definition: mean of the first 20 true ranges, then 19 parts old and one part new. */
function atr20(): number[] {
  const out: number[] = [NaN];
  const ranges: number[] = [];
  for (let t = 1; t < closes.length; t++) {
    ranges.push(
      Math.max(bars.high[t]! - bars.low[t]!, Math.abs(bars.high[t]! - closes[t - 1]!), Math.abs(bars.low[t]! - closes[t - 1]!)),
    );
    out.push(
      ranges.length < 20 ? NaN : ranges.length === 20 ? average(ranges) : (19 * out[t - 1]! + ranges[ranges.length - 1]!) / 20,
    );
  }
  return out;
}

describe("regime against a slow recomputation", () => {
  const range = atr20().map((a, t) => a / closes[t]!);
  it.each([205, 300, 777, 1399])("at session %i", (t) => {
    expect(result.distance200[t]).toBeCloseTo(closes[t]! / smaAt(t, 200) - 1, 10);
    expect(result.slope50[t]).toBeCloseTo(smaAt(t, 50) / smaAt(t - 5, 50) - 1, 10);
    const window = range.slice(Math.max(0, t - 755), t + 1).filter((x) => !Number.isNaN(x));
    const centre = average(window);
    const sd = Math.sqrt(window.reduce((s, x) => s + (x - centre) ** 2, 0) / (window.length - 1));
    if (window.length >= 252) expect(result.volatilityZ[t]).toBeCloseTo((range[t]! - centre) / sd, 8);
    else expect(result.volatilityZ[t]).toBeNaN();
    const rising = closes[t]! > 1.02 * smaAt(t, 200) && smaAt(t, 50) > smaAt(t - 5, 50);
    const falling = closes[t]! < 0.98 * smaAt(t, 200) && smaAt(t, 50) < smaAt(t - 5, 50);
    expect(DIRECTIONS[result.rawDirection[t]!]).toBe(rising ? "Rising" : falling ? "Falling" : "Ranging");
    const z = result.volatilityZ[t]!;
    expect(VOLATILITIES[result.rawVolatility[t]!]).toBe(
      Number.isNaN(z) ? undefined : z < -0.5 ? "Calm" : z > 1 ? "Rough" : "Usual",
    );
  });
  it("takes its first direction with the 200th bar and its first volatility with 252 ranges", () => {
    expect(result.direction.findIndex((d) => d >= 0)).toBe(199);
    expect(result.volatility.findIndex((v) => v >= 0)).toBe(20 + 251);
  });
  it("visits every direction in this walk", () => {
    expect(new Set(result.direction)).toEqual(new Set([-1, 0, 1, 2]));
  });
});

describe("confirmed states", () => {
  it("change on the third session running", () => {
    expect(Array.from(confirmedState(Int8Array.of(2, 1, 1, 2, 1, 1, 1, 1)))).toEqual([2, 2, 2, 2, 2, 2, 1, 1]);
  });
  it("start counting again when another new state comes between", () => {
    expect(Array.from(confirmedState(Int8Array.of(0, 1, 1, 2, 2, 2)))).toEqual([0, 0, 0, 0, 0, 2]);
  });
  it("are kept through undefined sessions, which restart the count", () => {
    expect(Array.from(confirmedState(Int8Array.of(0, 1, 1, -1, 1, 1, -1)))).toEqual([0, 0, 0, 0, 0, 0, 0]);
  });
  it("know the session their run began on", () => {
    expect(runStart(Int8Array.of(-1, 2, 2, 0), 2)).toBe(1);
  });
});

describe("without highs and lows", () => {
  it("has a direction but no volatility", () => {
    const none = new Float64Array(bars.close.length).fill(NaN);
    const alone = regime({ high: none, low: none, close: bars.close });
    expect(Array.from(alone.direction)).toEqual(Array.from(result.direction));
    expect(alone.volatility.every((v) => v === -1)).toBe(true);
  });
});
