import { describe, expect, it } from "vitest";
import { ASSET_CLASSES, BONDS, COMMODITY_INDEX, CURRENCIES, FAMILIES } from "./assets/plan";
import { FUNDS, THEMES } from "./funds/fund-plan";
import { makeWorld } from "./make-world";

const { dataset: world } = makeWorld(5, { stocks: 240, years: 8, reserve: 12 });
const barsOf = new Map(world.bars.map((b) => [b.ticker, b]));
const rowOf = new Map(world.instruments.map((i) => [i.ticker, i]));
const funds = world.instruments.filter((i) => i.kind === "fund");
const returnsOf = (ticker: string) => {
  const { days, close } = barsOf.get(ticker)!;
  return new Map(Array.from(days.subarray(1), (day, k) => [day, close[k + 1]! / close[k]! - 1]));
};
const correlation = (a: ReadonlyMap<number, number>, b: ReadonlyMap<number, number>) => {
  const pairs = [...a].filter(([day]) => b.has(day)).map(([day, x]) => [x, b.get(day)!] as const);
  const mean = (f: (p: readonly [number, number]) => number) => pairs.reduce((sum, p) => sum + f(p), 0) / pairs.length;
  const [mx, my] = [mean((p) => p[0]), mean((p) => p[1])];
  return mean(([x, y]) => (x - mx) * (y - my)) / Math.sqrt(mean(([x]) => (x - mx) ** 2) * mean(([, y]) => (y - my) ** 2));
};
const holdingsOn = (fund: string, day: number) =>
  world.membership.filter((m) => m.group === fund && m.kind === "fund" && m.from <= day && (m.to === null || m.to >= day));

describe("assets of the world", () => {
  it("are the commodities in their families, the currencies, the bonds and twelve asset classes", () => {
    const kinds = (kind: string) => world.instruments.filter((i) => i.kind === kind).length;
    expect(kinds("commodity")).toBe(19);
    expect(kinds("currency")).toBe(10);
    expect(kinds("bond")).toBe(BONDS.length);
    const classes = world.membership.filter((m) => m.kind === "asset-class");
    expect(classes).toHaveLength(12);
    expect(new Set(classes.map((m) => m.group))).toEqual(new Set(ASSET_CLASSES.map((c) => c.name)));
    expect(classes.every((m) => barsOf.has(m.ticker))).toBe(true);
    const families = world.membership.filter((m) => m.kind === "family");
    expect(families).toHaveLength(19);
    expect(new Set(families.map((m) => m.group)).size).toBe(FAMILIES.length);
    expect(CURRENCIES.every((c) => rowOf.get(c.ticker)!.currency === "ALD")).toBe(true);
  });
  it("commodities of a family move together more than with others, and their index is their mean", () => {
    const [crude, fuelOil, gold, silver] = ["KCRUD", "KFOIL", "KGOLD", "KSILV"].map(returnsOf);
    expect(correlation(crude!, fuelOil!)).toBeGreaterThan(0.4);
    expect(correlation(gold!, silver!)).toBeGreaterThan(0.4);
    expect(Math.abs(correlation(crude!, gold!))).toBeLessThan(0.35);
    const all = world.membership.filter((m) => m.group === COMMODITY_INDEX.ticker).map((m) => returnsOf(m.ticker));
    for (const [day, r] of [...returnsOf(COMMODITY_INDEX.ticker)].slice(700, 760)) {
      const logs = all.map((a) => Math.log(1 + a.get(day)!));
      expect(Math.log(1 + r)).toBeCloseTo(logs.reduce((s, x) => s + x, 0) / logs.length, 3);
    }
  });
  it("long bonds move more than short ones, and against the world when it falls hard", () => {
    const [short, long] = ["BSHRT", "BLONG"].map(returnsOf);
    const size = (r: ReadonlyMap<number, number>) => Math.sqrt([...r.values()].reduce((s, x) => s + x * x, 0) / r.size);
    expect(size(long!)).toBeGreaterThan(3 * size(short!));
    expect(correlation(long!, returnsOf("WORLD"))).toBeLessThan(0);
  });
});

describe("themes and funds", () => {
  it("are about sixty funds, some leveraged and inverse, some on one theme with other weights", () => {
    expect(funds.length).toBeGreaterThan(55);
    expect(funds.length).toBeLessThanOrEqual(FUNDS.length);
    expect(new Set(funds.map((f) => f.leverage))).toEqual(new Set([1, 2, -1, -2]));
    expect(new Set(world.membership.filter((m) => m.kind === "theme").map((m) => m.group)).size).toBe(THEMES.length);
    expect(funds.every((f) => f.market === "ALDANE" && f.marketValueShares! > 0)).toBe(true);
    expect(new Set(world.instruments.map((i) => i.ticker)).size).toBe(world.instruments.length);
  });
  it("hold weights that sum to one after every review, of things that trade then", () => {
    for (const { ticker } of funds) {
      const begins = [...new Set(world.membership.filter((m) => m.group === ticker).map((m) => m.from))];
      expect(begins.length).toBeGreaterThan(1);
      for (const day of begins) {
        const held = holdingsOn(ticker, day);
        expect(held.reduce((sum, m) => sum + m.weight!, 0)).toBeCloseTo(1, 9);
        expect(held.every((m) => m.weight! > 0 && barsOf.get(m.ticker)!.days[0]! <= day)).toBe(true);
        expect(new Set(held.map((m) => m.ticker)).size).toBe(held.length);
      }
    }
  });
  it("move as their holdings do, less the fee, leveraged ones by so many times", () => {
    for (const { ticker, leverage } of funds) {
      const { days, close } = barsOf.get(ticker)!;
      // The session after a review: the weights are still those that were published.
      const first = world.membership
        .filter((m) => m.group === ticker)
        .map((m) => m.from)
        .sort((a, b) => b - a)[0]!;
      const t = days.indexOf(first);
      const implied = holdingsOn(ticker, first).reduce((sum, m) => {
        const own = barsOf.get(m.ticker)!;
        const at = (day: number) => own.close[own.days.findLastIndex((d) => d <= day)]!;
        return sum + m.weight! * (at(days[t]!) / at(days[t - 1]!) - 1);
      }, 0);
      // Prices are in cents, and the fee is a hundredth of a percent in many sessions.
      expect(Math.abs(close[t]! / close[t - 1]! - 1 - leverage! * implied)).toBeLessThan(0.0015);
    }
  });
});
