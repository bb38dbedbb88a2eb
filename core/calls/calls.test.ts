import { describe, expect, it } from "vitest";
import {
  CALL_DIRECTIONS,
  calibration,
  callRecord,
  isCallable,
  scoreCall,
  wilsonInterval,
  type Call,
  type CallDirection,
  type ScoredCall,
} from "..";
import { randomBars, seeded } from "../testing";

const call = (more: Partial<Call> = {}): Call => ({ made: 2, direction: "up", horizon: 2, confidence: 70, ...more });
const closes = Float64Array.of(100, 102, 101, 103, 104, 99, 101);

describe("a call", () => {
  it("is open until the last session of its horizon is over", () => {
    expect(scoreCall({ close: closes }, call(), 3)).toBeUndefined();
    expect(scoreCall({ close: closes }, call(), 4)).toMatchObject({ isRight: true });
    expect(scoreCall({ close: closes }, call({ horizon: 9 }), 6)).toBeUndefined();
    expect(() => scoreCall({ close: closes }, call({ horizon: 0 }), 4)).toThrow("scoreCall");
  });
  it("is right by the rule of prices; a move of nothing is wrong either way", () => {
    const flat = Float64Array.of(100, 100, 100, 100 + 1e-8, 100);
    for (const direction of ["up", "down"] as const)
      expect(scoreCall({ close: flat }, call({ made: 0, horizon: 3, direction }), 4)!.isRight).toBe(false);
    expect(scoreCall({ close: closes }, call({ direction: "down", horizon: 3 }), 6)).toMatchObject({
      isRight: true,
      gain: expect.closeTo(2 / 101, 12) as number,
    });
  });
  it("that is relative needs a benchmark with both ends, and more than the same return", () => {
    const benchmark = closes.map((x) => 2 * x);
    for (const direction of ["outperform", "underperform"] as const)
      expect(scoreCall({ close: closes, benchmark }, call({ direction }), 6)).toMatchObject({ isRight: false });
    expect(isCallable({ close: closes }, call({ direction: "outperform" }))).toBe(false);
    expect(scoreCall({ close: closes }, call({ direction: "outperform" }), 6)).toBeUndefined();
    const weak = Float64Array.of(100, 100, 100, 100, 100, 100, 100);
    expect(scoreCall({ close: closes, benchmark: weak }, call({ direction: "outperform" }), 6)).toMatchObject({
      isRight: true,
      gain: 104 / 101 - 1,
    });
  });
  it("of a subject without a level on the made session is none; one that is gone later ends at its last close", () => {
    const gone = Float64Array.of(100, 102, 101, 106, NaN, NaN, NaN);
    expect(isCallable({ close: gone }, call({ made: 4 }))).toBe(false);
    expect(scoreCall({ close: gone }, call({ made: 4, horizon: 1 }), 6)).toBeUndefined();
    expect(scoreCall({ close: gone }, call({ horizon: 3 }), 6)).toMatchObject({ return: 106 / 101 - 1, isRight: true });
  });
  it("has as its base the holds that were finished when it was made", () => {
    // Holds of one session by session 2: up, down.
    expect(scoreCall({ close: closes }, call({ horizon: 1 }), 6)).toMatchObject({
      base: 0.5,
      baseHolds: 2,
      brier: expect.closeTo(0.09, 12) as number,
      baseBrier: 0.25,
    });
    expect(scoreCall({ close: closes }, call({ horizon: 3 }), 6)!.base).toBeNaN();
    expect(scoreCall({ close: closes }, call({ horizon: 1, confidence: NaN }), 6)!.brier).toBeNaN();
  });
  it("is what a plain walk says, on random closes with halts", () => {
    const random = seeded(4);
    for (let k = 0; k < 600; k++) {
      const n = 60;
      const [close, benchmark] = [1, 2].map((j) => {
        const own = Float64Array.from(randomBars(1000 * j + k, n).close, (x) => Math.round(4 * x) / 4);
        for (let s = 0; s < n; s++) if (random() < 0.1) own[s] = NaN;
        return own;
      }) as [Float64Array, Float64Array];
      const direction: CallDirection = CALL_DIRECTIONS[k % 4]!;
      const own = call({ made: 20 + Math.floor(20 * random()), horizon: 1 + Math.floor(12 * random()), direction });
      const last = (column: Float64Array, s: number) =>
        column[[...column.keys()].filter((i) => i <= s && !Number.isNaN(column[i])).at(-1)!]!;
      const made = (s: number): boolean | undefined => {
        const relative = direction.endsWith("perform");
        if (Number.isNaN(close[s]) || (relative && Number.isNaN(benchmark[s]))) return undefined;
        const r = last(close, s + own.horizon) / close[s]! - 1;
        const b = last(benchmark, s + own.horizon) / benchmark[s]! - 1;
        const up = { up: r, down: -r, outperform: r - b, underperform: b - r }[direction];
        return up > 1e-12;
      };
      const score = scoreCall({ close, benchmark }, own, n - 1);
      expect(score?.isRight).toBe(made(own.made));
      if (!score) continue;
      const held = [...close.keys()]
        .filter((s) => s + own.horizon <= own.made)
        .map(made)
        .filter((x) => x !== undefined);
      expect(score.baseHolds).toBe(held.length);
      expect(score.base).toBeCloseTo(held.filter(Boolean).length / held.length, 12);
    }
  });
});

