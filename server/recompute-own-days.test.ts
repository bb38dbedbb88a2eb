import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { isoDate, weekday } from "@core";
import type { chart } from "@studies/chart/chart";
import type { groups } from "@studies/strength/groups";
import type { rotation } from "@studies/rotation/rotation";
import type { series } from "@studies/chart/series";
import type { stocks } from "@studies/strength/stocks";
import { makeWorld } from "@world/make-world";
import type { Desk } from "./ask/desk.server";
import { deskOf } from "./testing/desk-of";

/* Figures of instruments on their own days, and of sets with the members of then, against recomputations from the tables. */

const world = makeWorld(6, { stocks: 90, years: 6, reserve: 5 }).dataset;
const table = new Map(world.bars.map((b) => [b.ticker, b]));
const rowOf = new Map(world.instruments.map((i) => [i.ticker, i]));
const home = table.get("ALBRO")!;
const nations = world.membership.filter((m) => m.kind === "region").map((m) => m.ticker);
const mean = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / x.length;

let desk: Desk;
beforeAll(async () => {
  desk = await deskOf(world);
});
afterAll(() => desk.close());
type Result<S extends { ask: (...args: never[]) => unknown }> = Exclude<ReturnType<S["ask"]>, undefined>;
const ask = async <S extends { ask: (...args: never[]) => unknown }>(
  study: string,
  day: number,
  params: Record<string, unknown> = {},
) => (await desk.ask<Result<S>>({ study, params, asOf: isoDate(day) })).result;

/** Home sessions on which some nation has no bar of its own, late in the history. */
const quiet = Array.from(home.days)
  .slice(700)
  .flatMap((day) => nations.filter((n) => !table.get(n)!.days.includes(day)).map((ticker) => ({ day, ticker })));

describe("an instrument abroad, on a day on which its own calendar has no session", () => {
  it("happens often enough to be looked at", () => {
    expect(new Set(quiet.map((q) => q.ticker)).size).toBeGreaterThan(8);
  });
  it.each(quiet.filter((_, k) => k % 17 === 0).slice(0, 6))("$ticker has the figures of its own last session", async (one) => {
    const { day, ticker } = one;
    const { days, close, high, low } = table.get(ticker)!;
    const k = days.findLastIndex((d) => d <= day);
    const shares = rowOf.get(ticker)!.marketValueShares!;
    const turning = await ask<typeof rotation>("rotation", day, { set: "world" });
    expect(turning.rows.find((r) => r.key === ticker)!.value).toBe(close[k]! * shares);
    const known = turning.rows.filter((r) => r.phase !== "");
    const worthOf = (key: string) => {
      const bars = table.get(key)!;
      return bars.close[bars.days.findLastIndex((d) => d <= day)]! * rowOf.get(key)!.marketValueShares!;
    };
    const total = known.reduce((sum, r) => sum + worthOf(r.key), 0);
    for (const { phase, value } of turning.phases) {
      const own = known.filter((r) => r.phase === phase).reduce((sum, r) => sum + worthOf(r.key), 0);
      expect(value).toBeCloseTo(own / total, 12);
    }
    const board = await ask<typeof groups>("groups", day, { peers: "world" });
    const place = board.rows.find((r) => r.key === ticker)!;
    expect(place.dayPosition).toBeCloseTo((100 * (close[k]! - low[k]!)) / (high[k]! - low[k]!), 9);
    const { facts, days: shown } = await ask<typeof chart>("chart", day, { ticker, history: 80 });
    expect(Array.from(shown)).toEqual(Array.from(days.slice(k - 79, k + 1)));
    expect([facts.close, facts.lastBar]).toEqual([close[k], days[k]]);
    [1, 5, 21, 63, 126].forEach((n, i) => {
      expect([facts.r1, facts.r5, facts.r21, facts.r63, facts.r126][i]).toBeCloseTo(close[k]! / close[k - n]! - 1, 12);
    });
    // The index on the same two dates: its last close on or before each.
    const indexOn = (on: number) => home.close[home.days.findLastIndex((d) => d <= on)]!;
    expect(facts.excess63).toBeCloseTo(facts.r63 - (indexOn(days[k]!) / indexOn(days[k - 63]!) - 1), 12);
  });
  it("has an average volume of 50 own bars, and none before there are 50", async () => {
    const late = world.bars.find(({ ticker, days }) => rowOf.get(ticker)!.kind === "stock" && days[0]! > home.days[500]!)!;
    for (const bars of [20, 48, 49, 50, 90]) {
      const { rows } = await ask<typeof stocks>("stocks", late.days[bars]!, { group: [`stocks:${late.ticker}`] });
      const expected = bars < 49 ? NaN : mean(Array.from(late.volume.slice(bars - 49, bars + 1)));
      if (Number.isNaN(expected)) expect(rows[0]!.volume).toBeNaN();
      else expect(rows[0]!.volume).toBeCloseTo(expected, 4);
    }
  });
  it("is, for a region, its own index", async () => {
    const region = world.membership.find((m) => m.kind === "region")!.group;
    const index = world.instruments.find((i) => i.kind === "index" && i.name === region)!;
    const day = home.days[1300]!;
    const { close, days } = table.get(index.ticker)!;
    const k = days.findLastIndex((d) => d <= day);
    expect((await ask<typeof series>("series", day, { key: `group:${region}` })).r63).toBeCloseTo(
      close[k]! / close[k - 63]! - 1,
      12,
    );
  });
});

