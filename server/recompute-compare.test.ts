import { EMA } from "technicalindicators";
import { sampleStandardDeviation } from "simple-statistics";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { isoDate, weekday } from "@core";
import { plainRotation } from "@core/testing";
import type { fund } from "@studies/strength/fund";
import type { groups } from "@studies/strength/groups";
import type { periodMap } from "@studies/period-map/period-map";
import type { rotation } from "@studies/rotation/rotation";
import type { stocks } from "@studies/strength/stocks";
import { makeWorld } from "@world/make-world";
import type { Desk } from "./ask/desk.server";
import { deskOf } from "./testing/desk-of";

/* Rotation, strength, funds and the period map against recomputations from the tables, by date and by hand. */

const world = makeWorld(6, { stocks: 90, years: 6, reserve: 5 }).dataset;
const table = new Map(world.bars.map((b) => [b.ticker, b]));
const rowOf = new Map(world.instruments.map((i) => [i.ticker, i]));
const home = table.get("ALBRO")!;
const t = 1400;
const day = home.days[t]!;
const asOf = isoDate(day);
const mean = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / x.length;
const rankIn = (x: number, set: readonly number[]) =>
  (100 * (set.filter((y) => y < x - 1e-12).length + set.filter((y) => Math.abs(y - x) <= 1e-12).length / 2)) / set.length;
const heldOn = (group: string, on: number) =>
  world.membership.filter((m) => m.group === group && m.from <= on && (m.to === null || m.to >= on));
const namesOf = (group: string, on: number) => [...new Set(heldOn(group, on).map((m) => m.ticker))];
/** Place of the last bar on or before a day, at most so many home sessions before it. */
const lastBar = (ticker: string, on: number, most = 5) => {
  const { days } = table.get(ticker)!;
  const k = days.findLastIndex((d) => d <= on);
  const age = k < 0 ? Infinity : home.days.filter((d) => d > days[k]! && d <= on).length;
  return age <= most ? k : -1;
};
const returnOf = (ticker: string, on: number, n: number) => {
  const k = lastBar(ticker, on);
  const { close } = table.get(ticker)!;
  return k >= n ? close[k]! / close[k - n]! - 1 : NaN;
};
const fridayOf = (d: number) => d + ((5 - weekday(d) + 7) % 7);

let desk: Desk;
beforeAll(async () => {
  desk = await deskOf(world);
});
afterAll(() => desk.close());
const ask = async <S extends { ask: (...args: never[]) => unknown }>(study: string, params: Record<string, unknown> = {}) =>
  (await desk.ask<Exclude<ReturnType<S["ask"]>, undefined>>({ study, params, asOf })).result;

/** The last home session of each of the last ten weeks. */
const weeks = [...new Set(Array.from(home.days.slice(0, t + 1), fridayOf))]
  .slice(-10)
  .map((friday) => home.days.findLast((d) => d <= day && fridayOf(d) === friday)!);

describe("strength across the world", () => {
  const nations = world.membership.filter((m) => m.kind === "region").map((m) => m.ticker);
  const combined = (ticker: string, on: number) => 0.5 * returnOf(ticker, on, 63) + 0.5 * returnOf(ticker, on, 126);
  it("returns, combined, Strength and staying power of the nations on their own bars", async () => {
    const { rows, families } = await ask<typeof groups>("groups", { peers: "world" });
    expect(rows.map((r) => r.ticker).sort()).toEqual([...nations].sort());
    for (const row of rows) {
      [5, 21, 63, 126].forEach((n, k) => {
        expect(row.returns[k]).toBeCloseTo(returnOf(row.ticker, day, n), 12);
      });
      const now = nations.map((n) => combined(n, day));
      expect(row.strength).toBeCloseTo(rankIn(combined(row.ticker, day), now), 9);
      const past = weeks.map((on) =>
        rankIn(
          combined(row.ticker, on),
          nations.map((n) => combined(n, on)),
        ),
      );
      expect(row.staying).toBeCloseTo(mean(past), 9);
      const region = world.membership.find((m) => m.kind === "region" && m.ticker === row.ticker)!.group;
      const index = world.instruments.find((i) => i.kind === "index" && i.name === region)!.ticker;
      expect(row.gap).toBeCloseTo(returnOf(row.ticker, day, 63) - returnOf(index, day, 63), 12);
      expect(families.find((f) => f.name === region)).toMatchObject({ ofIndex: true, r63: returnOf(index, day, 63) });
    }
  });
  it("leaves leveraged and inverse funds out unless they are asked for", async () => {
    const plain = (await ask<typeof groups>("groups", { peers: "fund" })).rows;
    const all = (await ask<typeof groups>("groups", { peers: "fund", leveraged: "true" })).rows;
    expect(plain.every((r) => r.leverage === 1)).toBe(true);
    expect(all.length).toBeGreaterThan(plain.length);
    const { close, volume } = table.get(plain[0]!.ticker)!;
    const k = lastBar(plain[0]!.ticker, day);
    expect(plain[0]!.r1).toBeCloseTo(close[k]! / close[k - 1]! - 1, 12);
    expect(plain[0]!.volume).toBeCloseTo(mean(Array.from(volume.slice(k - 49, k + 1))), 6);
  });
  it("staying power of stocks ranks each against the members of its own day", async () => {
    const { rows } = await ask<typeof stocks>("stocks", { group: ["group:ALBIG"] });
    const ranked = (ticker: string, on: number) => {
      const set = namesOf("ALBIG", on)
        .map((n) => combined(n, on))
        .filter((x) => !Number.isNaN(x));
      const x = combined(ticker, on);
      if (Number.isNaN(x)) return NaN;
      return namesOf("ALBIG", on).includes(ticker)
        ? rankIn(x, set)
        : (100 * (set.filter((y) => y < x).length + set.filter((y) => y === x).length / 2)) / set.length;
    };
    for (const row of rows.filter((r) => !Number.isNaN(r.staying))) {
      const past = weeks.map((on) => ranked(row.ticker, on)).filter((x) => !Number.isNaN(x));
      expect(row.staying).toBeCloseTo(mean(past), 8);
    }
    expect(rows.length).toBe(namesOf("ALBIG", day).length);
  });
});

