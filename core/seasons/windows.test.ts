import { describe, expect, it } from "vitest";
import {
  chanceOfHit,
  chancesByHold,
  countHolds,
  countWindows,
  epochDay,
  expectedHits,
  firstForWindows,
  foundWindows,
  holdsBetween,
  holdShares,
  holdSigns,
  isoDate,
  kendallTau,
  searchWindows,
  sessionOfWindow,
  startDay,
  startDayOf,
  startDays,
  START_DAYS,
  weekday,
  windowRecord,
  windowWinRate,
  type StartDays,
  type WindowCounts,
  type WindowsWanted,
} from "..";
import { seeded } from "../testing";

/* The same by dates as text and plain lists; nothing of it is shared with what it checks. */

interface Plain {
  readonly dates: readonly string[];
  readonly close: readonly number[];
}

const sum = (xs: readonly number[]) => xs.reduce((a, b) => a + b, 0);
const dateAfter = (iso: string, by: number) => new Date(Date.parse(iso) + by * 86_400_000).toISOString().slice(0, 10);
const isLeap = (year: number) => new Date(Date.UTC(year, 1, 29)).getUTCDate() === 29;

const entriesKept = new Map<string, { year: number; entry: number }[]>();

function plainEntries(dates: readonly string[], day: string) {
  const key = `${dates.length} ${dates.slice(0, 200).join()} ${day}`;
  const kept = entriesKept.get(key);
  if (kept) return kept;
  const found: { year: number; entry: number }[] = [];
  for (let year = Number(dates[0]!.slice(0, 4)); year <= Number(dates.at(-1)!.slice(0, 4)); year++) {
    const date = `${year}-${day === "02-29" && !isLeap(year) ? "03-01" : day}`;
    const entry = dates.findIndex((d) => d >= date);
    if (date >= dates[0]! && entry >= 0 && dates[entry]! <= dateAfter(date, 10)) found.push({ year, entry });
  }
  entriesKept.set(key, found);
  return found;
}

function plainYears({ dates, close }: Plain, day: string, hold: number) {
  return plainEntries(dates, day)
    .map(({ year, entry }) => ({ year, entry, exit: entry + hold }))
    .filter(({ entry, exit }) => exit < dates.length && !Number.isNaN(close[entry]) && !Number.isNaN(close[exit]));
}

function plainSearch(plain: Plain, { years, wins, side, holds, skip }: WindowsWanted) {
  const { close } = plain;
  const made = (y: { entry: number; exit: number }) => side * (close[y.exit]! / close[y.entry]! - 1);
  const won = (y: { entry: number; exit: number }) => made(y) > 1e-9;
  const firstYears = new Map<number, number>();
  const rows = START_DAYS.map((day) => {
    const all: { hold: number; wins: number; mean: number; years: { year: number; entry: number; exit: number }[] }[] = [];
    for (let hold = holds[0]; hold <= holds[1]; hold++) {
      const own = plainYears(plain, day, hold)
        .slice(0, skip === 0 ? undefined : -skip)
        .slice(-years);
      if (own.length < years) continue;
      firstYears.set(hold, Math.min(firstYears.get(hold) ?? Infinity, own[0]!.year));
      all.push({ hold, wins: own.filter(won).length, mean: sum(own.map(made)) / years, years: own });
    }
    const hits = all.filter((w) => w.wins >= wins);
    const best = [...hits].sort(
      (a, b) => b.wins - a.wins || (Math.abs(a.mean - b.mean) > 1e-12 ? b.mean - a.mean : a.hold - b.hold),
    )[0];
    return { day, known: all.length, hits: hits.length, best };
  });
  return { rows, firstYears };
}

function plainMerge(found: ReturnType<typeof plainSearch>["rows"]) {
  const order = found
    .flatMap(({ day, best }) => (best ? [{ day, ...best }] : []))
    .sort((a, b) => b.wins - a.wins || (Math.abs(a.mean - b.mean) > 1e-12 ? b.mean - a.mean : a.day < b.day ? -1 : 1));
  const held = new Set<number>();
  return order.filter(({ years }) => {
    const own = years.flatMap(({ entry, exit }) => Array.from({ length: exit - entry }, (_, k) => entry + 1 + k));
    if (own.some((s) => held.has(s))) return false;
    own.forEach((s) => held.add(s));
    return true;
  });
}

