import { linearRegression, median as middleOf } from "simple-statistics";
import { ADX, SMA } from "technicalindicators";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { isoDate, weekday } from "@core";
import type { breadthSectors } from "@studies/breadth/breadth-sectors";
import type { exposure } from "@studies/regime/exposure";
import type { followed } from "@studies/breadth/followed";
import type { internals } from "@studies/breadth/internals";
import type { oscillators } from "@studies/regime/oscillators";
import type { ownTiming } from "@studies/timing/own-timing";
import type { regimeStudy } from "@studies/regime/regime";
import { STUDIES } from "@studies/registry";
import type { stocks } from "@studies/strength/stocks";
import type { structure } from "@studies/regime/structure";
import type { timing } from "@studies/timing/timing";
import { makeWorld } from "@world/make-world";
import type { Desk } from "./ask/desk.server";
import { deskOf } from "./testing/desk-of";

/* The figures of regime, breadth and timing against recomputations from the tables, by date and by hand. */

const world = makeWorld(8, { stocks: 60, years: 4, reserve: 5 }).dataset;
const table = new Map(world.bars.map((b) => [b.ticker, b]));
const index = table.get("ALBRO")!;
const t = 960;
const day = index.days[t]!;
const asOf = isoDate(day);
const closes = Array.from(index.close.slice(0, t + 1));
const mean = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / x.length;
const rank = (x: number, set: readonly number[]) =>
  (100 * (set.filter((y) => y < x).length + set.filter((y) => y === x).length / 2)) / set.length;
const members = (on: number) =>
  world.membership.filter((m) => m.group === "ALBRO" && m.from <= on && (m.to === null || m.to >= on)).map((m) => m.ticker);
/** Own bars of an instrument to a day; empty without a bar on it. */
const ownTo = (ticker: string, on: number) => {
  const b = table.get(ticker)!;
  const k = b.days.indexOf(on);
  return { close: Array.from(b.close.slice(0, k + 1)), volume: Array.from(b.volume.slice(0, k + 1)) };
};

let desk: Desk;
beforeAll(async () => {
  desk = await deskOf(world);
});
afterAll(() => desk.close());
const ask = async <S extends { ask: (...args: never[]) => unknown }>(
  study: string,
  params: Record<string, unknown> = {},
  market?: string,
) => (await desk.ask<Exclude<ReturnType<S["ask"]>, undefined>>({ study, params, asOf, market })).result;

