import { describe, expect, it } from "vitest";
import {
  countWindows,
  epochDay,
  foundWindows,
  holdSigns,
  isoDate,
  searchWindows,
  sessionAhead,
  startDays,
  START_DAYS,
  windowRecord,
} from "@core";
import { seeded } from "@core/testing";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { chart } from "@studies/chart/chart";
import { windowKey } from "./window-columns";
import { findWindow } from "./window-text";
import { occurrenceOf } from "./window-row";
import { windows } from "./windows";
import { windowsAhead } from "./windows-ahead";

const N = 2300;

/** Six stocks that move by chance; the first rises strongly in every March. */
function world(seed: number, length = N) {
  const random = seeded(seed);
  const { sessions } = new Market(handMadeMarket([{ ticker: "X", closes: Array.from({ length }, () => 1) }], "X"), length - 1);
  const walk = (march: number) => {
    let price = 100;
    return Array.from(sessions, (day) => {
      const isMarch = isoDate(day).slice(5, 7) === "03";
      return Number((price *= 1 + 0.03 * (random() - 0.495) + (isMarch ? march : 0)).toFixed(2));
    });
  };
  return handMadeMarket(
    Array.from({ length: 6 }, (_, k) => ({
      ticker: `S${k}`,
      closes: walk(k === 0 ? 0.02 : 0),
      sector: k < 3 ? "Fish" : "Boats",
    })).concat([{ ticker: "IDX", closes: walk(0), kind: "index" } as never]),
    "IDX",
  );
}

const market = new Market(world(11), N - 1);
const ask = (params: Record<string, unknown>, of = market) => windows.ask(of, windows.params.parse(params));

