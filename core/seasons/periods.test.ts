import { describe, expect, it } from "vitest";
import {
  atLeast,
  calendarPeriods,
  epochDay,
  isoDate,
  periodReturns,
  seasonRecord,
  sessionsAroundHolidays,
  sessionsOfMonth,
  weekday,
  yearPath,
  type SeasonPeriod,
} from "..";
import { seeded } from "../testing";

/** Mondays to Fridays between two dates, some of them left out. */
function sessionsBetween(from: string, to: string, without: readonly string[] = []): Int32Array {
  const out: number[] = [];
  for (let day = epochDay(from); day <= epochDay(to); day++)
    if (weekday(day) <= 5 && !without.includes(isoDate(day))) out.push(day);
  return Int32Array.from(out);
}

/** The name of the period of a date, and that of the period before, written out anew. */
function nameOf(iso: string, period: SeasonPeriod): string {
  const date = new Date(`${iso}T00:00:00Z`);
  if (period === "month") return iso.slice(0, 7);
  if (period === "quarter") return `${iso.slice(0, 4)} ${Math.floor(date.getUTCMonth() / 3) + 1}`;
  // Saturday to Friday, by ISO 8601 of the Friday.
  while (date.getUTCDay() !== 5) date.setUTCDate(date.getUTCDate() + 1);
  const thursday = new Date(date.getTime() - 86_400_000);
  const first = new Date(Date.UTC(thursday.getUTCFullYear(), 0, 4));
  const monday = new Date(first.getTime() - ((first.getUTCDay() + 6) % 7) * 86_400_000);
  return `${thursday.getUTCFullYear()} ${1 + Math.floor((thursday.getTime() - monday.getTime()) / (7 * 86_400_000))}`;
}

function slowReturns(close: Float64Array, days: Int32Array, period: SeasonPeriod) {
  const names = Array.from(days, (day) => nameOf(isoDate(day), period));
  const unique = [...new Set(names)];
  return unique.map((name, k) => {
    const sessions = names.flatMap((x, s) => (x === name ? [s] : []));
    const lastClose = (of: string) => names.flatMap((x, s) => (x === of && !Number.isNaN(close[s]) ? [close[s]!] : [])).at(-1);
    const before = unique[k - 1];
    const isNext = period === "week" || before === previousName(name, period);
    const start = before === undefined || !isNext ? undefined : lastClose(before);
    const end = lastClose(name);
    const isLast = k === unique.length - 1;
    const later = days.length > 0 ? nextWeekday(days[days.length - 1]!) : 0;
    const isOver = !isLast || nameOf(isoDate(later), period) !== name;
    const traded = close.some((c, s) => s >= sessions.at(-1)! && !Number.isNaN(c));
    const ret = start === undefined || end === undefined || (isOver && !traded) ? NaN : end / start - 1;
    return { name, ret, sign: ret > 1e-9 ? 1 : ret < -1e-9 ? -1 : 0, isOver };
  });
}

function nextWeekday(day: number): number {
  let later = day + 1;
  while (weekday(later) > 5) later++;
  return later;
}

function previousName(name: string, period: SeasonPeriod): string {
  if (period === "month") {
    const date = new Date(`${name}-01T00:00:00Z`);
    date.setUTCMonth(date.getUTCMonth() - 1);
    return date.toISOString().slice(0, 7);
  }
  const [year, quarter] = name.split(" ").map(Number);
  return quarter === 1 ? `${year! - 1} 4` : `${year} ${quarter! - 1}`;
}

/** Closes with gaps, listed late and gone early at times. */
function closesOf(seed: number, days: Int32Array): Float64Array {
  const random = seeded(seed);
  const listed = random() < 0.4 ? Math.floor(random() * days.length * 0.4) : 0;
  const gone = random() < 0.4 ? Math.floor(days.length * (0.6 + 0.4 * random())) : days.length;
  let price = 50;
  return Float64Array.from(days, (_, s) => {
    price *= 1 + 0.04 * (random() - 0.49);
    if (s < listed || s >= gone || random() < 0.05) return NaN;
    // A halt of some weeks.
    if (seed % 3 === 0 && s > 200 && s < 240) return NaN;
    return Math.round(100 * price) / 100;
  });
}

describe("the periods of a calendar", () => {
  it("are called by their year and place, weeks by ISO 8601 of their Friday", () => {
    const days = sessionsBetween("2019-12-20", "2027-01-20", ["2021-01-01", "2024-12-25"]);
    for (const period of ["month", "quarter", "week"] as const) {
      const { years, places, ends } = calendarPeriods(days, period);
      const names = [...new Set(Array.from(days, (day) => nameOf(isoDate(day), period)))];
      const made = Array.from(years, (year, k) =>
        period === "month" ? `${year}-${String(places[k]).padStart(2, "0")}` : `${year} ${places[k]}`,
      );
      expect(made).toEqual(names);
      ends.forEach((end, k) => {
        expect(nameOf(isoDate(days[end]!), period)).toBe(names[k]);
        if (end + 1 < days.length) expect(nameOf(isoDate(days[end + 1]!), period)).toBe(names[k + 1]);
      });
    }
  });
  it("are over when no Monday to Friday of them is left, whether or not that was a session", () => {
    const isOver = (to: string, period: SeasonPeriod, without: string[] = []) =>
      calendarPeriods(sessionsBetween("2024-01-02", to, without), period).isLastOver;
    expect([isOver("2024-02-29", "month"), isOver("2024-02-28", "month")]).toEqual([true, false]);
    expect([isOver("2024-03-29", "quarter"), isOver("2024-03-28", "quarter")]).toEqual([true, false]);
    // Good Friday is a holiday: the week is over only at the session after it.
    expect([isOver("2024-03-28", "week", ["2024-03-29"]), isOver("2024-04-01", "week", ["2024-03-29"])]).toEqual([false, false]);
    expect(isOver("2024-04-05", "week")).toBe(true);
  });
});