describe("regime", () => {
  it("measures, their ranks in 180 sessions, and the volatility slope on the volatility index", async () => {
    const { measures, slopeBars } = await ask<typeof regimeStudy>("regime");
    const by = new Map(measures.map((m) => [m.key, m]));
    const distance = closes.map((_, s) => (s >= 199 ? closes[s]! / mean(closes.slice(s - 199, s + 1)) - 1 : NaN));
    expect(by.get("distance200")!.value).toBeCloseTo(distance[t]!, 10);
    expect(by.get("distance200")!.rank).toBeCloseTo(rank(distance[t]!, distance.slice(t - 179)), 8);
    const high = Array.from(index.high.slice(0, t + 1));
    const low = Array.from(index.low.slice(0, t + 1));
    const adx = ADX.calculate({ high, low, close: closes, period: 14 }).map((x) => x.adx);
    expect(by.get("adx")!.value).toBeCloseTo(adx.at(-1)!, 8);
    expect(by.get("adx")!.rank).toBeCloseTo(rank(adx.at(-1)!, adx.slice(-180)), 8);
    for (const n of [10, 260]) {
      const [top, bottom] = [Math.max(...high.slice(-n)), Math.min(...low.slice(-n))];
      expect(by.get(`range${n}`)!.value).toBeCloseTo((100 * (closes[t]! - bottom)) / (top - bottom), 8);
    }
    const vol = table.get("ALVOL")!;
    const values = Array.from(vol.close.slice(0, vol.days.indexOf(day) + 1));
    const long = SMA.calculate({ period: 42, values });
    const slope = SMA.calculate({ period: 10, values })
      .slice(32)
      .map((x, k) => x / long[k]! - 1);
    expect(by.get("volatilitySlope")!.value).toBeCloseTo(slope.at(-1)!, 10);
    const centre = mean(slope);
    const sd = Math.sqrt(slope.reduce((s, x) => s + (x - centre) ** 2, 0) / (slope.length - 1));
    expect(slopeBars.at(-1)).toBeCloseTo((slope.at(-1)! - centre) / sd, 8);
    expect(slopeBars).toHaveLength(90);
  });
  it("structure: channels by least squares on logs, and the width's place", async () => {
    const shape = await ask<typeof structure>("structure");
    for (const [key, n] of [
      ["short", 63],
      ["long", 252],
    ] as const) {
      const logs = closes.slice(-n).map((c, k): [number, number] => [k, Math.log(c)]);
      const { m, b } = linearRegression(logs);
      const residual = Math.sqrt(logs.reduce((s, [x, y]) => s + (y - m * x - b) ** 2, 0) / (n - 1));
      const channel = shape.channels[key]!;
      expect(channel.to).toBeCloseTo(Math.exp(m * (n - 1) + b), 6);
      expect(channel.from).toBeCloseTo(Math.exp(b), 6);
      expect(channel.width).toBeCloseTo(Math.exp(2 * residual), 8);
    }
    const width = (s: number) => {
      const window = closes.slice(s - 19, s + 1);
      const m = mean(window);
      return (4 * Math.sqrt(mean(window.map((c) => (c - m) ** 2)))) / m;
    };
    const widths = Array.from({ length: 252 }, (_, k) => width(t - 251 + k));
    expect(shape.width.now).toBeCloseTo(width(t), 10);
    expect(shape.width.before).toBeCloseTo(width(t - 10), 10);
    expect(shape.width.place).toBeCloseTo(rank(widths[251]!, widths), 6);
    expect(shape.upper).toHaveLength(378);
    expect(shape.upper.at(-1)).toBeCloseTo(mean(closes.slice(-20)) * (1 + width(t) / 2), 6);
  });
  it("exposure: own closes and averages of the last own session, carried at most five sessions", async () => {
    const result = await ask<typeof exposure>("exposure");
    expect(result.members).toHaveLength(9);
    for (const m of result.members) {
      const b = table.get(m.ticker)!;
      const k = b.days.findLastIndex((d) => d <= day);
      const average = mean(Array.from(b.close.slice(k - 83, k + 1)));
      expect(m.close).toBe(b.close[k]);
      expect(m.average).toBeCloseTo(average, 6);
      expect(m.above).toBe(b.close[k]! > average * (1 + 1e-9));
    }
    expect(result.share).toBe(result.members.filter((m) => m.above).length / 9);
    const worldwide = await ask<typeof exposure>("exposure", { set: ["WORLD", "NONE"] });
    expect([worldwide.n, worldwide.missing]).toEqual([1, ["NONE"]]);
  });
  it("oscillators end with those of the structure's index", async () => {
    const { panes } = await ask<typeof oscillators>("oscillators", { panes: ["macd"] });
    expect(panes[0]!.lines.map((l) => l.name)).toEqual(["MACD", "signal"]);
    expect(panes[0]!.lines[0]!.values.at(-1)).toBe(panes[0]!.lines[0]!.now);
  });
});

describe("breadth", () => {
  it("sectors at every horizon", async () => {
    const { rows } = await ask<typeof breadthSectors>("breadth-sectors", { average: "sma" });
    const stock = new Map(world.instruments.map((i) => [i.ticker, i]));
    for (const row of rows) {
      const own = members(day)
        .filter((m) => stock.get(m)!.sector === row.name)
        .map((m) => ownTo(m, day).close)
        .filter((c) => c.length > 0);
      expect(row.members).toBe(own.length);
      [5, 10, 20, 50, 200].forEach((n, h) => {
        const counted = own.filter((c) => c.length >= n);
        const above = counted.filter((c) => c.at(-1)! > mean(c.slice(-n)) * (1 + 1e-9));
        expect(row.percents[h]).toBe(counted.length > 0 ? (100 * above.length) / counted.length : NaN);
      });
    }
  });
  it("advances, volume, new highs and lows of one session", async () => {
    const { now } = await ask<typeof internals>("internals");
    const own = members(day)
      .map((m) => ownTo(m, day))
      .filter((b) => b.close.length > 1);
    const side = (sign: 1 | -1) => own.filter(({ close: c }) => sign * (c.at(-1)! - c.at(-2)!) > 1e-9 * c.at(-2)!);
    const volume = (sign: 1 | -1) => side(sign).reduce((s, b) => s + b.volume.at(-1)!, 0);
    expect([now.advances, now.declines]).toEqual([side(1).length, side(-1).length]);
    expect(now.upVolume).toBeCloseTo(volume(1) / (volume(1) + volume(-1)), 12);
    const year = own.map((b) => b.close).filter((c) => c.length >= 252);
    expect(now.counted).toBe(year.length);
    expect(now.highs).toBe(year.filter((c) => c.at(-1)! > Math.max(...c.slice(-252, -1))).length);
    expect(now.lows).toBe(year.filter((c) => c.at(-1)! < Math.min(...c.slice(-252, -1))).length);
  });
  it("what followed the share above the 50, case by case", async () => {
    const result = await ask<typeof followed>("followed", { reading: "50" });
    const { percents } = await ask<{ ask: () => { percents: Float64Array[] } }>("breadth", { history: 20_000 });
    const share = Array.from(percents[3]!);
    for (const row of result.rows) {
      const h = row.horizon;
      const kept: number[] = [];
      for (let s = 0; s + h <= t; s++) {
        if (Math.abs(share[s]! - share[t]!) <= 5 + 1e-9 && (kept.length === 0 || s - kept.at(-1)! >= h)) kept.push(s);
      }
      const returns = kept.map((s) => closes[s + h]! / closes[s]! - 1);
      const base = share.flatMap((x, s) => (!Number.isNaN(x) && s + h <= t ? [closes[s + h]! / closes[s]! - 1] : []));
      expect(Array.from(row.days)).toEqual(kept.map((s) => index.days[s]));
      expect(row.after.median).toBeCloseTo(middleOf(returns), 12);
      expect([row.base.n, row.base.worst]).toEqual([base.length, Math.min(...base)]);
    }
  });
});

