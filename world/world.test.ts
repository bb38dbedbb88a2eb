import { createHash } from "node:crypto";
import { describe, expect, it } from "vitest";
import { isoDate, weekday } from "@core";
import type { Dataset } from "@core/columns/dataset";
import { exactExp, exactLog } from "./exact-math";
import { makeWorld } from "./make-world";
import * as planted from "./planted";
import { randomStream } from "./random";

const SIZE = { stocks: 160, years: 16, reserve: 20 };
const { dataset: world, reserve } = makeWorld(2, SIZE);
const stocks = world.instruments.filter((i) => i.kind === "stock" && i.market === "ALDANE");
const barsOf = new Map(world.bars.map((b) => [b.ticker, b]));
const index = barsOf.get("ALBRO")!;
const average = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / x.length;
const logReturns = (close: ArrayLike<number>) =>
  Array.from({ length: close.length - 1 }, (_, k) => Math.log(close[k + 1]! / close[k]!));
const correlation = (x: readonly number[], y: readonly number[]) => {
  const [mx, my] = [average(x), average(y)];
  const cov = average(x.map((v, k) => (v - mx) * (y[k]! - my)));
  return cov / Math.sqrt(average(x.map((v) => (v - mx) ** 2)) * average(y.map((v) => (v - my) ** 2)));
};

describe("a seed", () => {
  const digest = (d: Dataset) => {
    const hash = createHash("sha256");
    hash.update(JSON.stringify([d.instruments, d.membership, d.fundamentals, d.holidays]));
    for (const b of d.bars)
      for (const c of [b.days, b.open, b.high, b.low, b.close, b.volume])
        hash.update(new Uint8Array(c.buffer, c.byteOffset, c.byteLength));
    return hash.digest("hex").slice(0, 16);
  };
  const small = { stocks: 20, years: 2, reserve: 5 };
  it("gives the same bytes on every machine, another one another world", () => {
    const made = makeWorld(2, small).dataset;
    expect(digest(made)).toBe("9443f3e61beb3d1d");
    const home = new Set(made.instruments.filter((i) => i.market === "ALDANE" && i.kind !== "fund").map((i) => i.ticker));
    const ofHome = <T extends { ticker: string }>(rows: readonly T[]) => rows.filter((row) => home.has(row.ticker));
    const aldane = {
      ...made,
      instruments: ofHome(made.instruments),
      membership: ofHome(made.membership).filter((m) => m.kind === "index" || m.kind === "list"),
      fundamentals: ofHome(made.fundamentals),
      holidays: made.holidays.filter((h) => h.market === "ALDANE"),
      bars: ofHome(made.bars),
    };
    // The home market does not depend on what is made beside it.
    expect(digest(aldane)).toBe("550179cedad56cdf");
    expect(digest(makeWorld(3, small).dataset)).not.toBe(digest(makeWorld(2, small).dataset));
  });
  it("rests on mathematics that are the same everywhere and right", () => {
    for (let x = -20; x < 20; x += 0.37) expect(exactExp(x) / Math.exp(x)).toBeCloseTo(1, 13);
    for (let x = 0.001; x < 5000; x *= 1.7) expect(exactLog(x)).toBeCloseTo(Math.log(x), 12);
    const random = randomStream(1, "test");
    const draws = Array.from({ length: 40_000 }, () => random.normal());
    expect(Math.abs(average(draws))).toBeLessThan(0.02);
    expect(average(draws.map((d) => d * d))).toBeCloseTo(1, 1);
  });
});

