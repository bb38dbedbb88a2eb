import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { isoDate } from "@core";
import type { BarColumn } from "@core/columns/panel";
import type { breadth } from "@studies/breadth/breadth";
import type { groups } from "@studies/strength/groups";
import type { members } from "@studies/breadth/members";
import type { stocks } from "@studies/strength/stocks";
import { makeWorld } from "@world/make-world";
import type { Desk } from "./ask/desk.server";
import { deskOf } from "./testing/desk-of";

/*
 * The figures of the data twin against a recomputation from the tables that shares no code with the application:
 * rows looked up by date, one member and one session at a time.
 */

const world = makeWorld(8, { stocks: 60, years: 4, reserve: 5 }).dataset;
const rows = new Map(world.bars.map((b) => [b.ticker, new Map(Array.from(b.days, (day, k) => [day, k] as const))]));
const table = new Map(world.bars.map((b) => [b.ticker, b]));
const sessions = [
  ...new Set(
    world.bars
      .filter((b) => world.instruments.some((i) => i.ticker === b.ticker && i.kind === "stock" && i.market === "ALDANE"))
      .flatMap((b) => [...b.days]),
  ),
].sort((a, b) => a - b);
const stock = new Map(world.instruments.filter((i) => i.kind === "stock" && i.market === "ALDANE").map((i) => [i.ticker, i]));
const inIndex = (ticker: string, day: number) =>
  world.membership.some((m) => m.group === "ALBRO" && m.ticker === ticker && m.from <= day && (m.to === null || m.to >= day));
const close = (ticker: string, day: number) => {
  const k = rows.get(ticker)!.get(day);
  return k === undefined ? NaN : table.get(ticker)!.close[k]!;
};
/** Own closes up to a day, empty without a bar on it. */
const closesTo = (ticker: string, day: number, column: BarColumn = "close") => {
  const b = table.get(ticker)!;
  return Number.isNaN(close(ticker, day)) ? [] : Array.from(b[column].slice(0, rows.get(ticker)!.get(day)! + 1));
};
const returnOf = (own: readonly number[], n: number) =>
  own.length > n ? own[own.length - 1]! / own[own.length - 1 - n]! - 1 : NaN;
const mean = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / x.length;
const rank = (x: number, set: readonly number[]) =>
  (100 * (set.filter((y) => y < x - 1e-9).length + set.filter((y) => Math.abs(x - y) <= 1e-9).length / 2)) / set.length;
const ema = (own: readonly number[], n: number) => {
  if (own.length < n) return NaN;
  return own.slice(n).reduce((e, c) => e + (2 / (n + 1)) * (c - e), mean(own.slice(0, n)));
};

/** The composite of the index members of an industry or sector, day by day. */
function seriesOf(level: "sector" | "industry", name: string, to: number): number[] {
  const out: number[] = [];
  let value = NaN;
  for (const day of sessions.filter((d) => d <= to)) {
    const own = [...stock.values()]
      .filter((s) => s[level] === name && inIndex(s.ticker, day))
      .map((s) => closesTo(s.ticker, day));
    const present = own.filter((c) => c.length > 0);
    if (present.length === 0) continue;
    const returns = present.filter((c) => c.length > 1).map((c) => returnOf(c, 1));
    value = Number.isNaN(value) ? 1000 : value * (1 + (returns.length > 0 ? mean(returns) : 0));
    out.push(value);
  }
  return out;
}

