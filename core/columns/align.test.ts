import { describe, expect, it } from "vitest";
import { align } from "..";

describe("values on another calendar", () => {
  it("values are carried five own sessions, and no sixth", () => {
    const own = Int32Array.from({ length: 8 }, (_, k) => 11 + k);
    expect([...align(Float64Array.of(7), Int32Array.of(10), own)]).toEqual([7, 7, 7, 7, 7, NaN, NaN, NaN]);
    expect([...align(Float64Array.of(7), Int32Array.of(11), own)]).toEqual([7, 7, 7, 7, 7, 7, NaN, NaN]);
  });
});
