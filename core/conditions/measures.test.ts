import { RSI } from "technicalindicators";
import { describe, expect, it } from "vitest";
import { isKnownAtOpen, MEASURES, measureOf, paramsOf, regime, sampledBars, sma, type MeasureUse } from "..";
import { titleOf } from "./words";
import { definedOf, randomBars, withGaps } from "../testing";

const { bars, kept } = withGaps(randomBars(9, 700), 4, 0.05);
const days = Int32Array.from({ length: 700 }, (_, s) => 7305 + 7 * Math.floor(s / 5) + (s % 5));
const column = (use: MeasureUse) => measureOf(use.measure).column!(bars, paramsOf(use), days);
/** A figure of each own bar from the bars as plain lists, in order; NaN elsewhere. */
const own = {
  open: kept.map((k) => bars.open[k]!),
  high: kept.map((k) => bars.high[k]!),
  low: kept.map((k) => bars.low[k]!),
  close: kept.map((k) => bars.close[k]!),
  volume: kept.map((k) => bars.volume[k]!),
};
function expectOwn(use: MeasureUse, figure: (k: number) => number, digits = 9) {
  const found = column(use);
  kept.forEach((s, k) => {
    const wanted = figure(k);
    if (Number.isNaN(wanted)) expect(found[s], `${use.measure} at bar ${k}`).toBeNaN();
    else expect(found[s], `${use.measure} at bar ${k}`).toBeCloseTo(wanted, digits);
  });
  expect(definedOf(found).length).toBeLessThanOrEqual(kept.length);
}
const before = (list: readonly number[], k: number) => list[k - 1] ?? NaN;
const meanOf = (list: readonly number[], k: number, n: number) =>
  k < n - 1 ? NaN : list.slice(k - n + 1, k + 1).reduce((a, b) => a + b, 0) / n;
const ranges = own.high.map((h, k) =>
  k === 0 ? NaN : Math.max(h, own.close[k - 1]!) - Math.min(own.low[k]!, own.close[k - 1]!),
);
const atr14 = (() => {
  let range = NaN;
  return ranges.map((r, k) => {
    if (k === 14) range = ranges.slice(1, 15).reduce((a, b) => a + b, 0) / 14;
    else if (k > 14) range += (r - range) / 14;
    return range;
  });
})();

