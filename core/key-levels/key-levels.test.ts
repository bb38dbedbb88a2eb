import { describe, expect, it } from "vitest";
import { tickBeyond } from "../columns/tick";
import { catalogue } from "../conditions/catalogue";
import type { Rule } from "../conditions/condition";
import { evaluateRule } from "../conditions/evaluate";
import { measureColumn } from "../conditions/measure-column";
import { readSentence } from "../conditions/read-sentence";
import { truthAt } from "../conditions/truth";
import { atr } from "../indicators/atr";
import { ema } from "../indicators/ema";
import { randomBars, seeded, type TestBars } from "../testing";
import { levelLadder, sharedLines, type Rung } from "./ladder";
import { momentOfNext, type UpToNow } from "./next-session";
import { priceChangesFrom } from "./price-changes";

/** Mondays to Fridays from a Monday on. */
const weekdays = (n: number) => Int32Array.from({ length: n }, (_, k) => 4 + 7 * Math.floor(k / 5) + (k % 5));

function historyOf(seed: number, n = 400): UpToNow {
  const days = weekdays(n + 1);
  return { bars: randomBars(seed, n), days: days.subarray(0, n), nextDay: days[n]! };
}

const rule = (sentence: string): Rule => {
  const read = readSentence(sentence);
  if (!read) throw new Error(`"${sentence}" is no sentence`);
  return read;
};

/** What a rule is on one bar more, written out anew. */
function truthWith({ bars, days, nextDay }: UpToNow, asked: Rule, x: number, atOpen = false): number {
  const n = days.length;
  const c = bars.close[n - 1]!;
  const open = atOpen ? x : c;
  const longer = (column: Float64Array, value: number) => Float64Array.of(...column, value);
  const more = {
    open: longer(bars.open, open),
    high: longer(bars.high, Math.max(open, x)),
    low: longer(bars.low, Math.min(open, x)),
    close: longer(bars.close, x),
    volume: longer(bars.volume, NaN),
  };
  const allDays = Int32Array.of(...days, nextDay);
  const judged = { sessions: n + 1, column: (use: Parameters<typeof measureColumn>[0]) => measureColumn(use, more, allDays) };
  return truthAt(evaluateRule(asked, { sessions: n + 1, subject: () => judged }), n);
}