describe("bars", () => {
  it("keep open and close within high and low, prices positive, volumes whole, days Monday to Friday in order", () => {
    const wrong: string[] = [];
    for (const b of world.bars) {
      for (let k = 0; k < b.days.length; k++) {
        const [o, h, l, c, v] = [b.open[k]!, b.high[k]!, b.low[k]!, b.close[k]!, b.volume[k]!];
        const volumeOk = b.ticker.endsWith("VOL") ? Number.isNaN(v) : Number.isInteger(v) && v >= 0;
        const ordered = k === 0 || b.days[k]! > b.days[k - 1]!;
        if (!(l > 0 && h >= Math.max(o, c) && l <= Math.min(o, c) && volumeOk && ordered && weekday(b.days[k]!) <= 5))
          wrong.push(`${b.ticker} ${isoDate(b.days[k]!)}`);
      }
    }
    expect(wrong).toEqual([]);
  });
  it("begin with the listing and end with the delisting", () => {
    for (const s of stocks) {
      const b = barsOf.get(s.ticker)!;
      expect(b.days[0]).toBe(s.listed);
      if (s.delisted !== null) expect(b.days[b.days.length - 1]).toBe(s.delisted);
    }
    expect(stocks.filter((s) => s.delisted !== null).length).toBe(Math.round(SIZE.stocks / 9.6));
    expect(stocks.filter((s) => s.listed! > index.days[0]!).length).toBe(SIZE.stocks / 8);
  });
  it("have no real tickers: five invented letters, all different", () => {
    const tickers = world.instruments.filter((i) => i.kind === "stock").map((s) => s.ticker);
    expect(new Set(tickers).size).toBe(tickers.length);
    expect(tickers.every((t) => /^[A-Z]{5}$/.test(t))).toBe(true);
  });
});

describe("the broad index", () => {
  it("is what its members imply, within rounding", () => {
    const shares = (ticker: string, before: number) =>
      world.fundamentals.filter((f) => f.ticker === ticker && f.known < before && f.shares !== null).at(-1)?.shares ??
      world.fundamentals.find((f) => f.ticker === ticker)!.shares!;
    const lastClose = (ticker: string, day: number) => {
      const b = barsOf.get(ticker)!;
      for (let k = b.days.length - 1; k >= 0; k--) if (b.days[k]! <= day) return b.close[k]!;
      return NaN;
    };
    const { days } = index;
    for (const t of [10, 500, 1234, 2500, days.length - 1]) {
      const members = world.membership
        .filter((m) => m.group === "ALBRO" && m.from <= days[t]! && (m.to === null || m.to >= days[t]!))
        .map((m) => m.ticker);
      expect(new Set(members).size).toBe(members.length);
      const held = members.filter((m) => !Number.isNaN(lastClose(m, days[t - 1]!)));
      const weights = held.map((m) => shares(m, days[t]!));
      const value = (day: number) => held.reduce((sum, m, k) => sum + weights[k]! * lastClose(m, day), 0);
      expect(index.close[t]! / index.close[t - 1]!).toBeCloseTo(value(days[t]!) / value(days[t - 1]!), 4);
    }
  });
  it("holds about five sixths of the stocks at any time, and only living ones", () => {
    for (const t of [0, 1000, 3000]) {
      const day = index.days[t]!;
      const members = world.membership.filter((m) => m.group === "ALBRO" && m.from <= day && (m.to === null || m.to >= day));
      expect(members.length).toBeGreaterThan(SIZE.stocks * 0.76);
      for (const m of members) {
        const s = stocks.find((x) => x.ticker === m.ticker)!;
        expect(s.listed! <= day && (s.delisted ?? Infinity) >= day).toBe(true);
      }
    }
  });
});