describe("date windows", () => {
  it("finds the one that was planted, with every year's result", () => {
    const r = ask({ years: 7, wins: 7, from: "02-20", to: "03-31", way: "rose" });
    const row = r.rows.find((w) => w.ticker === "S0")!;
    expect(row.wins).toBe(7);
    expect(row.mean).toBeGreaterThan(0.15);
    const close = market.bars("close", market.find("S0")!.index);
    const record = windowRecord(
      close,
      startDays(market.sessions),
      { start: START_DAYS.indexOf(row.start), hold: row.hold, side: 1 },
      7,
    );
    expect(Array.from(row.moves)).toEqual(Array.from(record.returns));
    expect([row.median, row.worst, row.best, row.worstOnTheWay, row.lean]).toEqual([
      record.median,
      record.worst,
      record.best,
      record.worstOnTheWay,
      record.lean,
    ]);
  });

  it("gives moves of windows that fell as they were, below zero", () => {
    const fell = ask({ years: 5, wins: 4, way: "fell", least: 0, from: "01-01", to: "12-31" });
    expect(fell.rows.length).toBeGreaterThan(2);
    for (const row of fell.rows) {
      expect([row.way, row.mean < 0, row.median < 0, row.worst > row.best, row.worstOnTheWay >= 0]).toEqual([
        "fell",
        true,
        true,
        true,
        true,
      ]);
      expect(Array.from(row.moves).filter((x) => x < 0)).toHaveLength(row.wins);
    }
    const either = ask({ years: 5, wins: 4, least: 0, from: "01-01", to: "12-31" });
    const rose = ask({ years: 5, wins: 4, way: "rose", least: 0, from: "01-01", to: "12-31" });
    expect(either.rows.map(windowKey).sort()).toEqual([...fell.rows, ...rose.rows].map(windowKey).sort());
    expect(either.hits).toBe(fell.hits + rose.hits);
    expect(either.expected).toBeCloseTo(fell.expected + rose.expected, 9);
  });

  it("counts only the days asked, over the end of the year too", () => {
    const r = ask({ years: 5, wins: 4, least: 0, from: "12-20", to: "01-10" });
    const isIn = (day: string) => day >= "12-20" || day <= "01-10";
    expect(r.rows.every((row) => isIn(row.start))).toBe(true);
    const sum = (values: Float64Array) => START_DAYS.reduce((n, day, d) => n + (isIn(day) ? values[d]! : 0), 0);
    expect(r.hits).toBe(sum(r.strip.up) + sum(r.strip.down));
    expect(r.expected).toBeCloseTo(sum(r.strip.upByChance) + sum(r.strip.downByChance), 9);
    // Without a day asked, two weeks from the next day on.
    const next = ask({ years: 5, wins: 4 });
    expect(next.from).toBe(START_DAYS[(START_DAYS.indexOf(isoDate(market.asOf).slice(5)) + 1) % 366]);
  });

  it("is of the members of a group, and what was kept does not change what is found", () => {
    const all = ask({ years: 5, wins: 4, least: 0 });
    const fish = ask({ years: 5, wins: 4, least: 0, in: "sector:Fish" });
    expect(fish.rows.map(windowKey)).toEqual(all.rows.filter((row) => ["S0", "S1", "S2"].includes(row.ticker)).map(windowKey));
    const fresh = ask({ years: 5, wins: 4, least: 0 }, new Market(world(11), N - 1));
    expect(fresh).toEqual(all);
  });

  it("holds out the three latest years of every window: searched before them, tried on them", () => {
    const r = ask({ years: 4, wins: 4, least: 1, carried: "taken" });
    const starts = startDays(market.sessions);
    let [found, hits, base] = [0, 0, 0];
    for (const { index } of market.instruments.filter((i) => i.kind === "stock")) {
      const close = market.bars("close", index);
      const series = { close, starts, signs: holdSigns(close, 0) };
      const counts = countWindows(series, { years: 4, skip: 3 });
      for (const side of [1, -1] as const) {
        const wanted = { years: 4, wins: 4, side, holds: [5, 60], skip: 3 } as const;
        const own = searchWindows(counts, close, starts, wanted);
        for (const window of foundWindows(own, close, starts, wanted, { leastMean: 0.01, carried: true })) {
          const { returns, entries } = windowRecord(close, starts, { ...window, side });
          found++;
          hits += Array.from(returns.slice(-3)).filter((x) => x > 1e-9).length;
          const last = entries[entries.length - 4]! + window.hold;
          const first = market.sessions.findIndex((d) => isoDate(d) >= `${counts.firstYears[window.hold - 5]}-01-01`);
          const made: number[] = [];
          for (let s = first; s + window.hold <= last; s++) made.push(side * (close[s + window.hold]! / close[s]! - 1));
          base += made.filter((x) => x > 1e-9).length / made.length;
        }
      }
    }
    expect(found).toBeGreaterThan(10);
    expect(r.heldOut).toMatchObject({ windows: found, hits, cases: 3 * found });
    expect(r.heldOut.base).toBeCloseTo(base / found, 9);
  });

  it("holds out the three latest years, and is right about what was planted", () => {
    const planted = ask({ years: 4, wins: 4, way: "rose", least: 8, in: "stocks:One=S0" });
    expect(planted.heldOut.cases).toBeGreaterThan(0);
    expect(planted.heldOut.hits / planted.heldOut.cases).toBeGreaterThan(planted.heldOut.base + 0.2);
    expect(planted.heldOut.cases).toBe(3 * planted.heldOut.windows);
  });

  it("says how many, how many by chance, and how the held-out years came out", () => {
    const r = ask({ years: 5, wins: 4, least: 0, from: "02-10", to: "03-10" });
    expect(saidAll(windows.reading(r))).toMatch(
      /^From 10 February to 10 March \d+ windows? of 6 stocks starts? that went one way in at least 4 of the last 5 years, (\d+|none) of them up\. With every start day and length counted by itself [\d,]+ did so; by chance [\d,]+ would, .*Held out over three years, such windows were right in \d+% of [\d,]+ cases against \d+%\.$/,
    );
    expect(saidAll(windows.reading(ask({ years: 25, wins: 20 })))).toBe("None of the stocks has windows of 25 years yet.");
    expect(saidAll(windows.reading(ask({ years: 7, wins: 7, least: 90, from: "03-01", to: "03-01" })))).toMatch(
      /^On 1 March no window of 6 stocks starts that went one way in all of the last 7 years\./,
    );
  });

  it("names the report and the holidays after the entry, up to the exit", () => {
    const plain = ask({ years: 7, wins: 7, from: "02-20", to: "03-31", way: "rose", in: "stocks:One=S0" }).rows[0]!;
    const inside = (report: number, closed: number) => {
      const data = world(11);
      const count = data.instruments.length;
      // eps, eps expected, growth, sales growth, dividend, shares, next report
      const values = Float64Array.from({ length: 7 * count }, (_, k) => (k % 7 === 6 ? report : NaN));
      const fundamentals = {
        offset: Int32Array.from({ length: count + 1 }, (_, i) => i),
        known: new Int32Array(count).fill(market.asOf - 5),
        values,
      };
      const holidays = [{ market: "HOME", date: closed, known: market.asOf - 5 }];
      const own = new Market({ ...data, fundamentals, holidays }, N - 1);
      const asked = { years: 7, wins: 7, from: "02-20", to: "03-31", way: "rose", in: "stocks:One=S0" };
      const row = ask(asked, own).rows[0]!;
      return [row.reports.length, row.holidays.length, ask({ ...asked, reports: "none" }, own).rows.length];
    };
    // A Saturday moves no session.
    const saturday = plain.from - ((plain.from + 5) % 7);
    expect(inside(plain.from, saturday)).toEqual([0, 0, 1]);
    expect(inside(plain.from + 1, saturday)[0]).toBe(1);
    expect(inside(plain.to, plain.from + 7)).toEqual([1, 1, 0]);
    expect(inside(plain.to + 30, plain.from + 7)).toEqual([0, 1, 1]);
  });

  it("refuses what cannot be", () => {
    const wrong = (params: Record<string, unknown>) => windows.params.safeParse(params).error?.issues.map((i) => i.path[0]);
    expect(wrong({ wins: 9, years: 8 })).toEqual(["wins"]);
    expect(wrong({ shortest: 30, longest: 20 })).toEqual(["shortest"]);
    expect(wrong({ from: "02-30" })).toEqual(["from"]);
    expect(wrong({ to: "2-3" })).toEqual(["to"]);
    expect(wrong({ shortest: 4 })).toEqual(["shortest"]);
  });
});

