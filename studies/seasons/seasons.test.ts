import { describe, expect, it } from "vitest";
import { isoDate, yearOf } from "@core";
import { seeded } from "@core/testing";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { consistency } from "./consistency";
import { monthTable } from "./month-table";
import { placeLabel, placeName } from "./place-names";
import { inYears } from "./season-params";

const N = 2300;
const SECTORS = ["Fish", "Boats", "Nets", "Salt", "Ropes", "Tar"];

/** A market of six sectors of one stock each, which move by chance alone. */
function worldOf(seed: number, sessions = N) {
  const random = seeded(seed);
  const walk = (scale: number) => {
    let price = 100;
    return Array.from({ length: sessions }, () => Number((price *= 1 + scale * (random() - 0.49)).toFixed(2)));
  };
  return handMadeMarket(
    [
      ...SECTORS.map((sector, k) => ({ ticker: `S${k}`, closes: walk(0.03), sector })),
      { ticker: "IDX", closes: walk(0.02), kind: "index" },
    ],
    "IDX",
  );
}

const data = worldOf(5);
const market = new Market(data, N - 1);
const month = (iso: string) => iso.slice(0, 7);

/** Returns by month of a series, written out: from the last close of the month before by name. */
function slowMonths(close: ArrayLike<number>, days: ArrayLike<number>) {
  const last = new Map<string, number>();
  for (let s = 0; s < days.length; s++) if (!Number.isNaN(close[s])) last.set(month(isoDate(days[s]!)), close[s]!);
  const names = [...last.keys()];
  return new Map(names.slice(1).map((name, k) => [name, last.get(name)! / last.get(names[k]!)! - 1]));
}