describe("measures of bars", () => {
  it("have other names than each other, and columns of the subject's length that end with its bars", () => {
    expect(new Set(MEASURES.map((m) => m.name)).size).toBe(MEASURES.length);
    for (const m of MEASURES.filter((x) => x.column)) {
      const found = m.column!(bars, paramsOf({ measure: m.name }), days);
      expect(found, m.name).toHaveLength(700);
      if (!m.name.endsWith(" win rate")) expect(definedOf(found).length, m.name).toBeGreaterThan(150);
      found.forEach((x, s) => {
        if (Number.isNaN(bars.close[s])) expect(x, m.name).toBeNaN();
      });
    }
  });
  it("have titles of their own without a place for a parameter", () => {
    const titles = MEASURES.map(titleOf);
    expect(new Set(titles).size).toBe(titles.length);
    for (const title of titles) expect(title).toMatch(/^[^{}()]+$/);
  });
  it("have the windows that their names have in the trade", () => {
    const windows = Object.fromEntries(
      MEASURES.filter((m) => m.params.some((p) => p.name === "n")).map((m) => [m.name, paramsOf({ measure: m.name })["n"]]),
    );
    expect(windows).toMatchObject({
      ...{ sma: 50, ema: 50, "highest close": 20, "lowest close": 20, "regression end": 63, "upper band": 20, "lower band": 20 },
      ...{ "detrended price": 20, "regression slope": 20, return: 21, rsi: 14, stochastic: 14, "williams r": 14, wilder: 14 },
      ...{ "range position": 20, adx: 14, "plus di": 14, "minus di": 14, "band width": 20, "historical volatility": 21, atr: 14 },
      ...{ "average volume": 50, participation: 50, smoothness: 90, distance: 50, "trend average": 34, "month win rate": 10 },
    });
  });
  it("take their parameters", () => {
    const other = RSI.calculate({ period: 5, values: own.close });
    // The other library rounds to two decimals.
    expect(definedOf(column({ measure: "rsi", params: { n: 5 } })).every((x, k) => Math.abs(x - other[k]!) <= 0.005001)).toBe(
      true,
    );
    expectOwn({ measure: "sma", params: { n: 7, on: "volume" } }, (k) => meanOf(own.volume, k, 7), 4);
    expectOwn({ measure: "highest high", params: { n: 4 } }, (k) => (k < 3 ? NaN : Math.max(...own.high.slice(k - 3, k + 1))));
    expectOwn({ measure: "lowest low", params: { n: 4 } }, (k) => (k < 3 ? NaN : Math.min(...own.low.slice(k - 3, k + 1))));
  });
  it("gap from the close, high or low of the own bar before", () => {
    for (const from of ["close", "high", "low"] as const)
      expectOwn({ measure: "gap", params: { from } }, (k) => own.open[k]! / before(own[from], k) - 1);
  });
  it("body, range, distances and volumes", () => {
    expectOwn({ measure: "body" }, (k) => own.close[k]! / own.open[k]! - 1);
    expectOwn({ measure: "range" }, (k) => own.high[k]! - own.low[k]!);
    expectOwn({ measure: "range in ATRs" }, (k) => (own.high[k]! - own.low[k]!) / atr14[k]!);
    expectOwn({ measure: "smallest range", params: { n: 5 } }, (k) =>
      k < 4 ? NaN : Math.min(...own.high.slice(k - 4, k + 1).map((h, j) => h - own.low[k - 4 + j]!)),
    );
    expectOwn({ measure: "distance", params: { n: 20 } }, (k) => own.close[k]! / meanOf(own.close, k, 20) - 1);
    expectOwn(
      { measure: "distance in ATRs", params: { n: 20 } },
      (k) => (own.close[k]! - meanOf(own.close, k, 20)) / atr14[k]!,
      7,
    );
    expectOwn({ measure: "relative volume", params: { n: 20 } }, (k) => own.volume[k]! / meanOf(own.volume, k, 20));
    expectOwn(
      { measure: "average turnover", params: { n: 3 } },
      (k) =>
        meanOf(
          own.close.map((c, j) => c * own.volume[j]!),
          k,
          3,
        ),
      2,
    );
  });
  it("doji, inside and outside sessions", () => {
    expectOwn({ measure: "doji" }, (k) =>
      Math.abs(own.close[k]! - own.open[k]!) <= 0.1 * (own.high[k]! - own.low[k]!) + 1e-9 * own.close[k]! ? 1 : 0,
    );
    const lies = (a: number, b: number) => {
      if (a < 0 || b < 0) return NaN;
      const [ha, hb, la, lb] = [own.high[a]!, own.high[b]!, own.low[a]!, own.low[b]!];
      return ha <= hb && la >= lb && (ha < hb || la > lb) ? 1 : 0;
    };
    expectOwn({ measure: "inside session" }, (k) => lies(k, k - 1));
    expectOwn({ measure: "outside session" }, (k) => (k === 0 ? NaN : lies(k - 1, k)));
    expect(new Set(definedOf(column({ measure: "inside session" })))).toEqual(new Set([0, 1]));
    expect(new Set(definedOf(column({ measure: "outside session" })))).toEqual(new Set([0, 1]));
  });
  it("runs of closes", () => {
    const run = (sign: number) => (k: number) => {
      if (k === 0) return NaN;
      let n = 0;
      while (k - n > 0 && sign * (own.close[k - n]! - own.close[k - n - 1]!) > 1e-9 * own.close[k - n - 1]!) n++;
      return n;
    };
    expectOwn({ measure: "up closes" }, run(1));
    expectOwn({ measure: "down closes" }, run(-1));
  });
  it("the last confirmed swing is known from its confirmation on, never before", () => {
    const high = column({ measure: "swing high" });
    const first = high.findIndex((x) => !Number.isNaN(x));
    expect(first).toBeGreaterThan(14);
    // It is a close of before, from which the closes have come down.
    expect(own.close.slice(0, kept.indexOf(first))).toContain(high[first]);
    expect(bars.close[first]!).toBeLessThan(high[first]!);
  });
  it("the regime and how long it has lasted", () => {
    const { direction } = regime(bars);
    const age = column({ measure: "sessions in regime" });
    direction.forEach((d, s) => {
      if (d < 0 || Number.isNaN(bars.close[s])) return;
      let run = 1;
      while (direction[s - run] === d) run++;
      expect(age[s]).toBeLessThanOrEqual(run);
    });
    expect(age[699]).toBeGreaterThan(0);
  });
});

