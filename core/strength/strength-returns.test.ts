import { describe, expect, it } from "vitest";
import { simpleReturnAt } from "../indicators/simple-return";
import { STRENGTH_RETURNS } from "./strength";
import { strengthReturnsAt } from "./strength-returns";

describe("returns of strength", () => {
  const close = Float64Array.from({ length: 400 }, (_, s) => (s % 17 === 3 ? NaN : 50 + 10 * Math.sin(s) + s / 9));
  it("are the simple returns of their bars, to the last bit", () => {
    for (const t of [-1, 0, 3, 5, 6, 20, 22, 66, 133, 134, 135, 200, 399, 400])
      expect(strengthReturnsAt(close, t)).toEqual(STRENGTH_RETURNS.map((n) => (t < 0 ? NaN : simpleReturnAt(close, t, n))));
  });
});