describe("the occurrence of a window", () => {
  const days = Int32Array.from(
    Array.from({ length: 800 }, (_, k) => epochDay("2024-01-01") + k).filter(
      (d) => (d + 3) % 7 < 5 && isoDate(d) <= "2025-12-24",
    ),
  );
  const dated = { days, starts: startDays(days) };
  const asOf = days[days.length - 1]!;
  const holidays = [{ day: epochDay("2025-12-25"), known: 0 }];
  const of = (day: string, hold: number) => {
    const { from, to, hasBegun } = occurrenceOf(dated, { start: START_DAYS.indexOf(day), hold }, asOf, holidays);
    return [isoDate(from), isoDate(to), hasBegun];
  };
  it("is the one under way, to its expected end", () => {
    // The 20th is a Saturday: in on the 22nd, two sessions have passed, and the 25th has none.
    expect(of("12-20", 5)).toEqual(["2025-12-22", "2025-12-30", true]);
    expect(of("12-24", 5)).toEqual(["2025-12-24", "2026-01-01", true]);
  });
  it("is else the next, this year or the one after", () => {
    // Left at the close of the last session.
    expect(of("12-17", 5)).toEqual(["2026-12-17", "2026-12-24", false]);
    expect(of("12-25", 5)).toEqual(["2025-12-26", "2026-01-02", false]);
    expect(of("01-03", 5)).toEqual(["2026-01-05", "2026-01-12", false]);
    expect(of("12-01", 5)).toEqual(["2026-12-01", "2026-12-08", false]);
    expect(of("02-29", 5)).toEqual(["2026-03-02", "2026-03-09", false]);
  });
});

describe("windows ahead", () => {
  const of = (keys: readonly string[], at = market) => windowsAhead.ask(at, windowsAhead.params.parse({ in: keys }));
  // Ten years of windows are needed.
  const long = new Market(world(12, 3400), 3399);
  it("are those of the finder that start within five sessions, in any of the groups", () => {
    const r = of(["sector:Fish", "stocks:Mine=S4", "sector:Nobody"], long);
    expect([r.members, r.searched]).toEqual([4, 4]);
    const last = sessionAhead(long.asOf, 5, long.holidays);
    const day = (epoch: number) => isoDate(epoch).slice(5);
    const found = ask({ in: "any:sector:Fish|stocks:Mine=S4", from: day(long.asOf + 1), to: day(last) }, long);
    expect(r.rows).toEqual(found.rows);
    expect([r.hits, r.expected, r.heldOut.cases]).toEqual([found.hits, found.expected, found.heldOut.cases]);
    for (const row of r.rows) expect(row.from > long.asOf && row.from <= last).toBe(true);
    expect(saidAll(windowsAhead.reading(r))).toMatch(
      /of 4 stocks start within five sessions that went one way in at least 9 of their last 10 years.*by chance .* would, .*Held out over three years/,
    );
  });
  it("are none without ten years, or without a group", () => {
    expect(saidAll(windowsAhead.reading(of(["sector:Boats"])))).toBe("None of these stocks has ten years of windows yet.");
    expect(of([]).members).toBe(0);
  });
});

describe("a window on the chart", () => {
  it("is marked in every year, and said", () => {
    const r = chart.ask(market, chart.params.parse({ ticker: "S0", window: "03-01.15" }))!;
    const close = market.bars("close", market.find("S0")!.index);
    const record = windowRecord(close, startDays(market.sessions), { ...findWindow("03-01.15")!, side: 1 });
    const { froms, tos, moves } = r.window!;
    expect(Array.from(moves)).toEqual(Array.from(record.returns));
    expect(Array.from(froms)).toEqual(Array.from(record.entries, (e) => market.sessions[e]!));
    expect(Array.from(tos)).toEqual(Array.from(record.entries, (e) => market.sessions[e + 15]!));
    expect(saidAll(chart.reading(r))).toMatch(
      /From 1 March, held 15 sessions, it rose in \d of \d years, by \+.*; (the next begins|this year's has begun) on /,
    );
    expect(chart.ask(market, chart.params.parse({ ticker: "sector:Fish", window: "03-01.15" }))!.name).toBe("Fish");
    expect(chart.ask(market, chart.params.parse({ ticker: "sector:Nobody" }))).toBeUndefined();
  });
  it("is known by its text alone", () => {
    expect(findWindow("02-29.60")).toEqual({ start: 59, hold: 60 });
    for (const text of ["02-30.10", "10-16.4", "10-16.61", "10-16", "1016.20", "10-16.20x"])
      expect(findWindow(text)).toBeUndefined();
  });
});
