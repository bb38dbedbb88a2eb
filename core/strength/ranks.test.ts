import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ranksAmong } from "..";

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