describe("staying power and the rank of a week ago", () => {
  const fridayOf = (d: number) => d + ((5 - weekday(d) + 7) % 7);
  const isIn = (ticker: string, on: number) =>
    world.membership.some((m) => m.group === "ALBRO" && m.ticker === ticker && m.from <= on && (m.to === null || m.to >= on));
  /** Three- and six-month return combined, on a session with a bar; NaN on one without. */
  const combined = (ticker: string, on: number) => {
    const { days, close } = table.get(ticker)!;
    const k = days.indexOf(on);
    return k >= 126 ? 0.5 * (close[k]! / close[k - 63]! - 1) + 0.5 * (close[k]! / close[k - 126]! - 1) : NaN;
  };
  const everIn = [...new Set(world.membership.filter((m) => m.group === "ALBRO").map((m) => m.ticker))];
  // A session soon after one left the market, so that it counts in some of the samples.
  const left = world.instruments.find(
    (i) => i.kind === "stock" && i.delisted !== null && table.get(i.ticker)!.days.length > 400,
  )!;
  const t = home.days.indexOf(table.get(left.ticker)!.days.at(-1)!) + 12;

  it("are among the members of each sample's own session, those gone since included", async () => {
    const day = home.days[t]!;
    const weeks = [...new Set(Array.from(home.days.slice(0, t + 1), fridayOf))]
      .slice(-10)
      .map((friday) => home.days.findLast((d) => d <= day && fridayOf(d) === friday)!);
    const { rows } = await ask<typeof stocks>("stocks", day, { group: ["market:"] });
    const setOn = new Map(
      [...weeks, home.days[t - 5]!].map((on) => [
        on,
        everIn
          .filter((x) => isIn(x, on))
          .map((x) => combined(x, on))
          .filter((x) => !Number.isNaN(x)),
      ]),
    );
    let compared = 0;
    for (const row of rows) {
      const strengths = weeks.flatMap((on) => {
        const x = combined(row.ticker, on);
        const set = setOn.get(on)!;
        return Number.isNaN(x)
          ? []
          : [(100 * (set.filter((y) => y < x).length + set.filter((y) => y === x).length / 2)) / set.length];
      });
      if (strengths.length < 8) expect(row.staying).toBeNaN();
      else expect(row.staying).toBeCloseTo(mean(strengths), 8);
      const before = combined(row.ticker, home.days[t - 5]!);
      expect(row.rankBefore).toBe(
        Number.isNaN(before) ? NaN : 1 + setOn.get(home.days[t - 5]!)!.filter((y) => y > before).length,
      );
      if (!Number.isNaN(row.staying)) compared++;
    }
    expect(compared).toBeGreaterThan(40);
    // The one that left was ranked in some of the weeks.
    expect(weeks.some((on) => isIn(left.ticker, on) && !Number.isNaN(combined(left.ticker, on)))).toBe(true);
  });
});
