import { describe, expect, it } from "vitest";
import { epochDay } from "../columns/epoch-day";
import { atSamples, samplesOf } from "./samples";

const days = (...dates: string[]) => Int32Array.from(dates, epochDay);

describe("samples", () => {
  // 2026-03-13 is a Friday.
  const calendar = days("2026-02-26", "2026-02-27", "2026-03-02", "2026-03-05", "2026-03-09", "2026-03-12", "2026-03-13");
  it("take the last session of each week, and know whether the week is over", () => {
    expect(samplesOf(calendar, 6, "weekly")).toEqual({ sessions: Int32Array.of(1, 3, 6), inProgress: false });
    expect(samplesOf(calendar, 5, "weekly")).toEqual({ sessions: Int32Array.of(1, 3, 5), inProgress: true });
    // A week whose Friday has no session is over only at the next one.
    expect(samplesOf(calendar, 3, "weekly").inProgress).toBe(true);
    expect(samplesOf(calendar, 4, "weekly").sessions).toEqual(Int32Array.of(1, 3, 4));
  });
  it("take the last session of each month; a month that ends on a weekend is over on its last Friday", () => {
    expect(samplesOf(calendar, 1, "monthly")).toEqual({ sessions: Int32Array.of(1), inProgress: false });
    expect(samplesOf(calendar, 2, "monthly")).toEqual({ sessions: Int32Array.of(1, 2), inProgress: true });
  });
  it("are the sessions themselves day by day", () => {
    expect(samplesOf(calendar, 2, "daily")).toEqual({ sessions: Int32Array.of(0, 1, 2), inProgress: false });
    expect(samplesOf(calendar, -1, "weekly").sessions).toHaveLength(0);
  });
  it("have the last value within them, and none from an earlier one", () => {
    const samples = Int32Array.of(1, 3, 6);
    expect(atSamples(Float64Array.of(1, NaN, NaN, NaN, 5, 6, NaN), samples)).toEqual(Float64Array.of(1, NaN, 6));
  });
});