describe("consistency in a month of the year", () => {
  it("counts what a plain calculation counts, sorted by wins, then median", () => {
    for (const side of ["rose", "fell"] as const) {
      const r = consistency.ask(market, consistency.params.parse({ month: 3, years: 8, side }));
      expect(r.rows).toHaveLength(6);
      const present = yearOf(market.asOf);
      const isOver = (name: string) => name < month(isoDate(market.asOf));
      const index = slowMonths(market.bars("close", market.find("IDX")!.index), market.sessions);
      for (const row of r.rows) {
        // A sector of one stock moves as that stock does.
        const stock = market.instruments.find((i) => i.sector === row.name)!;
        const own = slowMonths(market.bars("close", stock.index), market.sessions);
        const marches = [...own].filter(
          ([name]) => name.endsWith("-03") && Number(name.slice(0, 4)) > present - 8 && isOver(name),
        );
        expect(row.n).toBe(marches.length);
        expect(row.wins).toBe(marches.filter(([, x]) => (side === "rose" ? x > 1e-9 : x < -1e-9)).length);
        expect(row.mean).toBeCloseTo(marches.reduce((sum, [, x]) => sum + x, 0) / marches.length, 9);
        expect(row.worst).toBeCloseTo(Math.min(...marches.map(([, x]) => x)), 9);
        expect(row.excess).toBeCloseTo(marches.reduce((sum, [name, x]) => sum + x - index.get(name)!, 0) / marches.length, 9);
        for (const [name, x] of marches) expect(row.values[r.years.indexOf(Number(name.slice(0, 4)))]).toBeCloseTo(x, 9);
      }
      const order = r.rows.map((row) => [row.wins, (side === "rose" ? 1 : -1) * row.median] as const);
      expect(order).toEqual([...order].sort((a, b) => b[0] - a[0] || b[1] - a[1]));
    }
  });

  it("leaves years out of the count, and shows them", () => {
    const all = consistency.ask(market, consistency.params.parse({ month: 3, years: 6 }));
    const without = consistency.ask(market, consistency.params.parse({ month: 3, years: 6, without: [all.years[1]!] }));
    expect(without.years).toEqual(all.years);
    const row = without.rows.find((x) => x.key === all.rows[0]!.key)!;
    expect(row.n).toBe(all.rows[0]!.n - 1);
    expect(Array.from(row.values)).toEqual(Array.from(all.rows[0]!.values));
  });

  it("tells the month in progress apart, and does not count it", () => {
    const now = Number(isoDate(market.asOf).slice(5, 7));
    const r = consistency.ask(market, consistency.params.parse({ years: "all" }));
    expect(r.month).toBe(now);
    const row = r.rows[0]!;
    const stock = market.instruments.find((i) => i.sector === row.name)!;
    const own = slowMonths(market.bars("close", stock.index), market.sessions);
    expect(row.soFar).toBeCloseTo(own.get(month(isoDate(market.asOf)))!, 9);
    const earlier = [...own.keys()].filter((name) => Number(name.slice(5)) === now && name < month(isoDate(market.asOf)));
    expect(row.n).toBe(earlier.length);
    expect(saidAll(consistency.reading(r))).toMatch(
      / rose in \d of \d years, by .* in the median.*; by chance [\d.]+ of 6 would do so\..*so far/,
    );
    const other = consistency.ask(market, consistency.params.parse({ month: (now % 12) + 1 }));
    expect(other.rows.every((x) => Number.isNaN(x.soFar))).toBe(true);
  });

  it("finds, over fifty worlds without a season, as many as it says that chance would", () => {
    const differences: number[] = [];
    for (let seed = 100; seed < 150; seed++) {
      const world = new Market(worldOf(seed, 1900), 1899);
      let difference = 0;
      for (const m of [2, 6, 11]) {
        const r = consistency.ask(world, consistency.params.parse({ month: m, years: 7, bench: "flat" }));
        const k = 5;
        difference += r.rows.filter((row) => row.wins >= k).length - (r.expected[k] ?? 0);
      }
      differences.push(difference);
    }
    const mean = differences.reduce((a, b) => a + b, 0) / differences.length;
    const sd = Math.sqrt(differences.reduce((a, x) => a + (x - mean) ** 2, 0) / (differences.length - 1));
    expect(Math.abs(mean)).toBeLessThan((2 * sd) / Math.sqrt(differences.length));
    expect(sd).toBeGreaterThan(0.3);
  });

  it("holds out the three latest years of every month of every member", () => {
    const r = consistency.ask(market, consistency.params.parse({ month: 3, years: 4, bench: "flat" }));
    const [n, k] = [r.rows[0]!.n, r.rows[0]!.wins];
    let [calls, hits, base] = [0, 0, 0];
    for (const stock of market.instruments.filter((i) => i.kind === "stock")) {
      const own = [...slowMonths(market.bars("close", stock.index), market.sessions)].filter(
        ([name]) => name < month(isoDate(market.asOf)),
      );
      for (let m = 1; m <= 12; m++) {
        const all = own.filter(([name]) => Number(name.slice(5)) === m);
        if (all.length < n + 3) continue;
        const searched = all.slice(-n - 3, -3);
        if (searched.filter(([, x]) => x > 1e-9).length < k) continue;
        calls++;
        hits += all.slice(-3).filter(([, x]) => x > 1e-9).length;
        const span = own.filter(([name]) => name >= searched[0]![0] && name <= searched.at(-1)![0]);
        base += span.filter(([, x]) => x > 1e-9).length / span.length;
      }
    }
    expect(calls).toBeGreaterThan(0);
    expect(r.heldOut).toMatchObject({ calls, hits, cases: 3 * calls });
    expect(r.heldOut!.base).toBeCloseTo(base / calls, 9);
  });
});