describe("returns behave as markets do", () => {
  const r = logReturns(index.close);
  const autocorrelation = (x: readonly number[], lag: number) => correlation(x.slice(lag), x.slice(0, -lag));
  it("fat tails, clustered volatility, no memory of direction, volatility up after falls", () => {
    const m = average(r);
    const variance = average(r.map((x) => (x - m) ** 2));
    const kurtosis = average(r.map((x) => (x - m) ** 4)) / variance ** 2;
    expect(kurtosis).toBeGreaterThan(4);
    expect(kurtosis).toBeLessThan(25);
    expect(Math.sqrt(252 * variance)).toBeGreaterThan(0.1);
    expect(Math.sqrt(252 * variance)).toBeLessThan(0.28);
    expect(autocorrelation(r.map(Math.abs), 1)).toBeGreaterThan(0.08);
    expect(Math.abs(autocorrelation(r, 1))).toBeLessThan(0.12);
    expect(correlation(r.slice(0, -1), r.slice(1).map(Math.abs))).toBeLessThan(0);
  });
  it("stocks move together, those of one sector more", () => {
    const whole = stocks.filter(
      (s) => s.listed === index.days[0] && s.delisted === null && barsOf.get(s.ticker)!.days.length > index.days.length - 4,
    );
    const returns = new Map(whole.map((s) => [s.ticker, logReturns(barsOf.get(s.ticker)!.close).slice(0, 3900)]));
    const same: number[] = [];
    const other: number[] = [];
    for (let a = 0; a < 24; a++) {
      for (let b = 0; b < a; b++) {
        (whole[a]!.sector === whole[b]!.sector ? same : other).push(
          correlation(returns.get(whole[a]!.ticker)!, returns.get(whole[b]!.ticker)!),
        );
      }
    }
    expect(average(other)).toBeGreaterThan(0.1);
    expect(average(same)).toBeGreaterThan(average(other) + 0.04);
    expect(average(same)).toBeLessThan(0.8);
  });
});

describe("the second market and the world", () => {
  const own = (market: string | null) => world.instruments.filter((i) => i.market === market);
  const dated = (ticker: string) => {
    const b = barsOf.get(ticker)!;
    return new Map(Array.from(b.days, (day, k) => [day, b.close[k]!]));
  };
  const shared = (a: string, b: string) => {
    const [x, y] = [dated(a), dated(b)];
    const days = [...x.keys()].filter((day) => y.has(day));
    return correlation(logReturns(days.map((d) => x.get(d)!)), logReturns(days.map((d) => y.get(d)!)));
  };
  it("Corvany has its own calendar, currency, stocks, broad index and volatility index", () => {
    expect(own("CORVANY").filter((i) => i.kind === "stock")).toHaveLength(SIZE.stocks / 4);
    expect(own("CORVANY").every((i) => i.currency === "CRV")).toBe(true);
    expect(world.markets[1]).toMatchObject({ market: "CORVANY", broadIndex: "COBRO", volatilityIndex: "COVOL" });
    const [a, c] = [new Set(index.days), new Set(barsOf.get("COBRO")!.days)];
    expect([...a].filter((day) => !c.has(day)).length).toBeGreaterThan(3 * SIZE.years);
    expect([...c].filter((day) => !a.has(day)).length).toBeGreaterThan(3 * SIZE.years);
  });
  it("has sixteen nations in four regions and moves together, neighbours more than others", () => {
    const regions = [...new Set(world.membership.filter((m) => m.kind === "region").map((m) => m.group))];
    expect(regions).toHaveLength(4);
    expect(own(null).filter((i) => i.ticker.startsWith("N"))).toHaveLength(16);
    expect(shared("ALBRO", "COBRO")).toBeGreaterThan(0.25);
    expect(shared("ALBRO", "WORLD")).toBeGreaterThan(0.4);
    expect(shared("NVESS", "NTORL")).toBeGreaterThan(shared("NVESS", "NTESS"));
    for (const ticker of ["COBRO", "WORLD", "NISHT"]) {
      const r = logReturns(barsOf.get(ticker)!.close);
      const vol = Math.sqrt(252 * average(r.map((x) => x * x)));
      expect(vol).toBeGreaterThan(0.09);
      expect(vol).toBeLessThan(0.4);
    }
  });
  it("values its regions and the world by market value", () => {
    const nations = own(null).filter((i) => i.marketValueShares !== null);
    const days = barsOf.get("WORLD")!.days;
    const valueAt = (day: number) =>
      nations.reduce((sum, n) => {
        const b = barsOf.get(n.ticker)!;
        return sum + n.marketValueShares! * b.close[b.days.findLastIndex((d) => d <= day)]!;
      }, 0);
    const level = dated("WORLD");
    for (const k of [400, 2000])
      expect(level.get(days[k]!)! / level.get(days[300]!)!).toBeCloseTo(valueAt(days[k]!) / valueAt(days[300]!), 3);
  });
  it("has the exposure list of home styles and regions", () => {
    const list = world.membership.filter((m) => m.group === "exposure").map((m) => m.ticker);
    expect(list).toEqual(["ALBRO", "ALBIG", "ALMED", "ALSML", "ALEQW", "RFARR", "REMBE", "RTARN", "RHALS"]);
  });
});