/** A calendar of weekdays with holidays by chance, the days on which windows start among them, and a series with what may happen to one. */
function world(seed: number, happens: "nothing" | "late" | "ended" | "gaps" | "cents", span = 3900) {
  const random = seeded(seed);
  const days = Int32Array.from(
    Array.from({ length: span }, (_, k) => epochDay("2012-05-17") + k).filter((d) => weekday(d) <= 5 && random() > 0.03),
  );
  let price = happens === "cents" ? 0.6 : 40;
  const close = Float64Array.from(days, () => {
    price *= 1 + 0.03 * (random() - 0.48);
    return Number(price.toFixed(2));
  });
  if (happens === "late") close.fill(NaN, 0, 260);
  if (happens === "ended") close.fill(NaN, days.length - 333);
  if (happens === "gaps") close.forEach((_, s) => random() < 0.01 && (close[s] = NaN));
  return { days, close, plain: { dates: Array.from(days, isoDate), close: Array.from(close) } };
}

function searched(close: Float64Array, starts: StartDays, wanted: WindowsWanted) {
  const series = { close, signs: holdSigns(close, 0), starts };
  const counts = countWindows(series, wanted);
  return { series, counts, found: searchWindows(counts, close, starts, wanted) };
}

/** The holds within the range that a start day has the years for. */
function holdsKnown({ known }: WindowCounts, d: number, { holds }: WindowsWanted): number[] {
  const all = Array.from({ length: 56 }, (_, h) => 5 + h);
  return all.filter(
    (hold) => ((known[2 * d + (hold < 33 ? 0 : 1)]! >>> ((hold - 5) % 28)) & 1) === 1 && hold >= holds[0] && hold <= holds[1],
  );
}

const cases = [
  [1, "nothing"],
  [2, "late"],
  [3, "ended"],
  [4, "gaps"],
  [5, "cents"],
] as const;
const questions: readonly WindowsWanted[] = [
  { years: 6, wins: 5, side: 1, holds: [5, 60], skip: 0 },
  { years: 5, wins: 4, side: -1, holds: [9, 41], skip: 3 },
];