describe("the month table", () => {
  const ask = (params: Record<string, unknown>) => monthTable.ask(market, monthTable.params.parse(params))!;

  it("has every month of every year, the year as a whole, and averages with and without the years left out", () => {
    const r = ask({ of: "S2", years: 6, without: [2031] });
    const own = slowMonths(market.bars("close", market.find("S2")!.index), market.sessions);
    for (const row of r.rows) {
      row.values.forEach((x, k) => {
        const known = own.get(`${row.year}-${String(k + 1).padStart(2, "0")}`);
        if (known === undefined) expect(x).toBeNaN();
        else expect(x).toBeCloseTo(known, 9);
      });
    }
    const years = r.rows.map((row) => row.year);
    expect(years).toEqual([...years].sort((a, b) => b - a));
    const whole = r.rows.find((row) => row.year === years[2])!;
    expect(1 + whole.whole).toBeCloseTo(
      Array.from(whole.values).reduce((p, x) => p * (1 + x), 1),
      9,
    );
    const april = r.columns[3]!;
    const values = (without: number[]) =>
      [...own].filter(
        ([name]) =>
          name.endsWith("-04") && years.includes(Number(name.slice(0, 4))) && !without.includes(Number(name.slice(0, 4))),
      );
    expect([april.all.n, april.without.n]).toEqual([values([]).length, values([2031]).length]);
    expect(april.without.mean).toBeCloseTo(values([2031]).reduce((sum, [, x]) => sum + x, 0) / values([2031]).length, 9);
    expect(r.rows.find((row) => row.year === 2031)?.isLeftOut).toBe(years.includes(2031) ? true : undefined);
  });

  it("names the session of the year with which each month begins", () => {
    const { monthStarts } = ask({ of: "S1" });
    const year = String(yearOf(market.asOf) - 1);
    const own = Array.from(market.sessions, isoDate).filter((iso) => iso.startsWith(year));
    expect(monthStarts).toEqual(Array.from({ length: 12 }, (_, k) => own.findIndex((iso) => Number(iso.slice(5, 7)) === k + 1)));
  });

  it("is of groups as well, by quarters and weeks, and of nothing for what is not known", () => {
    expect(ask({ of: "sector:Fish" }).name).toBe("Fish");
    expect(ask({ of: "S0", period: "quarter" }).columns).toHaveLength(4);
    expect(ask({ of: "S0", period: "week" }).columns).toHaveLength(53);
    const names = (period: string) => monthTable.table(ask({ of: "S0", period })).columns.map((c) => c.key);
    expect(names("month").slice(0, 13)).toEqual(["year", ..."jan feb mar apr may jun jul aug sep oct nov dec".split(" ")]);
    expect(names("quarter").slice(0, 5)).toEqual(["year", "quarter_1", "quarter_2", "quarter_3", "quarter_4"]);
    expect(ask({ of: "S0", period: "session" }).columns).toHaveLength(10);
    expect(ask({ of: "S0", period: "holiday" }).columns).toHaveLength(6);
    expect(monthTable.ask(market, monthTable.params.parse({ of: "NOBODY" }))).toBeUndefined();
    expect(monthTable.ask(market, monthTable.params.parse({ of: "sector:Nobody" }))).toBeUndefined();
  });

  it("has the mean of the sessions of a year, and counts each of them", () => {
    const r = ask({ of: "S3", period: "session", years: 5 });
    const close = market.bars("close", market.find("S3")!.index);
    const all = Array.from(market.sessions, isoDate);
    const firsts = all.flatMap((d, s) =>
      s > 0 && month(d) !== month(all[s - 1]!) ? [[d, close[s]! / close[s - 1]! - 1] as const] : [],
    );
    for (const { year, values } of r.rows) {
      const own = firsts.filter(([d]) => d.startsWith(String(year))).map(([, x]) => x);
      expect(values[0]).toBeCloseTo(own.reduce((a, b) => a + b, 0) / own.length, 9);
    }
    const counted = firsts.filter(([d]) => Number(d.slice(0, 4)) > yearOf(market.asOf) - 5);
    expect([r.columns[0]!.all.n, r.columns[0]!.all.wins]).toEqual([counted.length, counted.filter(([, x]) => x > 1e-9).length]);
    expect(saidAll(monthTable.reading(r))).toMatch(
      /^S3 Works rose most often on the .* session of the month \(rose \d+ of \d+ times, /,
    );
    expect([1, 5, 6, 10].map((p) => placeLabel("session", p))).toEqual(["1st", "5th", "5th last", "last"]);
    expect([1, 3, 4, 6].map((p) => placeName("holiday", p))).toEqual([
      "3rd session before a holiday",
      "1st session before a holiday",
      "1st session after a holiday",
      "3rd session after a holiday",
    ]);
  });

  it("says the months that rose most and least often", () => {
    const r = ask({ of: "S1", years: "all" });
    const share = r.columns.map((c) => c.without.wins / c.without.n);
    const best = r.columns[share.indexOf(Math.max(...share))]!;
    expect(saidAll(monthTable.reading(r))).toContain(`(rose ${inYears(best.without.wins, best.without.n)},`);
    expect([inYears(3, 4), inYears(0, 4), inYears(1, 1), inYears(0, 1)]).toEqual([
      "in 3 of 4 years",
      "in none of 4 years",
      "in its only year",
      "not in its only year",
    ]);
    expect([placeName("month", 2), placeName("quarter", 2), placeName("week", 2)]).toEqual(["February", "quarter 2", "week 2"]);
    expect(r.inProgress).toEqual({ year: yearOf(market.asOf), place: Number(isoDate(market.asOf).slice(5, 7)) });
  });
});
