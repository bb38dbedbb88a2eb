import { sampleStandardDeviation } from "simple-statistics";
import { describe, expect, it } from "vitest";
import { plainRotation, seeded } from "../testing";
import { rotationEvents } from "./events";
import { positionScore, ratioZ } from "./pair";
import { phaseOf, PHASES, stepAt } from "./phase";
import { rotation, ROTATION_WINDOWS } from "./rotation";

const defined = (x: number) => !Number.isNaN(x);
const random = seeded(11);
const walks = (count: number, length: number) =>
  Array.from({ length: count }, () => {
    let x = 3;
    return Array.from({ length }, () => (x += 0.04 * (random() - 0.5)));
  });

describe("relative trend and momentum", () => {
  const q = walks(7, 260);
  // One begins late, one misses samples, one leaves the set.
  for (let s = 0; s < 90; s++) q[1]![s] = NaN;
  for (const s of [40, 41, 130, 200]) q[2]![s] = NaN;
  const member = (i: number, s: number) => !(i === 3 && s > 150);
  it("agree with a plain calculation, gaps, late starts and leavers included", () => {
    for (const { n, k } of [{ n: 20, k: 4 }, { n: 9, k: 2 }, ROTATION_WINDOWS.weekly]) {
      const { trend, momentum } = rotation(
        q.map((x) => Float64Array.from(x)),
        member,
        { n, k },
      );
      const plain = plainRotation(q, member, n, k);
      q.forEach((_, i) => {
        q[0]!.forEach((_, s) => {
          for (const [ours, theirs] of [
            [trend[i]![s]!, plain.T[i]![s]!],
            [momentum[i]![s]!, plain.M[i]![s]!],
          ] as const) {
            if (defined(theirs)) expect(Math.abs(ours - theirs)).toBeLessThan(1e-9);
            else expect(ours).toBeNaN();
          }
        });
      });
    }
  });
  it("begin with sample n + 2 and 2n + k + 3", () => {
    const { trend, momentum } = rotation(
      walks(3, 120).map((x) => Float64Array.from(x)),
      () => true,
      { n: 20, k: 4 },
    );
    expect(trend[0]!.findIndex(defined) + 1).toBe(22);
    expect(momentum[0]!.findIndex(defined) + 1).toBe(2 * 20 + 4 + 3);
  });
  it("do not change when member and benchmark both grow faster; against a flat line they do", () => {
    const prices = walks(4, 200).map((x) => x.map(Math.exp));
    const benchmark = walks(1, 200)[0]!.map(Math.exp);
    const grown = (x: readonly number[]) => x.map((p, s) => p * 1.01 ** s);
    const relative = (all: readonly (readonly number[])[], b: readonly number[]) =>
      rotation(
        all.map((x) => Float64Array.from(x, (p, s) => Math.log(p / b[s]!))),
        () => true,
        { n: 20, k: 4 },
      );
    const flat = benchmark.map(() => 1);
    const [a, b] = [relative(prices, benchmark), relative(prices.map(grown), grown(benchmark))];
    a.trend.forEach((own, i) => {
      own.forEach((x, s) => {
        if (defined(x)) expect(b.trend[i]![s]).toBeCloseTo(x, 9);
        if (defined(a.momentum[i]![s]!)) expect(b.momentum[i]![s]).toBeCloseTo(a.momentum[i]![s]!, 8);
      });
    });
    const [still, rising] = [relative(prices, flat), relative(prices.map(grown), flat)];
    expect(Math.abs(still.trend[0]![199]! - rising.trend[0]![199]!)).toBeGreaterThan(0.1);
  });
  it("know no unit where all stand still", () => {
    const { trend } = rotation([new Float64Array(60).fill(1), new Float64Array(60).fill(2)], () => true, { n: 10, k: 2 });
    expect(trend.every((own) => own.every(Number.isNaN))).toBe(true);
    expect(rotation([], () => true, { n: 10, k: 2 })).toEqual({ trend: [], momentum: [] });
  });
});

describe("phase and step", () => {
  it("count zero as ahead and as gaining", () => {
    expect([phaseOf(0, 0), phaseOf(1, -1), phaseOf(-1, -1), phaseOf(-1, 0)]).toEqual([...PHASES]);
    expect(phaseOf(NaN, 1)).toBeUndefined();
  });
  it("a step has a direction from more trend toward more momentum, and a length", () => {
    expect(stepAt([0, 0], [0, 2], 1)).toEqual({ direction: 90, step: 2 });
    expect(stepAt([0, -3], [0, 0], 1)).toEqual({ direction: 180, step: 3 });
    expect(stepAt([1, 1], [1, 1], 1)).toEqual({ direction: NaN, step: 0 });
    expect(stepAt([1], [1], 0).step).toBeNaN();
  });
});

describe("events", () => {
  it("a turn is told once, when two steps point away from the two before", () => {
    const out = [0, 1, 2, 3, 4, 3, 2, 1, 0].map((x) => x + 1);
    expect(rotationEvents(out, out, 0, 8).filter((e) => e.kind === "turn")).toEqual([{ sample: 6, kind: "turn" }]);
  });
  it("a recovery fails when it slips again without having been ahead; a slip, when it gains again without having been behind", () => {
    const trend = [-2, -1.5, -1.6, 0.5, 0.6, 0.7];
    const momentum = [-1, 0.5, -0.2, 0.4, -0.1, 0.3];
    expect(rotationEvents(trend, momentum, 0, 5)).toEqual([
      { sample: 2, kind: "failed recovery" },
      { sample: 3, kind: "took the lead" },
      { sample: 5, kind: "failed slip" },
    ]);
    expect(rotationEvents([1, -1], [0, 0], 0, 1)).toEqual([{ sample: 1, kind: "fell behind" }]);
  });
  it("nothing happens where values are missing", () => {
    expect(rotationEvents([NaN, NaN, 1], [NaN, NaN, 1], 0, 2)).toEqual([]);
  });
});

describe("pairs", () => {
  it("z of the ratio agrees with another library", () => {
    const [long, short] = walks(2, 80).map((x) => Float64Array.from(x, Math.exp));
    const z = ratioZ(long!, short!, 52);
    for (const s of [51, 60, 79]) {
      const window = Array.from(long!.subarray(s - 51, s + 1), (x, k) => Math.log(x / short![s - 51 + k]!));
      const m = window.reduce((a, b) => a + b, 0) / 52;
      expect(z[s]).toBeCloseTo((window[51]! - m) / sampleStandardDeviation(window), 9);
    }
    expect(z[50]).toBeNaN();
    expect(ratioZ(long!, long!, 52)[79]).toBeNaN();
  });
  it("score trend and half the momentum", () => {
    expect(positionScore(-1, 2)).toBe(0);
  });
});
