import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { barsOf, isMember, memberSpans, priceDecimals, ranksAmong, runsOf, sma, smaAt, type Panel } from "..";
import { randomPanel } from "../testing-panel";

const numbers = fc.array(fc.oneof(fc.integer({ min: -20, max: 20 }), fc.constant(NaN)), { minLength: 1, maxLength: 25 });

describe("ranks among a set", () => {
  it("are one more than the members above, for members and for others", () => {
    fc.assert(
      fc.property(numbers, numbers, (outside, set) => {
        const found = ranksAmong([...outside, ...set], set);
        [...outside, ...set].forEach((x, i) => {
          const members = set.filter((y) => !Number.isNaN(y));
          const expected = Number.isNaN(x) || members.length === 0 ? NaN : 1 + members.filter((y) => y > x).length;
          expect(found[i]).toBe(expected);
        });
      }),
    );
  });
  it("take neighbours within a billionth for one, and of nobody are none", () => {
    expect(ranksAmong([5, 5 + 1e-10, 4], [5, 5 + 1e-10, 4])).toEqual([1, 1, 3]);
    expect(ranksAmong([1, 2], [])).toEqual([NaN, NaN]);
    expect(ranksAmong([], [1])).toEqual([]);
  });
});

describe("a simple average as of one session", () => {
  it("is that of the column, wherever there are gaps", () => {
    fc.assert(
      fc.property(numbers, fc.integer({ min: 1, max: 9 }), (values, n) => {
        const column = Float64Array.from(values);
        const whole = sma(column, n);
        for (let t = 0; t < column.length; t++) {
          if (Number.isNaN(whole[t])) expect(smaAt(column, t, n)).toBeNaN();
          else expect(smaAt(column, t, n)).toBeCloseTo(whole[t]!, 9);
        }
      }),
    );
  });
  it("is none outside the column, and needs a window", () => {
    const column = Float64Array.of(1, 2, 3);
    expect([smaAt(column, -1, 1), smaAt(column, 3, 1), smaAt(new Float64Array(0), 0, 1)]).toEqual([NaN, NaN, NaN]);
    expect(() => smaAt(column, 2, 0)).toThrow("smaAt");
  });
});

describe("decimals of a price", () => {
  it.each([
    [10, 2],
    [9.99, 3],
    [1.01, 3],
    [1, 4],
    [0.99, 4],
    [0.1, 5],
    [0.034, 5],
    [0.0001, 8],
    [1e-20, 12],
    [5_000, 2],
    [0, 2],
    [-3, 2],
    [NaN, 2],
    [Infinity, 2],
  ])("of %f are %i", (close, decimals) => {
    expect(priceDecimals(close)).toBe(decimals);
  });
  it("never make a step larger than a thousandth below ten, nor need more than it", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 9.999, noNaN: true }), (close) => {
        const tick = 10 ** -priceDecimals(close);
        expect(tick).toBeGreaterThanOrEqual(0.0001 * close * (1 - 1e-9));
        expect(tick).toBeLessThan(0.001 * close * (1 + 1e-9) + 1e-15);
      }),
    );
  });
});

describe("what a column may see", () => {
  const { panel, spans, member } = randomPanel(11, 9, 120);
  it("are the sessions from the first bar to the last that has one", () => {
    for (let i = 0; i < panel.count; i++) {
      const bars = Array.from({ length: panel.sessions.length }, (_, s) => s).filter(
        (s) => !Number.isNaN(panel.close[i * panel.stride + s]),
      );
      expect(barsOf(panel, i)).toEqual(bars.length === 0 ? [0, 0] : [bars[0], bars.at(-1)! + 1]);
    }
    const none: Panel = { ...panel, first: new Int32Array(panel.count).fill(-1) };
    expect(barsOf(none, 0)).toEqual([0, 0]);
  });
  it("is membership by the session, as the runs have it", () => {
    for (let i = 0; i < panel.count; i++)
      for (let s = 0; s < panel.sessions.length; s++) expect(isMember(spans, i, s)).toBe(member[i]![s]);
  });
  it("runs that touch or overlap are one, empty ones are dropped", () => {
    const { offset, from, to } = runsOf(
      memberSpans([
        [
          [5, 9],
          [1, 4],
          [20, 19],
        ],
        [],
        [
          [3, 8],
          [6, 12],
          [14, 15],
        ],
      ]),
    );
    expect([...offset]).toEqual([0, 1, 1, 3]);
    expect([...from]).toEqual([1, 3, 14]);
    expect([...to]).toEqual([9, 12, 15]);
  });
});