describe("the return of each period", () => {
  it("agrees with a plain calculation: late listings, halts, instruments that are gone, periods in progress", () => {
    for (let seed = 1; seed <= 24; seed++) {
      const to = ["2025-12-31", "2025-11-14", "2025-02-28", "2024-02-29"][seed % 4]!;
      const days = sessionsBetween("2021-03-10", to, ["2021-12-31", "2023-06-30", "2024-03-29"]);
      const close = closesOf(seed, days);
      for (const period of ["month", "quarter", "week"] as const) {
        const periods = calendarPeriods(days, period);
        const { returns, signs } = periodReturns(close, periods);
        const slow = slowReturns(close, days, period);
        expect(returns.length).toBe(slow.length);
        expect(periods.isLastOver).toBe(slow.at(-1)!.isOver);
        slow.forEach(({ ret, sign, name }, k) => {
          expect(returns[k], `${name} of ${seed}`).toEqual(ret);
          expect(signs[k], `${name} of ${seed}`).toBe(sign);
        });
      }
    }
  });
  it("is of the month before by name: a month without a session in between does not count", () => {
    const days = Int32Array.of(...sessionsBetween("2020-01-02", "2020-01-31"), ...sessionsBetween("2020-03-02", "2020-04-30"));
    const { returns } = periodReturns(
      Float64Array.from(days, (_, s) => 10 + s),
      calendarPeriods(days, "month"),
    );
    expect(Array.from(returns, (r) => !Number.isNaN(r))).toEqual([false, false, true]);
  });
});

describe("the record of some periods", () => {
  it("counts, and has no t of one or without spread", () => {
    const record = seasonRecord([0.02, -0.01, 0.05], 2);
    expect(record).toMatchObject({ n: 3, wins: 2, median: 0.02, best: 0.05, worst: -0.01 });
    expect(record.mean).toBeCloseTo(0.02, 12);
    expect(record.t).toBeCloseTo(0.02 / (0.03 / Math.sqrt(3)), 12);
    expect(seasonRecord([0.02], 1).t).toBeNaN();
    expect(seasonRecord([0.02, 0.02], 2).t).toBeNaN();
    expect(seasonRecord([], 0)).toMatchObject({ n: 0, wins: 0, mean: NaN, worst: NaN });
  });
});

describe("the chance of at least so many wins", () => {
  it("is that of every way to draw them", () => {
    // All choices of n of M, counted one by one.
    for (const [n, of, won] of [
      [3, 8, 5],
      [4, 9, 2],
      [5, 7, 7],
      [2, 6, 0],
      [6, 6, 3],
    ] as const) {
      for (let k = 0; k <= n + 1; k++) {
        let [all, reached] = [0, 0];
        for (let bits = 0; bits < 1 << of; bits++) {
          const drawn = Array.from({ length: of }, (_, i) => (bits >> i) & 1);
          if (drawn.reduce((a, b) => a + b, 0) !== n) continue;
          all++;
          if (drawn.slice(0, won).reduce((a, b) => a + b, 0) >= k) reached++;
        }
        expect(atLeast(k, n, of, won), `${k} of ${n} from ${won} of ${of}`).toBeCloseTo(reached / all, 12);
      }
    }
    // By whole numbers: (66 over 9) 54 + (66 over 10), of (120 over 10).
    expect(atLeast(9, 10, 120, 66)).toBeCloseTo(0.019038324482071003, 12);
  });
});

