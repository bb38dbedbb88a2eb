import { describe, expect, it } from "vitest";
import { FOLLOW_HORIZONS, similarReadings } from "..";

describe("what is alike", () => {
  it("readings are alike within five, zones from their bounds", () => {
    expect(similarReadings(Float64Array.of(5, 15, 4.9, 15.1, 10))).toEqual([0, 1, 4]);
    expect(similarReadings(Float64Array.of(70, 69.9, 75, 90, 70), { high: 70, low: 10 })).toEqual([0, 2, 3, 4]);
    expect(similarReadings(Float64Array.of(10, 10.1, 3, 10), { high: 70, low: 10 })).toEqual([0, 2, 3]);
  });
  it("is followed for a session, a week, two, a month and a quarter", () => {
    expect(FOLLOW_HORIZONS).toEqual([1, 5, 10, 21, 63]);
  });
});