describe("the search for windows", () => {
  for (const [seed, happens] of cases) {
    it(`finds what a plain calculation finds: ${happens}`, () => {
      const { days, close, plain } = world(seed, happens);
      const starts = startDays(days);
      for (const wanted of questions) {
        const { counts, found } = searched(close, starts, wanted);
        const { rows, firstYears } = plainSearch(plain, wanted);
        let hits = 0;
        rows.forEach(({ day, known, hits: own, best }, d) => {
          expect([day, holdsKnown(counts, d, wanted).length]).toEqual([day, known]);
          expect([day, found.hits[d], found.holds[d], found.wins[d]]).toEqual([day, own, best?.hold ?? 0, best?.wins ?? 0]);
          if (best) expect(found.means[d]).toBeCloseTo(best.mean, 12);
          else expect(found.means[d]).toBeNaN();
          hits += own;
        });
        expect(hits).toBeGreaterThan(100);
        for (const [hold, year] of firstYears) expect([hold, counts.firstYears[hold - 5]]).toEqual([hold, year]);
        const kept = foundWindows(found, close, starts, wanted, { leastMean: -Infinity, carried: true });
        expect(kept.map((w) => [START_DAYS[w.start], w.hold, w.wins, Array.from(w.entries).reverse()])).toEqual(
          plainMerge(rows).map((w) => [w.day, w.hold, w.wins, w.years.map((y) => y.entry)]),
        );
      }
    });

    it(`expects by chance what a plain calculation expects: ${happens}`, () => {
      const { days, close, plain } = world(seed, happens);
      const starts = startDays(days);
      for (const wanted of questions) {
        const { counts, series } = searched(close, starts, wanted);
        const chances = chancesByHold(holdShares(series, counts), wanted);
        const { firstYears } = plainSearch(plain, wanted);
        for (let hold = wanted.holds[0]; hold <= wanted.holds[1]; hold += 6) {
          const year = firstYears.get(hold);
          if (year === undefined) {
            expect(chances[hold - 5]).toBe(0);
            continue;
          }
          const entered = plain.dates.flatMap((d, s) =>
            d >= `${year}-01-01` && plain.close[s]! > 0 && plain.close[s + hold]! > 0
              ? [wanted.side * (plain.close[s + hold]! / plain.close[s]! - 1)]
              : [],
          );
          const p = entered.filter((r) => r > 1e-9).length / entered.length;
          const M = Math.max(wanted.years, Math.floor(entered.length / (0.727 * hold)));
          const at = (W: number) => plainAtLeast(wanted.wins, wanted.years, M, W);
          const W = Math.floor(p * M);
          expect(chances[hold - 5]).toBeCloseTo(at(W) + (p * M - W) * (at(W + 1) - at(W)), 9);
          const share = holdsBetween(close, { hold, first: 700, last: 1800, side: wanted.side });
          const between = plain.close.flatMap((c, s) =>
            s >= 700 && s + hold <= 1800 && c > 0 && plain.close[s + hold]! > 0
              ? [wanted.side * (plain.close[s + hold]! / c - 1)]
              : [],
          );
          expect(share.holds).toBe(between.length);
          expect(share.share).toBeCloseTo(between.filter((r) => r > 1e-9).length / between.length, 12);
        }
        const expected = expectedHits(counts, chances);
        for (const d of [0, 59, 120, 365]) {
          const own = [];
          for (let hold = wanted.holds[0]; hold <= wanted.holds[1]; hold++) {
            const years = plainYears(plain, START_DAYS[d]!, hold).length - wanted.skip;
            if (years >= wanted.years) own.push(chances[hold - 5]!);
          }
          expect(expected[d]).toBeCloseTo(sum(own), 9);
        }
      }
    });
  }

  it("finds nothing in too few years, and the same whether its signs begin early or late enough", () => {
    const { days, close } = world(8, "nothing");
    const few = searched(close.subarray(0, 600), startDays(days.subarray(0, 600)), questions[0]!).found;
    expect(few.hits.every((n) => n === 0)).toBe(true);
    const starts = startDays(days);
    const asked = { years: 3, skip: 1 };
    const of = (from: number) => {
      const series = { close, signs: holdSigns(close, from), starts };
      const counts = countWindows(series, asked);
      return { counts, shares: holdShares(series, counts) };
    };
    expect(of(starts.firsts[starts.years.length - 6]!)).toEqual(of(0));
    expect(firstForWindows(close, starts, 4)).toBe(starts.firsts[starts.years.length - 7]);
    expect(
      firstForWindows(
        close.map((c, s) => (s < 700 ? c : NaN)),
        starts,
        1,
      ),
    ).toBe(starts.firsts[starts.years.indexOf(2015) - 3]);
    // Signs that begin too late are no sign that there was nothing before.
    const late = of(starts.firsts[starts.years.length - 3]!);
    expect(late.shares).toEqual(of(0).shares);
    for (const key of ["known", "up", "down", "firstYears"] as const) expect(late.counts[key]).toEqual(of(0).counts[key]);
  });

  it("leaves out small averages and those that hang on one year, before it merges", () => {
    let [fewer, others] = [0, 0];
    for (let seed = 20; seed < 26; seed++) {
      const { days, close } = world(seed, "nothing");
      const starts = startDays(days);
      const wanted: WindowsWanted = { years: 5, wins: 4, side: 1, holds: [5, 60], skip: 0 };
      const { found } = searched(close, starts, wanted);
      const kept = (filter: Parameters<typeof foundWindows>[4]) => foundWindows(found, close, starts, wanted, filter);
      const all = kept({ leastMean: -Infinity, carried: true });
      const large = kept({ leastMean: 0.08, carried: true });
      expect(large.every((w) => w.mean >= 0.08)).toBe(true);
      if (large.length < all.length) fewer++;
      const even = kept({ leastMean: -Infinity, carried: false });
      for (const w of even) {
        const r = Array.from(w.entries, (e) => close[e + w.hold]! / close[e]! - 1);
        expect((sum(r) - Math.max(...r)) / 4).toBeGreaterThanOrEqual(sum(r) / 10);
      }
      // What takes the place of one that was refused may be another that it had overlapped.
      if (even.some((w) => !all.some((x) => x.start === w.start))) others++;
      const june = kept({ leastMean: -Infinity, carried: true, starts: [160, 161, 162] });
      expect(june.every((w) => w.start >= 160 && w.start <= 162)).toBe(true);
    }
    expect([fewer, others]).toEqual([6, expect.toSatisfy((n: number) => n > 0)]);
  });
});