describe.each([400, 720])("at session %i", (t) => {
  const day = sessions[t]!;
  const asOf = isoDate(day);
  let desk: Desk;
  beforeAll(async () => {
    desk = await deskOf(world);
  });
  afterAll(() => desk.close());
  const membersNow = () => [...stock.keys()].filter((ticker) => inIndex(ticker, day) && closesTo(ticker, day).length > 0).sort();

  it("breadth: counts above each average and above all five", async () => {
    const { result } = await desk.ask<ReturnType<typeof breadth.ask>>({ study: "breadth", params: {}, asOf });
    const states = membersNow().map((ticker) => {
      const own = closesTo(ticker, day);
      return [5, 10, 20, 50, 200].map((n) => (own.length < n ? undefined : own[own.length - 1]! > ema(own, n) * (1 + 1e-9)));
    });
    [0, 1, 2, 3, 4].forEach((h) => {
      expect(result.rows[h]!.above).toBe(states.filter((s) => s[h]).length);
      expect(result.rows[h]!.counted).toBe(states.filter((s) => s[h] !== undefined).length);
    });
    const full = states.filter((s) => !s.includes(undefined));
    expect(result.rows[5]!.counted).toBe(full.length);
    expect(result.rows[5]!.percent).toBe((100 * full.filter((s) => s.every(Boolean)).length) / full.length);
  });

  it("members: distance from each average", async () => {
    const { result } = await desk.ask<ReturnType<typeof members.ask>>({ study: "members", params: {}, asOf });
    expect(result.rows.map((r) => r.ticker)).toEqual(membersNow());
    for (const row of result.rows) {
      const own = closesTo(row.ticker, day);
      expect(row.close).toBe(own[own.length - 1]);
      [5, 10, 20, 50, 200].forEach((n, h) => {
        const expected = own[own.length - 1]! / ema(own, n) - 1;
        if (Number.isNaN(expected)) expect(row.distances[h]).toBeNaN();
        else expect(row.distances[h]).toBeCloseTo(expected, 10);
      });
    }
  });

  it("groups: returns, combined, rank and Strength of the sectors", async () => {
    const { result } = await desk.ask<ReturnType<typeof groups.ask>>({ study: "groups", params: {}, asOf });
    const series = new Map(result.rows.map((g) => [g.name, seriesOf("sector", g.name, day)]));
    const all = [...series.values()].map((s) => 0.5 * returnOf(s, 63) + 0.5 * returnOf(s, 126));
    for (const row of result.rows) {
      const own = series.get(row.name)!;
      [5, 21, 63, 126].forEach((n, k) => {
        expect(row.returns[k]).toBeCloseTo(returnOf(own, n), 9);
      });
      const combined = 0.5 * returnOf(own, 63) + 0.5 * returnOf(own, 126);
      expect(row.combined).toBeCloseTo(combined, 9);
      expect(row.rank).toBe(1 + all.filter((b) => b > combined + 1e-12).length);
      expect(row.strength).toBeCloseTo(rank(combined, all), 6);
      const sd = Math.sqrt(all.reduce((s, b) => s + (b - mean(all)) ** 2, 0) / (all.length - 1));
      expect(row.combinedZ).toBeCloseTo((combined - mean(all)) / sd, 6);
    }
  });

  it("stocks: strength in the set, Trend and stance", async () => {
    const { result } = await desk.ask<ReturnType<typeof stocks.ask>>({ study: "stocks", params: { group: ["market:"] }, asOf });
    const parts = new Map(
      membersNow().map((ticker) => {
        const own = closesTo(ticker, day);
        return [
          ticker,
          [returnOf(own, 21), returnOf(own, 63), returnOf(own, 126), own[own.length - 1]! / ema(own, 50) - 1],
        ] as const;
      }),
    );
    const meanRanks = new Map(
      [...parts].map(([ticker, own]) => [
        ticker,
        mean(
          own.map((x, k) =>
            Number.isNaN(x)
              ? NaN
              : rank(
                  x,
                  [...parts.values()].map((p) => p[k]!).filter((v) => !Number.isNaN(v)),
                ),
          ),
        ),
      ]),
    );
    const known = [...meanRanks.values()].filter((v) => !Number.isNaN(v));
    let stances = 0;
    for (const row of result.rows) {
      const expected = meanRanks.get(row.ticker)!;
      if (Number.isNaN(expected)) expect(row.trend).toBeNaN();
      else expect(row.trend).toBeCloseTo(rank(expected, known), 6);
      const combined = 0.5 * parts.get(row.ticker)![1] + 0.5 * parts.get(row.ticker)![2];
      if (!Number.isNaN(combined)) expect(row.combined).toBeCloseTo(combined, 10);
      if (row.stance !== "") stances++;
    }
    expect(stances).toBeGreaterThan(30);
  });
});
