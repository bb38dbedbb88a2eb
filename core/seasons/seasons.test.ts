import { describe, expect, it } from "vitest";
import { epochDay, holidayDistances, isoDate, monthWinRate, sessionPlaces, weekday } from "..";
import { seeded } from "../testing";

/** Mondays to Fridays of some years without the holidays, and the holidays with the day they became known. */
const HOLIDAYS = [
  { day: epochDay("2024-01-01"), known: epochDay("2023-01-02") },
  { day: epochDay("2024-03-29"), known: epochDay("2023-11-01") },
  { day: epochDay("2024-05-20"), known: epochDay("2024-05-17") },
  { day: epochDay("2024-12-25"), known: epochDay("2024-12-30") },
];
const days = Int32Array.from(
  Array.from({ length: 900 }, (_, k) => epochDay("2023-06-01") + k).filter(
    (day) => weekday(day) <= 5 && !HOLIDAYS.some((h) => h.day === day),
  ),
);
const at = (iso: string) => days.indexOf(epochDay(iso));

describe("places of sessions", () => {
  it("count from the start by the sessions there were", () => {
    const { fromStart } = sessionPlaces(days, HOLIDAYS, "month");
    expect([fromStart[at("2024-01-02")], fromStart[at("2024-01-03")], fromStart[at("2024-01-31")]]).toEqual([1, 2, 22]);
    expect(sessionPlaces(days, HOLIDAYS, "week").fromStart[at("2024-05-21")]).toBe(1);
    expect(sessionPlaces(days, HOLIDAYS, "quarter").fromStart[at("2024-04-01")]).toBe(1);
    expect(sessionPlaces(days, HOLIDAYS, "year").fromStart[at("2024-01-05")]).toBe(4);
    // The sessions begin with June, but within a quarter and a year.
    expect(fromStart[0]).toBe(1);
    expect(sessionPlaces(days, HOLIDAYS, "quarter").fromStart[0]).toBeNaN();
  });
  it("count from the end by what was to be expected then", () => {
    const { fromEnd } = sessionPlaces(days, HOLIDAYS, "month");
    expect([fromEnd[at("2024-01-31")], fromEnd[at("2024-01-30")]]).toEqual([1, 2]);
    // Good Friday was known: the 28th was the last; the holiday of Whitsun only from the 17th of May on.
    expect(fromEnd[at("2024-03-28")]).toBe(1);
    expect([fromEnd[at("2024-05-16")], fromEnd[at("2024-05-17")]]).toEqual([12, 10]);
    // One that became known afterwards does not count before.
    expect([fromEnd[at("2024-12-24")], fromEnd[at("2024-12-30")]]).toEqual([6, 2]);
  });
  it("agree with a plain count on every session", () => {
    for (const period of ["week", "month", "quarter", "year"] as const) {
      const { fromEnd } = sessionPlaces(days, HOLIDAYS, period);
      const key = (day: number) => {
        const [y, m] = isoDate(day).split("-").map(Number) as [number, number];
        return period === "week"
          ? Math.floor((day + 5) / 7)
          : period === "month"
            ? 12 * y + m
            : period === "quarter"
              ? 4 * y + Math.ceil(m / 3)
              : y;
      };
      days.forEach((day, s) => {
        let count = 1;
        for (let next = day + 1; key(next) === key(day); next++) {
          if (weekday(next) <= 5 && !HOLIDAYS.some((h) => h.day === next && h.known <= day)) count++;
        }
        expect(fromEnd[s], `${period} ${isoDate(day)}`).toBe(count);
      });
    }
  });
});

describe("holidays", () => {
  const { to, since } = holidayDistances(days, HOLIDAYS);
  it("are 1 session away on the last before and the first after them", () => {
    expect([to[at("2024-03-28")], to[at("2024-03-27")], since[at("2024-04-01")], since[at("2024-04-02")]]).toEqual([1, 2, 1, 2]);
    expect([to[at("2023-12-29")], since[at("2024-01-02")]]).toEqual([1, 1]);
  });
  it("count only once they are known", () => {
    expect(to[at("2024-05-16")]).toBeNaN();
    expect([to[at("2024-05-17")], since[at("2024-05-21")]]).toEqual([1, 1]);
    expect(to[at("2024-12-24")]).toBeNaN();
    expect(since[at("2024-12-26")]).toBeGreaterThan(100);
    expect(since[0]).toBeNaN();
  });
});

describe("win rate of a month", () => {
  it("is that of its last occurrences before, by a plain count", () => {
    const random = seeded(5);
    const all = Int32Array.from(
      Array.from({ length: 3650 }, (_, k) => epochDay("2010-01-15") + k).filter((day) => weekday(day) <= 5),
    );
    let price = 50;
    const close = Float64Array.from(all, () => (random() < 0.03 ? NaN : (price *= 1 + 0.05 * (random() - 0.5))));
    const found = monthWinRate(close, all, 4);
    const lastOf = new Map<string, number>();
    all.forEach((day, s) => {
      if (!Number.isNaN(close[s])) lastOf.set(isoDate(day).slice(0, 7), close[s]!);
    });
    const results = [...lastOf].slice(1).map(([month, end], k) => [month, end > [...lastOf.values()][k]!] as const);
    let defined = 0;
    all.forEach((day, s) => {
      if (Number.isNaN(close[s])) return;
      const own = isoDate(day).slice(0, 7);
      const earlier = results.filter(([m]) => m.slice(5) === own.slice(5) && m < own).slice(-4);
      if (earlier.length < 4) expect(found[s]).toBeNaN();
      else {
        expect(found[s]).toBe(earlier.filter(([, won]) => won).length / 4);
        defined++;
      }
    });
    expect(defined).toBeGreaterThan(1000);
  });
  it("leaves out a month without a close in the month before", () => {
    const few = Int32Array.from(["2020-01-31", "2020-02-28", "2021-02-26", "2022-02-28"], epochDay);
    expect(Array.from(monthWinRate(Float64Array.of(1, 2, 3, 4), few, 1))).toEqual([NaN, NaN, 1, 1]);
  });
});