describe("fifty worlds in which no date means anything", () => {
  it("have as many windows as chance is said to give", () => {
    for (const [years, wins, side] of [
      [8, 7, 1],
      [6, 5, -1],
    ] as const) {
      const wanted: WindowsWanted = { years, wins, side, holds: [5, 60], skip: 0 };
      const differences = Array.from({ length: 50 }, (_, seed) => {
        let [hits, expected] = [0, 0];
        for (let k = 0; k < 4; k++) {
          const { days, close } = world(1000 + 4 * seed + k, "nothing");
          const starts = startDays(days);
          const { series, counts, found } = searched(close, starts, wanted);
          hits += sum(Array.from(found.hits));
          expected += sum(Array.from(expectedHits(counts, chancesByHold(holdShares(series, counts), wanted))));
        }
        return { hits, expected };
      });
      const by = differences.map(({ hits, expected }) => hits - expected);
      const mean = sum(by) / 50;
      const sd = Math.sqrt(sum(by.map((x) => (x - mean) ** 2)) / 49);
      expect(Math.abs(mean)).toBeLessThan((2 * sd) / Math.sqrt(50));
      // A chance that is an eighth off would be noticed.
      const expected = sum(differences.map((d) => d.expected)) / 50;
      expect((2 * sd) / Math.sqrt(50)).toBeLessThan(expected / 8);
    }
  });
});

/** P(X >= k) by counting combinations. */
function plainAtLeast(k: number, n: number, of: number, won: number): number {
  const choose = (a: number, b: number): number => {
    let x = 1;
    for (let i = 0; i < b; i++) x *= (a - i) / (i + 1);
    return b > a || b < 0 ? 0 : x;
  };
  let p = 0;
  for (let x = k; x <= n; x++) p += (choose(won, x) * choose(of - won, n - x)) / choose(of, n);
  return p;
}

describe("the record of a window", () => {
  it("has each year in order, its lean, and the worst on the way", () => {
    const { days, close, plain } = world(4, "gaps");
    const starts = startDays(days);
    for (const [day, hold, side] of [
      ["02-29", 12, 1],
      ["12-28", 60, -1],
      ["05-20", 5, 1],
    ] as const) {
      const r = windowRecord(close, starts, { start: START_DAYS.indexOf(day), hold, side }, 7);
      const own = plainYears(plain, day, hold).slice(-7);
      expect([Array.from(r.years), Array.from(r.entries)]).toEqual([own.map((y) => y.year), own.map((y) => y.entry)]);
      const returns = own.map((y) => side * (plain.close[y.exit]! / plain.close[y.entry]! - 1));
      returns.forEach((x, k) => {
        expect(r.returns[k]).toBeCloseTo(x, 12);
      });
      expect([r.n, r.wins]).toEqual([7, returns.filter((x) => x > 1e-9).length]);
      expect(r.mean).toBeCloseTo(sum(returns) / 7, 12);
      expect(r.meanWithoutBest).toBeCloseTo((sum(returns) - Math.max(...returns)) / 6, 12);
      const onTheWay = own.flatMap((y) =>
        plain.close
          .slice(y.entry + 1, y.exit + 1)
          .filter((c) => c > 0)
          .map((c) => side * (c / plain.close[y.entry]! - 1)),
      );
      expect(r.worstOnTheWay).toBeCloseTo(Math.min(0, ...onTheWay), 12);
      expect(r.lean).toBeCloseTo(
        kendallTau(
          own.map((y) => y.year),
          returns,
        ),
        12,
      );
    }
  });
});