describe("the path of the year", () => {
  it("is the mean over the years used, each from its December close, as far as the shortest of them", () => {
    const days = sessionsBetween("2019-11-01", "2024-05-15", ["2021-12-31"]);
    const close = Float64Array.from(days, (_, s) => 100 + (s % 13) + s * 0.01);
    close[days.indexOf(epochDay("2022-03-01"))] = NaN;
    const path = yearPath(close, days, [2018, 2019, 2020, 2021, 2022, 2023, 2024]);
    // Nothing is known before 2019, whose own December comes too late; that of t is not one of them.
    expect(path.years).toEqual([2020, 2021, 2022, 2023]);
    const of = (year: number) => Array.from(days.keys()).filter((s) => isoDate(days[s]!).startsWith(String(year)));
    const slow = (year: number, k: number) => {
      const base = close[of(year - 1).at(-1)!]!;
      let last = base;
      for (const s of of(year).slice(0, k + 1)) if (!Number.isNaN(close[s])) last = close[s]!;
      return last / base - 1;
    };
    expect(path.mean.length).toBe(Math.min(...path.years.map((year) => of(year).length)));
    for (const k of [0, 39, 40, 41, 200, path.mean.length - 1]) {
      const values = path.years.map((year) => slow(year, k)).sort((a, b) => a - b);
      expect(path.mean[k]).toBeCloseTo(values.reduce((a, b) => a + b, 0) / 4, 12);
      expect(path.low[k]).toBeCloseTo(values[0]! + 0.75 * (values[1]! - values[0]!), 12);
      expect(path.high[k]).toBeCloseTo(values[2]! + 0.25 * (values[3]! - values[2]!), 12);
    }
    expect(path.present.length).toBe(of(2024).length);
    expect(path.present.at(-1)).toBeCloseTo(slow(2024, 999), 12);
  });
  it("leaves out a year that an instrument did not trade to its end, and ends with its last bar", () => {
    const days = sessionsBetween("2021-12-01", "2024-03-01");
    const gone = Float64Array.from(days, (day) => (day > epochDay("2023-08-10") ? NaN : 50 + (day % 7)));
    const path = yearPath(gone, days, [2022, 2023]);
    expect(path.years).toEqual([2022]);
    expect(path.present.length).toBe(0);
    expect(yearPath(gone, days, []).mean.length).toBe(0);
  });
});

describe("sessions of the month and around holidays", () => {
  const closed = ["2021-01-01", "2021-04-02", "2021-04-05", "2021-05-13", "2021-12-24", "2022-04-15"];
  const days = sessionsBetween("2020-11-12", "2022-05-12", closed);
  const random = seeded(3);
  let price = 40;
  const close = Float64Array.from(days, () =>
    random() < 0.04 ? NaN : Number((price *= 1 + 0.04 * (random() - 0.5)).toFixed(2)),
  );
  /** Return over the bar before, by date. */
  const returns = new Map<string, number>();
  Array.from(days).reduce((before, day, s) => {
    if (Number.isNaN(close[s])) return before;
    if (!Number.isNaN(before)) returns.set(isoDate(day), close[s]! / before - 1);
    return close[s]!;
  }, NaN);
  const listed = (of: ReturnType<typeof sessionsOfMonth>) => {
    const byPlace: Record<number, [number, number][]> = {};
    of.returns.forEach((r, k) => (byPlace[of.places[k]!] ??= []).push([of.years[k]!, r]));
    return byPlace;
  };
  const expected = (dates: readonly (string | undefined)[]) =>
    dates.flatMap((d) => (d !== undefined && returns.has(d) ? [[Number(d.slice(0, 4)), returns.get(d)!]] : []));
  const months = [...new Set(Array.from(days, (d) => isoDate(d).slice(0, 7)))];
  const inMonth = (month: string) => Array.from(days, isoDate).filter((d) => d.startsWith(month));

  it("are counted from the start, and from the end of months that are over", () => {
    const found = listed(sessionsOfMonth(close, days));
    for (let n = 1; n <= 5; n++) {
      // The sessions begin within November 2020, and May 2022 is not over.
      expect(found[n]).toEqual(expected(months.slice(1).map((m) => inMonth(m)[n - 1])));
      expect(found[11 - n]).toEqual(expected(months.slice(0, -1).map((m) => inMonth(m).at(-n))));
    }
    expect(Object.keys(found)).toHaveLength(10);
  });

  it("are counted from the nearest weekday without a session, and from one that is known to come", () => {
    const known = [{ day: epochDay("2022-05-13"), known: 0 }];
    const found = listed(sessionsAroundHolidays(close, days, known));
    const all = Array.from(days, isoDate);
    const gaps = ["2021-01-01", "2021-04-02", "2021-05-13", "2021-12-24", "2022-04-15", "2022-05-13"];
    const before = (n: number) => gaps.map((g) => all.filter((d) => d < g).at(-n));
    const after = (n: number) => gaps.slice(0, 5).map((g) => all.filter((d) => d > g)[n - 1]);
    for (let n = 1; n <= 3; n++) {
      expect(found[4 - n]).toEqual(expected(before(n)));
      expect(found[3 + n]).toEqual(expected(after(n)));
    }
    // The 12th of May 2022 is the last session: what is not known to be closed is none.
    expect(listed(sessionsAroundHolidays(close, days, []))[3]).toEqual(expected(before(1).slice(0, 5)));
  });

  it("go to the nearer of two holidays", () => {
    const few = sessionsBetween("2021-06-01", "2021-06-30", ["2021-06-09", "2021-06-14"]);
    const found = listed(
      sessionsAroundHolidays(
        Float64Array.from(few, (_, s) => 100 + s),
        few,
        [],
      ),
    );
    // The 10th and 11th follow the 9th and come before the 14th.
    expect([1, 2, 3, 4, 5, 6].map((p) => found[p]!.length)).toEqual([1, 2, 2, 2, 2, 1]);
  });
});