describe("rotation", () => {
  /** Weekly samples of the world index's own days, and every nation carried onto them. */
  const bench = table.get("WORLD")!;
  const benchDays = Array.from(bench.days).filter((d) => d <= day);
  const samples = benchDays.filter((d, k) => k + 1 === benchDays.length || fridayOf(benchDays[k + 1]!) !== fridayOf(d));
  const carried = (ticker: string, on: number) => {
    const { days, close } = table.get(ticker)!;
    const k = days.findLastIndex((d) => d <= on);
    return k >= 0 && benchDays.filter((d) => d > days[k]! && d <= on).length <= 5 ? close[k]! : NaN;
  };
  const nations = world.membership.filter((m) => m.kind === "region").map((m) => m.ticker);
  const q = nations.map((n) => samples.map((on) => Math.log(carried(n, on) / carried("WORLD", on))));
  const plain = plainRotation(q, () => true, 52, 4);
  it("trend and momentum of the nations against the world index, on its days", async () => {
    const { rows, days } = await ask<typeof rotation>("rotation", { set: "world", samples: 40 });
    expect(Array.from(days)).toEqual(samples.slice(-40));
    for (const row of rows) {
      const i = nations.indexOf(row.key);
      for (let k = 0; k < 40; k++) {
        const s = samples.length - 40 + k;
        expect(row.trend[k]).toBeCloseTo(plain.T[i]![s]!, 9);
        expect(row.momentum[k]).toBeCloseTo(plain.M[i]![s]!, 9);
      }
    }
    expect(rows.map((r) => r.trend.at(-1)!)).toEqual(rows.map((r) => r.trend.at(-1)!).sort((a, b) => b - a));
  });
  it("shares of market value by phase, phases, and the pair with the z of its ratio", async () => {
    const { rows, phases, pair } = await ask<typeof rotation>("rotation", { set: "world" });
    const last = samples.length - 1;
    const now = nations.map((n, i) => {
      const [T, M] = [plain.T[i]![last]!, plain.M[i]![last]!];
      const close = table.get(n)!.close[table.get(n)!.days.indexOf(day)];
      return { n, T, M, worth: close === undefined ? NaN : close * rowOf.get(n)!.marketValueShares! };
    });
    const worth = now.filter((x) => !Number.isNaN(x.worth));
    const total = worth.reduce((sum, x) => sum + x.worth, 0);
    const ahead = worth.filter((x) => x.T >= 0).reduce((sum, x) => sum + x.worth, 0);
    expect(phases[0]!.value + phases[1]!.value).toBeCloseTo(ahead / total, 9);
    expect(phases.reduce((sum, p) => sum + p.members, 0)).toBe(nations.length);
    const scored = [...now].sort((a, b) => b.T + b.M / 2 - (a.T + a.M / 2));
    expect([pair!.long.key, pair!.short.key]).toEqual([scored[0]!.n, scored.at(-1)!.n]);
    const ratio = samples.slice(-52).map((on) => Math.log(carried(scored[0]!.n, on) / carried(scored.at(-1)!.n, on)));
    expect(pair!.z.at(-1)).toBeCloseTo((ratio.at(-1)! - mean(ratio)) / sampleStandardDeviation(ratio), 8);
    for (const row of rows) {
      const { T, M } = now.find((x) => x.n === row.key)!;
      const words = T >= 0 ? (M >= 0 ? "ahead, gaining" : "ahead, easing") : M < 0 ? "behind, slipping" : "behind, recovering";
      expect(row.phase).toBe(words);
    }
  });
  it("prices currencies in the base that is asked for, the home currency among them", async () => {
    const { rows, benchmarkKind } = await ask<typeof rotation>("rotation", { set: "currency", base: "CVESS", samples: 8 });
    expect(benchmarkKind).toBe("flat");
    const keys = world.instruments.filter((i) => i.kind === "currency" && i.ticker !== "CVESS").map((i) => i.ticker);
    expect(rows.map((r) => r.key).sort()).toEqual([...keys, "ALD"].sort());
    const homeDays = Array.from(home.days).filter((d) => d <= day);
    const weekly = homeDays.filter((d, k) => k + 1 === homeDays.length || fridayOf(homeDays[k + 1]!) !== fridayOf(d));
    const at = (ticker: string, on: number) => {
      const b = table.get(ticker)!;
      return b.close[b.days.findLastIndex((d) => d <= on)]!;
    };
    const own = rows.map((r) => weekly.map((on) => Math.log((r.key === "ALD" ? 1 : at(r.key, on)) / at("CVESS", on))));
    const { T } = plainRotation(own, () => true, 52, 4);
    rows.forEach((r, i) => {
      expect(r.trend.at(-1)).toBeCloseTo(T[i]!.at(-1)!, 8);
    });
  });
});