describe("windows as measures", () => {
  const { days, close, plain } = world(4, "gaps");
  const window = { start: START_DAYS.indexOf("12-20"), hold: 30 };
  const entries = plainEntries(plain.dates, "12-20").map((y) => y.entry);
  it("count the sessions after the entry up to the exit", () => {
    const found = sessionOfWindow(close, days, window);
    found.forEach((x, s) => {
      const inside = entries.map((e) => s - e).find((k) => k >= 0 && k <= 30);
      if (Number.isNaN(plain.close[s]) || (s < 30 && inside === undefined)) expect(x).toBeNaN();
      else expect([s, x]).toEqual([s, inside ?? 0]);
    });
  });
  it("have the win rate of the years that are over before the session", () => {
    const found = windowWinRate(close, days, { ...window, years: 4 });
    let defined = 0;
    for (let s = 1; s < days.length; s += 3) {
      const over = plainYears({ dates: plain.dates.slice(0, s), close: plain.close.slice(0, s) }, "12-20", 30).slice(-4);
      if (over.length < 4 || Number.isNaN(plain.close[s])) expect(found[s]).toBeNaN();
      else {
        const wins = over.filter((y) => plain.close[y.exit]! / plain.close[y.entry]! - 1 > 1e-9).length;
        expect([s, found[s]]).toEqual([s, wins / 4]);
        defined++;
      }
    }
    expect(defined).toBeGreaterThan(200);
  });
  it("begin on the last day of a month that has no such day", () => {
    expect([startDay(16, 10), startDay(31, 2), startDay(31, 4)].map((k) => START_DAYS[k])).toEqual(["10-16", "02-29", "04-30"]);
  });
});

describe("what windows are made of", () => {
  it("counts holds of each length from a session on", () => {
    const { close } = world(5, "cents");
    const signs = holdSigns(close, 100);
    for (const [words, side] of [
      [signs.up, 1],
      [signs.down, -1],
    ] as const) {
      const counts = countHolds(signs, words, 1234);
      for (const hold of [5, 12, 32, 33, 47, 60]) {
        let plain = 0;
        for (let s = 1234; s + hold < close.length; s++) if (side * (close[s + hold]! / close[s]! - 1) > 1e-9) plain++;
        expect([hold, counts[hold - 5]]).toEqual([hold, plain]);
      }
    }
  });

  it("enters on the first session on or after each day, within ten days, from the first session on", () => {
    const { days, plain } = world(6, "nothing");
    const closed = (iso: string) => iso >= "2015-12-22" && iso <= "2016-01-05";
    const open = Int32Array.from(days.filter((d) => !closed(isoDate(d))));
    const dates = plain.dates.filter((d) => !closed(d));
    const { years, entries, firsts } = startDays(open);
    for (const [d, day] of START_DAYS.entries()) {
      const own = Array.from(years, (year, y) => ({ year, entry: entries[d * years.length + y]! })).filter((x) => x.entry >= 0);
      expect([day, own]).toEqual([day, plainEntries(dates, day)]);
    }
    expect(Array.from(firsts)).toEqual(Array.from(years, (year) => dates.findIndex((d) => d >= `${year}-01-01`)));
  });

  it("counts more years than fit four binary digits", () => {
    const { days, close, plain } = world(10, "nothing", 7600);
    const wanted: WindowsWanted = { years: 18, wins: 12, side: 1, holds: [30, 34], skip: 0 };
    const { found } = searched(close, startDays(days), wanted);
    const { rows } = plainSearch(plain, wanted);
    expect(Array.from(found.hits)).toEqual(rows.map((r) => r.hits));
    expect(Math.max(...found.wins)).toBeGreaterThan(15);
  });

  it("knows the start day of every date", () => {
    expect(START_DAYS).toHaveLength(366);
    for (let day = epochDay("2023-01-01"); day < epochDay("2025-01-01"); day++)
      expect(START_DAYS[startDayOf(day)]).toBe(isoDate(day).slice(5));
  });

  it("has the chance of a hit between whole numbers of wins", () => {
    expect(chanceOfHit({ holds: 8, share: 0.5 }, 5, { years: 2, wins: 2 })).toBeCloseTo(0, 9);
    expect(chanceOfHit({ holds: 15, share: 0.5 }, 5, { years: 2, wins: 2 })).toBeCloseTo(1 / 6, 9);
    expect(chanceOfHit({ holds: 15, share: 0.625 }, 5, { years: 2, wins: 2 })).toBeCloseTo((1 / 6 + 1 / 2) / 2, 9);
  });

  it("has Kendall's tau with ties left out of both sides", () => {
    expect(kendallTau([1, 2, 3, 4], [1, 3, 2, 4])).toBeCloseTo(4 / 6, 12);
    expect(kendallTau([1, 2, 3, 4], [1, 1 + 1e-13, 2, 3])).toBeCloseTo(5 / Math.sqrt(6 * 5), 12);
    expect(kendallTau([1, 2], [3, 3])).toBeNaN();
    expect(kendallTau([1], [3])).toBeNaN();
  });
});