describe("the price at which a clause changes", () => {
  const CLOSED: readonly (readonly [string, (h: UpToNow) => number])[] = [
    // S81
    ["its close is above its 20-session simple average", (h) => sum(h, 19) / 19],
    ["its close is above its 50-session exponential average", (h) => last(ema(h.bars.close, 50))],
    ["its distance from its 20-session simple average is above 1%", (h) => (1.01 * sum(h, 19)) / (20 - 1.01)],
    [
      "its distance from its 50-session exponential average is below −1%",
      (h) => {
        const a = 2 / 51;
        return (0.99 * (1 - a) * last(ema(h.bars.close, 50))) / (1 - 0.99 * a);
      },
    ],
    // S82
    [
      "its 10-session simple average is above its 50-session simple average",
      (h) => (sum(h, 49) / 50 - sum(h, 9) / 10) / (1 / 10 - 1 / 50),
    ],
    [
      "its 10-session exponential average is above its 30-session exponential average",
      (h) => {
        const [fast, slow] = [2 / 11, 2 / 31];
        return ((1 - slow) * last(ema(h.bars.close, 30)) - (1 - fast) * last(ema(h.bars.close, 10))) / (fast - slow);
      },
    ],
    [
      "its 20-session simple average is above its 20-session simple average 5 sessions before",
      (h) => {
        const closes = [...h.bars.close];
        const before = closes.slice(-24, -4).reduce((a, b) => a + b, 0) / 20;
        return 20 * before - sum(h, 19);
      },
    ],
    // S84
    ["its close is a 30-session closing high", (h) => Math.max(...h.bars.close.slice(-29))],
    ["its close is a 30-session closing low", (h) => Math.min(...h.bars.close.slice(-29))],
    ["its close is above its highest high of 20 sessions the session before", (h) => Math.max(...h.bars.high.slice(-20))],
    ["its return over 5 sessions is above 4%", (h) => h.bars.close.at(-5)! * 1.04],
    ["it closes above the high before", (h) => h.bars.high.at(-1)!],
    // S83
    ["its close is above its upper Bollinger band (20, 2)", (h) => bandMeeting(h, 1)],
    ["its close is below its lower Bollinger band (20, 2)", (h) => bandMeeting(h, -1)],
    // S85
    ["its RSI(14) is above 70", (h) => rsiMeeting(h, 14, 70)],
    ["its RSI(14) is below 30", (h) => rsiMeeting(h, 14, 30)],
    ["its RSI(2) is at most 5", (h) => rsiMeeting(h, 2, 5)],
    // The open.
    ["it opens above the high before", (h) => h.bars.high.at(-1)!],
    ["its gap from the close before is below −1%", (h) => h.bars.close.at(-1)! * 0.99],
  ];

  const last = (column: Float64Array) => column.at(-1)!;
  const sum = ({ bars }: UpToNow, k: number) => [...bars.close].slice(-k).reduce((a, b) => a + b, 0);
  function bandMeeting({ bars }: UpToNow, sign: 1 | -1): number {
    const [n, k] = [20, 2];
    const closes = [...bars.close].slice(1 - n);
    const mu = closes.reduce((a, b) => a + b, 0) / closes.length;
    const v = closes.map((c) => (c - mu) ** 2).reduce((a, b) => a + b, 0);
    return mu + sign * k * Math.sqrt((v * n) / ((n - 1) * (n - 1 - k * k)));
  }
  function rsiMeeting({ bars }: UpToNow, n: number, p: number): number {
    const c = bars.close;
    let [gain, loss] = [0, 0];
    for (let i = 1; i < c.length; i++) {
      const [up, down] = [Math.max(0, c[i]! - c[i - 1]!), Math.max(0, c[i - 1]! - c[i]!)];
      gain = i <= n ? gain + up / n : gain + (up - gain) / n;
      loss = i <= n ? loss + down / n : loss + (down - loss) / n;
    }
    const q = p / (100 - p);
    const d = (n - 1) * (q * loss - gain);
    return last(c) + (d >= 0 ? d : d / q);
  }

  it.each(CLOSED)("in closed form: %s", (sentence, levelOf) => {
    let met = 0;
    for (let seed = 1; seed <= 30; seed++) {
      const history = historyOf(seed);
      const found = priceChangesFrom(history)(rule(sentence))!;
      const level = levelOf(history);
      const close = last(history.bars.close);
      const isWithin = level > 0 && Math.abs(level - close) <= 10 * last(atr(history.bars, 14));
      expect(found.above && found.below, sentence).toBeUndefined();
      const side = found.above ?? found.below;
      if (!isWithin) expect(side).toBeUndefined();
      else {
        expect(Math.abs(side!.price / level - 1)).toBeLessThan(1e-9);
        expect(side!.becomes).toBe(!found.unchanged);
        met++;
      }
    }
    expect(met).toBeGreaterThan(10);
  });

  it("agrees with a walk in small steps over every price clause of the catalogue, on the side it names", () => {
    const clauses = catalogue().all.filter(({ rule: r }) => momentOfNext(r, historyOf(1).nextDay) !== undefined);
    expect(clauses.length).toBeGreaterThan(85);
    const random = seeded(7);
    let levels = 0;
    for (const { sentence, rule: asked } of clauses) {
      const history = historyOf(100 + Math.floor(40 * random()), 300 + Math.floor(5 * random()));
      const found = priceChangesFrom(history)(asked);
      if (found?.unchanged === undefined) continue;
      const close = last(history.bars.close);
      const range = last(atr(history.bars, 14));
      const truth = (x: number) => truthWith(history, asked, x, found.moment === "open");
      expect(truth(close) === 1, sentence).toBe(found.unchanged);
      for (const sign of [1, -1] as const) {
        const change = sign > 0 ? found.above : found.below;
        const upTo = change ? change.price - sign * 1e-6 * range : close + sign * 4 * range;
        // Up to the level nothing changes, on a coarser walk than that by which it was found; beyond it does.
        for (let x = close + sign * 0.25 * range; sign * (upTo - x) > 0 && x > 0; x += sign * 0.25 * range)
          expect(truth(x) === 1, `${sentence} at ${x} before ${upTo}`).toBe(found.unchanged);
        if (!change) continue;
        levels++;
        expect(truth(change.price + sign * 1e-7 * close) === 1, `${sentence} beyond ${change.price}`).toBe(change.becomes);
        expect(change.becomes).toBe(!found.unchanged);
      }
    }
    expect(levels).toBeGreaterThan(60);
  });

  it.each([
    "its stochastic K(14, 3) is below 20",
    "its distance in ATRs from its 50-session simple average is above 3",
    "its range in ATRs is above 2",
    "its close is below its last confirmed swing low",
  ])("tries in steps of a twentieth of an ATR out to ten, and narrows to the outer end: %s", (sentence) => {
    const asked = rule(sentence);
    let met = 0;
    for (let seed = 1; seed <= 6; seed++) {
      const history = historyOf(seed);
      const range = last(atr(history.bars, 14));
      const close = last(history.bars.close);
      const found = priceChangesFrom(history)(asked)!;
      const isOther = (x: number) => (truthWith(history, asked, x) === 1) !== found.unchanged;
      for (const side of [1, -1]) {
        const j = Array.from({ length: 200 }, (_, k) => k + 1).find((k) => isOther(close + side * k * 0.05 * range));
        let expected: number | undefined;
        if (j !== undefined) {
          let [inner, outer] = [close + side * (j - 1) * 0.05 * range, close + side * j * 0.05 * range];
          for (let k = 0; k < 60; k++) {
            const middle = (inner + outer) / 2;
            if (isOther(middle)) outer = middle;
            else inner = middle;
          }
          expected = outer;
          met++;
        }
        const price = (side > 0 ? found.above : found.below)?.price;
        expect(price === undefined || expected === undefined ? price === expected : Math.abs(price / expected - 1) < 1e-10).toBe(
          true,
        );
      }
    }
    expect(met).toBeGreaterThan(2);
  });

  it("crosses only from the other side", () => {
    for (let seed = 1; seed <= 12; seed++) {
      const history = historyOf(seed);
      const plain = priceChangesFrom(history)(rule("its close is above its 20-session simple average"))!;
      const crossing = priceChangesFrom(history)(rule("its close crosses above its 20-session simple average"))!;
      if (plain.now) expect([crossing.above, crossing.below]).toEqual([undefined, undefined]);
      else expect(crossing.above?.price ?? crossing.below?.price).toBeCloseTo((plain.above ?? plain.below)!.price, 9);
    }
  });

  it("does not name a level for volume, another series, or a week that is not over then", () => {
    const monday = 4;
    const friday = 8;
    const weekly = rule("its weekly close is above its 30-week simple average");
    expect(momentOfNext(weekly, monday)).toBeUndefined();
    expect(momentOfNext(weekly, friday)).toBe("close");
    expect(momentOfNext(rule("its volume in multiples of its 50-session average is at least 2"), friday)).toBeUndefined();
    expect(momentOfNext(rule("the market's regime is Rising"), friday)).toBeUndefined();
    expect(momentOfNext(rule("it opens above the high before"), friday)).toBe("open");
    expect(
      momentOfNext({ all: [rule("it opens above the high before"), rule("its RSI(14) is below 30")] }, friday),
    ).toBeUndefined();
  });

  it("names a weekly level from the closes of the weeks before", () => {
    // 299 bars end with a Thursday, so that the next session ends its week.
    const history = historyOf(5, 299);
    const fridays = [...history.bars.close].filter((_, k) => k % 5 === 4);
    const level = fridays.slice(-29).reduce((a, b) => a + b, 0) / 29;
    const found = priceChangesFrom(history)(rule("its weekly close is above its 30-week simple average"))!;
    expect((found.above ?? found.below)!.price).toBeCloseTo(level, 9);
    const rsi = priceChangesFrom(history)(rule("its weekly RSI(14) is above 50"))!;
    const weekly = { ...history, bars: { ...history.bars, close: Float64Array.from(fridays) } };
    expect((rsi.above ?? rsi.below)!.price).toBeCloseTo(rsiMeeting(weekly, 14, 50), 9);
  });

  it("says nothing without highs and lows", () => {
    const { bars, days, nextDay } = historyOf(1);
    const none = bars.close.map(() => NaN);
    const history = { bars: { ...bars, high: none, low: none }, days, nextDay };
    expect(priceChangesFrom(history)(rule("its close is above its 20-session simple average"))).toBeUndefined();
  });

  it("is shown as the first price on the tick beyond it", () => {
    expect(tickBeyond(74.2831, 1, 74)).toBe(74.29);
    expect(tickBeyond(74.2831, -1, 74)).toBe(74.28);
    expect(tickBeyond(74.28, 1, 74)).toBe(74.29);
    expect(tickBeyond(74.28, -1, 74)).toBe(74.27);
    expect(tickBeyond(74.28 + 1e-11, -1, 74)).toBe(74.27);
    expect(tickBeyond(0.03461234, 1, 0.034)).toBe(0.03462);
  });
});

