import { describe, expect, it } from "vitest";
import {
  CoreError,
  epochDay,
  findEpochDay,
  isAbove,
  isBelow,
  isMember,
  isoDate,
  membershipRuns,
  overBars,
  weekday,
  weekEnd,
  yearOf,
} from "..";

describe("epoch days", () => {
  it("agree with the platform's calendar on every day of three centuries", () => {
    const wrong: string[] = [];
    const [first, last] = [findEpochDay("1900-01-01"), findEpochDay("2199-12-31")];
    expect([last - first + 1, findEpochDay("2024-12-05")]).toEqual([109_573, 20_062]);
    for (let day = first; day <= last; day++) {
      const iso = isoDate(day);
      const platform = new Date(`${iso}T00:00:00Z`);
      if (epochDay(iso) !== day || weekday(day) % 7 !== platform.getUTCDay() || yearOf(day) !== Number(iso.slice(0, 4)))
        wrong.push(iso);
    }
    expect(wrong).toEqual([]);
  });
  it.each(["2023-02-29", "2023-13-01", "2023-1-01", "23-01-01", "2023/01/01", "", "2023-01-32", "2023-04-31", "abcd-ef-gh"])(
    "%s is no date",
    (text) => {
      expect(findEpochDay(text)).toBeNaN();
      expect(() => epochDay(text)).toThrow(CoreError);
    },
  );
  it("knows leap days", () => {
    expect(isoDate(epochDay("2024-02-29") + 1)).toBe("2024-03-01");
    expect(findEpochDay("2100-02-29")).toBeNaN();
  });
  it("weeks end on Friday", () => {
    expect(["2026-10-16", "2026-10-17", "2026-10-18", "2026-10-22"].map((d) => isoDate(weekEnd(epochDay(d))))).toEqual([
      "2026-10-16",
      "2026-10-23",
      "2026-10-23",
      "2026-10-23",
    ]);
  });
});

describe("a price against a level", () => {
  it("ties within a billionth", () => {
    expect(isAbove(10.0000000001, 10)).toBe(false);
    expect(isAbove(10.01, 10)).toBe(true);
    expect(isBelow(9.99, 10)).toBe(true);
    expect(isBelow(NaN, 10) || isAbove(10, NaN)).toBe(false);
  });
  it("a close that equals the mean of cents is neither above nor below, whatever the rounding", () => {
    const closes = [10.1, 10.2, 10.3, 10.2, 10.2];
    const average = closes.reduce((a, b) => a + b, 0) / 5;
    expect(isAbove(10.2, average) || isBelow(10.2, average)).toBe(false);
  });
});

describe("membership", () => {
  const spans = membershipRuns([
    [
      [5, 9],
      [0, 2],
      [3, 4],
    ],
    [],
    [[2, 1]],
    [
      [7, 7],
      [9, 12],
    ],
  ]);
  it("joins runs that touch, drops empty ones, keeps gaps", () => {
    expect([spans.offset, spans.from, spans.to].map((a) => Array.from(a))).toEqual([
      [0, 1, 1, 1, 3],
      [0, 7, 9],
      [9, 7, 12],
    ]);
    expect([0, 9, 10].map((t) => isMember(spans, 0, t))).toEqual([true, true, false]);
    expect([7, 8, 9].map((t) => isMember(spans, 3, t))).toEqual([true, false, true]);
  });
});

describe("bars with gaps", () => {
  it("columns are reduced to the rows that have a close", () => {
    const close = Float64Array.of(NaN, 1, NaN, 3, NaN);
    const other = Float64Array.of(9, 10, 20, 30, 9);
    expect(Array.from(overBars(close, [other], (c, o) => c.map((x, i) => x + o[i]!)))).toEqual([NaN, 11, NaN, 33, NaN]);
  });
});