describe("timing", () => {
  it("re-entries, signals and outcomes agree with each other and with the composite", async () => {
    const result = await ask<typeof timing>("timing", { history: 20_000, washed: -30 });
    const level = Array.from(result.level);
    const checked = Array.from(result.states[1]!);
    for (const e of result.reEntry.episodes) {
      const s = result.days.indexOf(e.day);
      expect([checked[s], checked[s - 1] === 1]).toEqual([1, false]);
      const since = Array.from(result.pressure.slice(0, s)).findLastIndex((x) => x > 0);
      expect(e.depth).toBe(Math.min(...Array.from(result.pressure.slice(since + 1, s + 1)).filter((x) => !Number.isNaN(x))));
      expect(e.depth).toBeLessThanOrEqual(-30);
    }
    expect(result.reEntry.episodes.length).toBeGreaterThan(2);
    const quick = result.records[0]!;
    const changes = Array.from(result.states[0]!).filter((x, s, all) => s > 0 && x !== all[s - 1]).length;
    expect(quick.count).toBe(changes);
    const [a, b] = quick.latest.slice(-2);
    const at = (d: number) => level[result.days.indexOf(d)]!;
    expect(a!.outcome).toBeCloseTo(at(b!.day) / at(a!.day) - 1, 12);
    expect(quick.up.n + quick.down.n).toBe(changes - 1);
  });
  it("the Long lane counts favoured and avoided members as the stocks study does", async () => {
    const result = await ask<typeof timing>("timing", { history: 20_000 });
    const days = Array.from(result.days);
    const fridays = days.flatMap((d, s) => (weekday(d) === 5 && s > 700 ? [s] : [])).slice(-30);
    const weekly = (s: number) =>
      days
        .slice(0, s + 1)
        .filter((d, k, all) => k === all.length - 1 || Math.ceil((d + 6) / 7) !== Math.ceil((all[k + 1]! + 6) / 7));
    const verdict = async (s: number) => {
      const { result: r } = await desk.ask<ReturnType<typeof stocks.ask>>({
        study: "stocks",
        params: { group: ["market:"] },
        asOf: isoDate(days[s]!),
      });
      const count = (stance: string) => r.rows.filter((row) => row.stance === stance).length;
      const samples = weekly(s)
        .slice(-30)
        .map((d) => result.level[days.indexOf(d)]!);
      const balance = count("Favour") - count("Avoid");
      return result.level[s]! > mean(samples) && balance > 0 ? 1 : result.level[s]! < mean(samples) && balance < 0 ? -1 : 0;
    };
    const verdicts = await Promise.all(fridays.map(verdict));
    let seen = 0;
    for (let k = 1; k < fridays.length; k++) {
      if (fridays[k]! - fridays[k - 1]! > 5 || verdicts[k] === 0 || verdicts[k] !== verdicts[k - 1]) continue;
      expect(result.states[3]![fridays[k]!]).toBe(verdicts[k]);
      seen++;
    }
    expect(seen).toBeGreaterThan(4);
  });
  it("an own system is up and down where its rules say so", async () => {
    const [example] = STUDIES.get("own-timing")!.examples as Record<string, unknown>[];
    const own = await ask<typeof ownTiming>("own-timing", { ...example, history: 20_000 });
    const { level } = await ask<typeof timing>("timing", { history: 20_000 });
    let state = 0;
    const expected = Array.from(level, (c, s) => {
      if (s < 30) return state;
      const average = (at: number) => mean(Array.from(level.slice(at - 19, at + 1)));
      const above = (at: number) => level[at]! > average(at) * (1 + 1e-9);
      const below = (at: number) => level[at]! < average(at) * (1 - 1e-9);
      if (above(s) && above(s - 1) && c - average(s - 11) > 0) state = 1;
      else if (below(s) && below(s - 1)) state = -1;
      return state;
    });
    expect(Array.from(own.states).slice(60)).toEqual(expected.slice(60));
    expect(new Set(expected.slice(60))).toEqual(new Set([1, -1]));
    expect(own.words.down).toBe("its close is below its 20-session simple average for 2 sessions running");
  });
});