describe("what is known at the open", () => {
  it("is the open, gaps, indicators on opens, the calendar and membership, on daily bars", () => {
    const known = MEASURES.filter((m) => isKnownAtOpen({ measure: m.name })).map((m) => m.name);
    expect(known.sort()).toEqual(
      [
        ...["gap", "member", "month", "month win rate", "open", "session from end", "session from start"],
        ...["session of window", "window win rate"],
        ...["sessions since holiday", "sessions to holiday", "weekday"],
      ].sort(),
    );
    expect(isKnownAtOpen({ measure: "sma", params: { on: "open" } })).toBe(true);
    expect(isKnownAtOpen({ measure: "open", params: { sampling: "weekly" } })).toBe(false);
  });
  it("does not change with what its session brings: each measure that claims it is tried", () => {
    const unmoved: string[] = [];
    for (const m of MEASURES.filter((x) => x.column)) {
      for (const on of m.params.some((p) => p.name === "on") ? ["open", "close"] : [undefined]) {
        const use: MeasureUse = { measure: m.name, ...(on ? { params: { on } } : {}) };
        const t = kept[kept.length - 1]!;
        const changed = Object.fromEntries(
          (["open", "high", "low", "close", "volume"] as const).map((name) => [name, bars[name].slice()]),
        ) as unknown as typeof bars;
        changed.high[t]! *= 1.5;
        changed.low[t]! *= 0.5;
        changed.close[t]! *= 1.3;
        changed.volume[t]! *= 7;
        const params = paramsOf(use);
        const [was, is] = [m.column!(bars, params, days)[t], m.column!(changed, params, days)[t]];
        if (isKnownAtOpen(use)) expect(is, m.name).toBe(was);
        else if (Object.is(is, was)) unmoved.push(m.name);
      }
    }
    // States, extremes and swings, which this one session does not move: none else is called unknown without need.
    expect(unmoved.sort()).toEqual(
      [...["doji", "inside session", "regime", "sessions in regime", "smallest range", "swing high", "volatility state"]].sort(),
    );
  });
});

describe("weekly and monthly bars", () => {
  const sampled = sampledBars(bars, days, "weekly");
  it("have the first open, the extremes, the last close and all the volume of their week", () => {
    for (let k = 0; k < 100; k++) {
      const of = kept.filter((s) => Math.floor(s / 5) === k);
      expect(sampled.bars.open[k]).toBe(bars.open[of[0]!]);
      expect(sampled.bars.high[k]).toBe(Math.max(...of.map((s) => bars.high[s]!)));
      expect(sampled.bars.low[k]).toBe(Math.min(...of.map((s) => bars.low[s]!)));
      expect(sampled.bars.close[k]).toBe(bars.close[of[of.length - 1]!]);
      expect(sampled.bars.volume[k]).toBe(of.reduce((sum, s) => sum + bars.volume[s]!, 0));
    }
  });
  it("are over on their Friday, or on the first session after it", () => {
    // The days begin on a Saturday of the calendar used here; five in a row, then two are left out.
    const monday = Int32Array.from([4, 5, 6, 7, 8, 11, 12, 13, 14, 18, 19]);
    const column = Float64Array.from(monday, Number);
    const { over } = sampledBars({ open: column, high: column, low: column, close: column, volume: column }, monday, "weekly");
    // 1970-01-09 is a Friday; the week after it ends without one.
    expect(Array.from(over)).toEqual([-1, -1, -1, -1, 0, 0, 0, 0, 0, 1, 1]);
  });
  it("of a month end with its last Monday to Friday", () => {
    const around = Int32Array.from([26, 27, 28, 29, 32, 55, 56, 57, 60]);
    const column = Float64Array.from(around, Number);
    const { over } = sampledBars({ open: column, high: column, low: column, close: column, volume: column }, around, "monthly");
    // 1970-01-30 is the last Friday of January, 1970-02-27 that of February.
    expect(Array.from(over)).toEqual([-1, -1, -1, 0, 0, 0, 0, 1, 1]);
  });
  it("average their closes", () => {
    expect(sma(sampled.bars.close, 3)[10]).toBeCloseTo(
      (sampled.bars.close[8]! + sampled.bars.close[9]! + sampled.bars.close[10]!) / 3,
      10,
    );
  });
});
