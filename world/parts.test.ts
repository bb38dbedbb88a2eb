import { describe, expect, it } from "vitest";
import { epochDay, isoDate, weekday } from "@core";
import { makeCalendar } from "./calendar";
import { groupFactor, marketFactor, withSeason } from "./factors";
import { indexBars, type Bars } from "./index-bars";
import { indexMembers } from "./index-members";
import { capitalised, nameHash, nameSource } from "./names";
import { randomStream } from "./random";

describe("a calendar", () => {
  const calendar = makeCalendar(
    "M",
    epochDay("2020-01-01"),
    1500,
    [
      { month: 1, date: 1 },
      { month: 5, nth: 1, weekday: 1 },
      { month: 12, date: 25 },
    ],
    randomStream(1, "calendar"),
  );
  it("has sessions on weekdays that are no holidays, and nothing else between", () => {
    const closed = new Set(calendar.holidays.map((h) => h.date));
    const { sessions } = calendar;
    const expected: number[] = [];
    for (let day = epochDay("2020-01-01"); expected.length < 1500; day++)
      if (weekday(day) <= 5 && !closed.has(day)) expected.push(day);
    expect([...sessions]).toEqual(expected);
  });
  it("keeps a weekend's holiday on the Monday after, and the first Monday of May", () => {
    const dates = calendar.holidays.map((h) => isoDate(h.date));
    // 25 December 2021 was a Saturday, 1 January 2023 a Sunday.
    expect(dates).toEqual(expect.arrayContaining(["2020-01-01", "2021-12-27", "2023-01-02", "2020-05-04", "2024-05-06"]));
  });
  it("knows its holidays before they come: the yearly ones by November, others a few days ahead", () => {
    for (const h of calendar.holidays) expect(h.known).toBeLessThan(h.date);
    const sudden = calendar.holidays.filter((h) => h.date - h.known <= 6);
    expect(sudden.length).toBeGreaterThan(0);
    expect(sudden.length).toBeLessThan(7);
  });
});

describe("names", () => {
  it("are five letters, never the same twice, and none of those that are taken elsewhere", () => {
    const next = nameSource(randomStream(3, "names"));
    const words = Array.from({ length: 900 }, next);
    expect(new Set(words).size).toBe(900);
    expect(words.every((w) => /^[bdfghklmnprstvz][aeiou][bdfghklmnprstvz][aeiou][dklmnrstv]$/.test(w))).toBe(true);
    expect(capitalised("tavek")).toBe("Tavek");
    expect(nameHash("tavek")).not.toBe(nameHash("tavel"));
  });
});

describe("streams of random numbers", () => {
  const draws = (seed: number, name: string) => {
    const random = randomStream(seed, name);
    return Array.from({ length: 5 }, () => random.uniform());
  };
  it("are the same for a seed and a name, and others for others", () => {
    expect(draws(1, "a")).toEqual(draws(1, "a"));
    expect(draws(1, "a")).not.toEqual(draws(1, "b"));
    expect(draws(1, "a")).not.toEqual(draws(2, "a"));
  });
  it("stay within what was asked", () => {
    const random = randomStream(9, "range");
    for (let k = 0; k < 2000; k++) {
      const whole = random.whole(-2, 3);
      expect(Number.isInteger(whole) && whole >= -2 && whole <= 3).toBe(true);
      const between = random.between(0.5, 0.6);
      expect(between >= 0.5 && between < 0.6).toBe(true);
    }
    expect(["x", "y"]).toContain(random.pick(["x", "y"]));
  });
});