describe("the ledger", () => {
  const scored = (confidence: number, isRight: boolean, base = 0.5): ScoredCall => ({
    ...{ confidence, isRight, gain: isRight ? 0.02 : -0.01 },
    brier: (confidence / 100 - Number(isRight)) ** 2,
    baseBrier: (base - Number(isRight)) ** 2,
  });
  it("counts all, and compares with the base where there is both", () => {
    const calls = [scored(80, true), scored(80, false), scored(NaN, true), scored(60, true, NaN)];
    const record = callRecord(calls);
    expect(record).toMatchObject({ n: 4, right: 3, compared: 2 });
    expect([record.low, record.high]).toEqual(wilsonInterval(3, 4));
    expect(record.brier).toBeCloseTo((0.04 + 0.64) / 2, 12);
    expect(record.skill).toBeCloseTo(1 - 0.34 / 0.25, 12);
    expect(record.meanGain).toBeCloseTo(0.0125, 12);
    expect(callRecord([])).toMatchObject({ n: 0, right: 0, compared: 0, brier: NaN, skill: NaN, low: NaN });
    expect(callRecord([scored(80, true, 1)]).skill).toBeNaN();
  });
  it("lays calls of like confidence side by side, each bin from its lower bound on, the last to 100", () => {
    const calls = [49.9, 50, 59.9, 60, 70, 80, 89.9, 90, 100, NaN].map((c, k) => scored(c, k % 2 === 0));
    const { bins, gap } = calibration(calls);
    expect(bins.map(({ from, to, n }) => [from, to, n])).toEqual([
      [0, 50, 1],
      [50, 60, 2],
      [60, 70, 1],
      [70, 80, 1],
      [80, 90, 2],
      [90, 100, 2],
    ]);
    expect(bins[1]).toMatchObject({ meanConfidence: 54.95, right: 0.5 });
    const apart = bins.map((bin) => bin.n * Math.abs(bin.meanConfidence / 100 - bin.right)).reduce((a, b) => a + b) / 9;
    expect(gap).toBeCloseTo(apart, 12);
    expect(calibration([scored(NaN, true)])).toEqual({ bins: [], gap: NaN });
  });
  it("of one who is right as often as said has no gap", () => {
    const calls = Array.from({ length: 10 }, (_, k) => scored(70, k < 7));
    expect(calibration(calls).gap).toBeCloseTo(0, 12);
  });
});