describe("a fund", () => {
  it("holds what its membership says, beside its sectors and the funds that hold the same", async () => {
    const ticker = world.instruments.find((i) => i.kind === "fund" && i.name.endsWith("Broad market"))!.ticker;
    const f = await ask<typeof fund>("fund", { ticker });
    const held = heldOn(ticker, day);
    expect(f.holdings.map((h) => [h.ticker, h.weight]).sort()).toEqual(held.map((m) => [m.ticker, m.weight]).sort());
    const bySector = new Map<string, number>();
    for (const m of held) {
      const { sector } = rowOf.get(m.ticker)!;
      bySector.set(sector!, (bySector.get(sector!) ?? 0) + m.weight!);
    }
    for (const s of f.sectors) expect(s.weight).toBeCloseTo(bySector.get(s.sector)!, 12);
    expect(f.sectors.reduce((sum, s) => sum + s.market, 0)).toBeGreaterThan(0.9);
    for (const o of f.overlaps) {
      const other = new Map(heldOn(o.ticker, day).map((m) => [m.ticker, m.weight!]));
      const shared = held.filter((m) => other.has(m.ticker));
      expect(o.shared).toBe(shared.length);
      expect(o.weight).toBeCloseTo(
        shared.reduce((sum, m) => sum + Math.min(m.weight!, other.get(m.ticker)!), 0),
        12,
      );
      expect(rowOf.get(o.ticker)!.leverage).toBe(1);
    }
    const weakest = f.holdings.findLast((h) => !Number.isNaN(h.rank))!;
    const worst = held
      .map((m) => 0.5 * returnOf(m.ticker, day, 63) + 0.5 * returnOf(m.ticker, day, 126))
      .filter((x) => !Number.isNaN(x));
    expect(weakest.combined).toBeCloseTo(Math.min(...worst), 12);
  });
});

describe("the period map", () => {
  it("changes, averages held and rise of volume of the members on the first day, those that left among them", async () => {
    const [a, b] = [home.days[t - 160]!, home.days[t - 20]!];
    const { rows, reference, median } = await ask<typeof periodMap>("period-map", { from: isoDate(a), to: isoDate(b) });
    const there = namesOf("ALBRO", a).filter((n) => lastBar(n, a) >= 0);
    expect(rows.map((r) => r.key).sort()).toEqual(there.sort());
    expect(reference).toBeCloseTo(home.close[t - 20]! / home.close[t - 160]! - 1, 12);
    const changes = rows.map((r) => r.change).sort((x, y) => x - y);
    const middle = changes.length / 2;
    expect(median).toBeCloseTo(
      changes.length % 2 === 1 ? changes[Math.floor(middle)]! : (changes[middle - 1]! + changes[middle]!) / 2,
      12,
    );
    for (const row of rows) {
      const { days, close, volume } = table.get(row.key)!;
      const [from, to] = [lastBar(row.key, a), days.findLastIndex((d) => d <= b)];
      expect(row.change).toBeCloseTo(close[to]! / close[from]! - 1, 12);
      expect(row.ended).toBe(days[to] !== b);
      const ema = EMA.calculate({ period: 50, values: Array.from(close.slice(0, to + 1)) });
      const average = [...new Array<number>(to + 1 - ema.length).fill(NaN), ...ema];
      const first = days.findIndex((d) => d >= a);
      const inside = Array.from(days.keys()).slice(first, to + 1);
      expect(row.held50).toBe(inside.every((k) => close[k]! > average[k]! * (1 + 1e-9)));
      const after = Array.from(
        volume.slice(
          days.findIndex((d) => d > a),
          to + 1,
        ),
      );
      const before = Array.from(volume.slice(from - 49, from + 1));
      if (from >= 49) expect(row.volumeRise).toBeCloseTo(mean(after) / mean(before) - 1, 9);
    }
  });
  it("offers the last decline of the index when nothing is asked", async () => {
    const { swings, from, to, reference } = await ask<typeof periodMap>("period-map");
    const decline = swings.find((s) => s.direction === "down" && s.words.startsWith("decline of"))!;
    expect([from, to]).toEqual([decline.from, decline.to]);
    expect(reference).toBeLessThan(0);
    expect(decline.size).toBeCloseTo(reference, 12);
  });
});