describe("what was planted can be found", () => {
  it("sectors gain or lose in their months against the rest", () => {
    for (const { sector, month, extra } of planted.SEASONAL_MONTHS) {
      const inMonth: number[] = [];
      const rest: number[] = [];
      for (const s of stocks) {
        const b = barsOf.get(s.ticker)!;
        for (let k = 1; k < b.days.length; k++) {
          if (Number(isoDate(b.days[k]!).slice(5, 7)) === month)
            (s.sector === sector ? inMonth : rest).push(Math.log(b.close[k]! / b.close[k - 1]!));
        }
      }
      // Leadership moves a sector by some percent in a month of its own, 16 of which are averaged here.
      expect(Math.sign(21 * (average(inMonth) - average(rest)))).toBe(Math.sign(extra));
    }
  });
  it("stocks recover after new 10-session closing lows in a rising market", () => {
    const after: number[] = [];
    const all: number[] = [];
    const rising = index.close.map((c, t) => (t >= 199 && c > average(Array.from(index.close.slice(t - 199, t + 1))) ? 1 : 0));
    const at = new Map(Array.from(index.days, (day, t) => [day, t]));
    for (const s of stocks) {
      const b = barsOf.get(s.ticker)!;
      for (let k = 20; k + 5 < b.days.length; k++) {
        if (rising[at.get(b.days[k]!)!] !== 1) continue;
        const next = Math.log(b.close[k + 5]! / b.close[k]!);
        all.push(next);
        if (b.close[k]! < Math.min(...b.close.slice(k - 9, k))) after.push(next);
      }
    }
    expect(average(after) - average(all)).toBeGreaterThan(0.0015);
  });
});

describe("fundamentals and the reserve", () => {
  it("become known at the listing and about four times a year, the next report ahead", () => {
    for (const s of stocks.slice(0, 40)) {
      const own = world.fundamentals.filter((f) => f.ticker === s.ticker);
      const years = barsOf.get(s.ticker)!.days.length / 252;
      expect(own[0]!.known).toBe(s.listed);
      expect(Math.abs(own.length - 4 * years)).toBeLessThan(4);
      expect(own.every((f) => f.nextReport! > f.known)).toBe(true);
    }
  });
  it("holds sessions after the last delivered Friday, and the delivered tables know nothing of them", () => {
    const last = index.days[index.days.length - 1]!;
    expect(isoDate(last)).toBe("2026-10-16");
    expect(reserve.map((s) => s.day)).toEqual([...reserve.map((s) => s.day)].sort((a, b) => a - b));
    const atHome = reserve.filter((s) => s.bars.some(([ticker]) => ticker === "ALBRO"));
    expect(atHome).toHaveLength(SIZE.reserve);
    expect(reserve[0]!.day).toBeGreaterThan(last);
    expect(reserve[0]!.bars.length).toBeGreaterThan(100);
    const later = [
      ...world.instruments.map((i) => i.delisted),
      ...world.membership.flatMap((m) => [m.from, m.to]),
      ...world.fundamentals.map((f) => f.known),
    ];
    expect(later.filter((day) => day !== null && day > last)).toEqual([]);
    expect(world.bars.flatMap((b) => [...b.days.slice(-1)]).every((day) => day <= last)).toBe(true);
  });
});
