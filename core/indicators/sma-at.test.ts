import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sma, smaAt } from "..";

const numbers = fc.array(fc.oneof(fc.integer({ min: -20, max: 20 }), fc.constant(NaN)), { minLength: 1, maxLength: 25 });

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
    expect([smaAt(column, 0, 1), smaAt(column, 1, 2), smaAt(column, 1, 3)]).toEqual([1, 1.5, NaN]);
    expect(() => smaAt(column, 2, 0)).toThrow("smaAt");
  });
});