describe("the level ladder", () => {
  const bars: TestBars = randomBars(11, 320);
  const c = bars.close.at(-1)!;
  const range = atr(bars, 14).at(-1)!;
  const rungs = levelLadder(bars);
  const priceOf = (name: string) => rungs.find((r) => r.name === name)!.price;

  it("has every level at its price and place", () => {
    expect(rungs.filter((r) => r.kind !== "swing").map((r) => r.name)).toHaveLength(16);
    expect(rungs.filter((r) => r.kind === "swing")).toHaveLength(6);
    expect(priceOf("63-session high")).toBe(Math.max(...bars.high.slice(-63)));
    expect(priceOf("252-session low")).toBe(Math.min(...bars.low.slice(-252)));
    expect(priceOf("200-session simple average")).toBeCloseTo(bars.close.slice(-200).reduce((a, x) => a + x, 0) / 200, 9);
    expect(priceOf("high of the session")).toBe(bars.high.at(-1));
    for (const r of rungs) {
      expect(r.place).toBeCloseTo((r.price - c) / range, 12);
      expect(r.percent).toBeCloseTo(r.price / c - 1, 12);
      if (r.at !== undefined) expect(r.price).toBe(bars.close[r.at]);
    }
    expect(rungs.map((r) => r.price)).toEqual([...rungs.map((r) => r.price)].sort((a, b) => a - b));
  });

  it("has what a short history gives, and nothing without a range", () => {
    const short = levelLadder(randomBars(2, 30)).map((r) => r.name);
    expect(short).toContain("20-session high");
    expect(short).not.toContain("63-session high");
    expect(levelLadder({ ...bars, high: bars.high.map(() => NaN), low: bars.low.map(() => NaN) })).toEqual([]);
  });

  it("lets rungs within a tenth of an ATR of the lowest share a line, without chains", () => {
    const at = (place: number): Rung => ({ kind: "average", name: String(place), price: 100 + place, place, percent: 0 });
    const lines = sharedLines([at(-1), at(-0.95), at(-0.9), at(-0.85), at(0.2), at(0.3)]);
    expect(lines.map((l) => l.rungs.map((r) => r.place))).toEqual([[-1, -0.95, -0.9], [-0.85], [0.2, 0.3]]);
    expect(lines.map((l) => l.place)).toEqual([-1, -0.85, 0.2]);
  });
});