describe("members of an index", () => {
  const values = [50, 40, 30, 20, 10];
  const universe = (
    end: (stock: number) => number | undefined,
    value = (stock: number, t: number) => (stock === 4 && t > 10 ? 45 : values[stock]!),
  ) => ({
    stocks: 5,
    sessions: 40,
    value,
    end,
  });
  it("are the largest at each review; one stays while its rank is within the buffer", () => {
    const runs = indexMembers(
      universe(() => undefined),
      [0, 20],
      { firstRank: 1, lastRank: 2, buffer: 1 },
    );
    // After session 10 stock 4 is second; stock 1 drops to third, which the buffer lets stay.
    expect(runs).toEqual([
      { stock: 0, from: 0, to: undefined },
      { stock: 1, from: 0, to: undefined },
    ]);
    const strict = indexMembers(
      universe(() => undefined),
      [0, 20],
      { firstRank: 1, lastRank: 2, buffer: 0 },
    );
    expect(strict).toEqual([
      { stock: 0, from: 0, to: undefined },
      { stock: 1, from: 0, to: 19 },
      { stock: 4, from: 20, to: undefined },
    ]);
  });
  it("leave with their last session", () => {
    const runs = indexMembers(
      universe((s) => (s === 0 ? 15 : undefined)),
      [0, 20],
      { firstRank: 1, lastRank: 2, buffer: 0 },
    );
    expect(runs[0]).toEqual({ stock: 0, from: 0, to: 15 });
    expect(runs.filter((r) => r.from === 20).map((r) => r.stock)).toEqual([4]);
  });
});

describe("bars of an index", () => {
  const stock = (close: number[]): Bars => {
    const c = Float64Array.from(close);
    return { open: c, high: c, low: c, close: c, volume: c.map(() => 10) };
  };
  it("chain the change in the members' value, a halted member at its last close", () => {
    const bars = indexBars(
      [stock([10, 11, 12, 12]), stock([20, NaN, 22, 22]), stock([5, 5, 5, 10])],
      [
        { stock: 0, from: 0, to: undefined },
        { stock: 1, from: 0, to: 2 },
        { stock: 2, from: 3, to: undefined },
      ],
      (s) => [1, 2, 4][s]!,
      1000,
      new Float64Array(4).fill(0.01),
      randomStream(1, "index"),
    );
    // 10 + 2 x 20 = 50; then 51, 56; then stock 2 joins for stock 1: (12 + 4 x 10) / (12 + 4 x 5).
    const expected = [1000, (1000 * 51) / 50, (1000 * 56) / 50, ((1000 * 56) / 50) * (52 / 32)];
    bars.close.forEach((c, t) => {
      expect(c).toBeCloseTo(expected[t]!, 2);
    });
    expect([...bars.volume]).toEqual([20, 10, 20, 20]);
    expect(bars.high.every((h, t) => h >= bars.close[t]! && bars.low[t]! <= bars.close[t]!)).toBe(true);
  });
});

describe("factors", () => {
  const calendar = makeCalendar("M", epochDay("2010-01-01"), 3000, [{ month: 1, date: 1 }], randomStream(1, "calendar"));
  const market = marketFactor(1, "M", calendar);
  it("of the market pay what such a market pays, and know when it is above its average", () => {
    const yearly = (252 * market.returns.reduce((a, b) => a + b, 0)) / 3000;
    expect(yearly).toBeCloseTo(0.035, 6);
    const share = market.rising.reduce((a, b) => a + b, 0) / 3000;
    expect(share).toBeGreaterThan(0.3);
    expect(share).toBeLessThan(0.9);
  });
  it("of groups have streams of their own, and months only where planted", () => {
    const plan = { annual: 0.1, halfLife: 80, noise: 0.05 };
    const a = groupFactor(1, "Shipyards", market, plan);
    expect(groupFactor(1, "Shipyards", market, plan)).toEqual(a);
    expect(groupFactor(1, "Other", market, plan)).not.toEqual(a);
    expect(withSeason(a, "Other", calendar.sessions)).toBe(a);
    const seasonal = withSeason(a, "Shipyards", calendar.sessions);
    const changed = [...calendar.sessions].filter((_, t) => seasonal[t] !== a[t]).map((day) => isoDate(day).slice(5, 7));
    expect(new Set(changed)).toEqual(new Set(["06"]));
  });
});
