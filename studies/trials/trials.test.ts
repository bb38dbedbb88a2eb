import { describe, expect, it } from "vitest";
import { blockInterval, isoDate } from "@core";
import { seeded } from "@core/testing";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { gates } from "./gates";
import { model } from "./rebalanced-model";
import { trialMembers } from "./trial-members";
import { trials } from "./trials";
import { walkForward } from "./walk-forward";

const N = 420;
const STOCKS = 14;
const random = seeded(29);
/** Walks in cents; one with halts, one that comes late, one that leaves; opens are the closes. */
const walks = Array.from({ length: STOCKS }, (_, k) => {
  let price = 30 + 5 * k;
  return Array.from({ length: N }, (_, s) => {
    price = Math.max(1, price * (1 + 0.03 * (random() - 0.495)));
    const isMissing = (k === 3 && s % 13 === 5) || (k === 7 && s < 150) || (k === 8 && s >= 300);
    return isMissing ? NaN : Math.round(100 * price) / 100;
  });
});
const members = walks.map((_, k) => [k === 7 ? 160 : k === 9 ? 100 : 0, k === 8 ? 299 : k === 10 ? 250 : N - 1] as const);
const tickers = walks.map((_, k) => `S${String.fromCharCode(65 + k)}`);
const data = handMadeMarket(
  [
    ...walks.map((closes, k) => ({
      ticker: tickers[k]!,
      closes,
      sector: k % 2 === 0 ? "Fish" : "Ore",
      industry: k % 2 === 0 ? "Nets" : "Pits",
      member: members[k]!,
    })),
    { ticker: "ZIDX", closes: walks[0]!.map((c) => 10 * c), kind: "index" as const },
  ],
  "ZIDX",
);
const market = new Market(data, N - 1);
const { sessions } = market;
const iso = (s: number) => isoDate(sessions[s]!);

/* The same worked out from the walks, one stock and one session at a time. */
const isIn = (k: number, s: number) => members[k]![0] <= s && s <= members[k]![1];
const own = (k: number, s: number) =>
  Number.isNaN(walks[k]![s]) ? [] : walks[k]!.slice(0, s + 1).filter((c) => !Number.isNaN(c));
const back = (k: number, s: number, n: number) => own(k, s).at(-1 - n) ?? NaN;
const made = (k: number, s: number, hold: number) => {
  const entry = walks[k]![s + 1]!;
  if (Number.isNaN(entry)) return NaN;
  const closes = walks[k]!.slice(s + 1, s + 2 + hold).filter((c) => !Number.isNaN(c));
  return closes.at(-1)! / entry - 1;
};
const average = (xs: readonly number[]) => (xs.length === 0 ? NaN : xs.reduce((a, x) => a + x, 0) / xs.length);
const defined = (xs: readonly number[]) => xs.filter((x) => !Number.isNaN(x));
const places = walks.map((_, k) => k);
/** Above the mean of the last 20 closes; the highest return over five first. */
const isAbove20 = (k: number, s: number) => own(k, s).length >= 20 && walks[k]![s]! > average(own(k, s).slice(-20));
const best = (s: number, passes: (k: number, s: number) => boolean, top: number) =>
  places
    .filter((k) => isIn(k, s) && passes(k, s) && !Number.isNaN(walks[k]![s]! / back(k, s, 5)))
    .sort((a, b) => walks[b]![s]! / back(b, s, 5) - walks[a]![s]! / back(a, s, 5))
    .slice(0, top);
const base = (s: number, hold: number) => average(defined(places.filter((k) => isIn(k, s)).map((k) => made(k, s, hold))));
const against = (s: number, hold: number) => made(0, s, hold);

const ABOVE20 = { left: { measure: "close" }, comparator: "above", right: { measure: "sma", params: { n: 20 } } };
const SCAN = JSON.stringify({ name: "Risers", when: ABOVE20, rank: "return_5" });
const fridays = Array.from({ length: N }, (_, s) => s).filter((s) => s % 5 === 4);

describe("scans at moments", () => {
  const at = [60, 163, 255, 296, 330, N - 4, N - 1];
  const params = trials.params.parse({
    ...{ scan: [SCAN], at: "dates", dates: at.map(iso).join(","), hold: 10, top: 3, cost: 25 },
  });
  const told = trials.ask(market, params)!;
  const [row] = told.rows;
  it.each(at.slice(0, 5).map((s, j) => [s, j] as const))("after session %i are what the plain walk says", (s, j) => {
    const cell = row!.cells[j]!;
    const bought = defined(best(s, isAbove20, 3).map((k) => made(k, s, 10)));
    expect(cell.bought).toBe(bought.length);
    expect(cell.net).toBeCloseTo(average(bought) - 0.005, 10);
    expect(cell.excess).toBeCloseTo(average(bought) - 0.005 - against(s, 10), 10);
    expect(cell.base).toBeCloseTo(base(s, 10), 10);
    expect(cell.winners).toBe(bought.filter((x) => x > 0).length);
    expect(cell.state).toBe("finished");
  });
  it("are unfinished or wait where the exit or the entry is to come, and are left out of averages", () => {
    expect(row!.cells.slice(5).map((c) => c.state)).toEqual(["unfinished", "waiting"]);
    expect(row!.averages.n).toBe(5);
    expect(row!.averages.net).toBeCloseTo(average(row!.cells.slice(0, 5).map((c) => c.net)), 12);
    expect(saidAll(trials.reading(told))).toContain(
      "Bought after each of 5 typed dates and held 10 sessions, the top 3 of “Risers”",
    );
  });
  it("open to whom was bought", () => {
    const found = trialMembers.ask(market, trialMembers.params.parse({ scan: SCAN, on: iso(255), hold: 10, top: 3, cost: 25 }))!;
    expect(found.members.map((m) => m.ticker).sort()).toEqual(
      best(255, isAbove20, 3)
        .map((k) => tickers[k]!)
        .sort(),
    );
    for (const m of found.members) expect(m.gross).toBeCloseTo(made(tickers.indexOf(m.ticker), 255, 10), 12);
    expect(found.net).toBeCloseTo(row!.cells[2]!.net, 12);
  });
  it("say who had no bar at the exit any more", () => {
    const found = trialMembers.ask(market, trialMembers.params.parse({ on: iso(294), hold: 20, top: 0 }))!;
    const gone = found.members.find((m) => m.ticker === tickers[8])!;
    expect(gone).toMatchObject({ early: true, sold: sessions[299] });
    expect(gone.gross).toBeCloseTo(walks[8]![299]! / walks[8]![295]! - 1, 12);
  });
  it("weigh by the inverse of volatility where that is asked", () => {
    const found = trialMembers.ask(market, trialMembers.params.parse({ scan: SCAN, on: iso(255), top: 3, weigh: "volatility" }))!;
    const inverse = (k: number) => {
      const closes = own(k, 255).slice(-64);
      const returns = closes.slice(1).map((c, j) => Math.log(c / closes[j]!));
      return 1 / Math.sqrt(returns.reduce((sum, x) => sum + (x - average(returns)) ** 2, 0) / 62);
    };
    const chosen = best(255, isAbove20, 3);
    const total = chosen.reduce((sum, k) => sum + inverse(k), 0);
    for (const k of chosen) expect(found.members.find((m) => m.ticker === tickers[k])!.weight).toBeCloseTo(inverse(k) / total, 9);
  });
});

describe("the moments", () => {
  const down = { ...ABOVE20, comparator: "below" };
  const daysOf = (params: object) =>
    trials.ask(market, trials.params.parse({ hold: 6, ...params }))!.episodes.map((e) => sessions.indexOf(e.day));
  const isUp = Array.from({ length: N }, (_, s) => (s < 19 ? undefined : isAbove20(0, s)));
  // Up from the first close above its average on; as it is never equal, down from the first below.
  const turns = isUp.flatMap((up, s) => (up === true && isUp[s - 1] !== true ? [s] : []));
  const system = { at: "system", on: "ZIDX", up: JSON.stringify(ABOVE20), down: JSON.stringify(down) };
  it("of an own system are the sessions on which it turns up", () => {
    expect(turns.length).toBeGreaterThan(5);
    expect(daysOf(system)).toEqual(turns);
  });
  it("begin on the first date and end with the last, both included", () => {
    expect(daysOf({ ...system, from: iso(turns[1]!), to: iso(turns[3]!) })).toEqual(turns.slice(1, 4));
  });
  it("of a situation are asked of the index, those within the hold of the last one left out", () => {
    const held = isUp.flatMap((up, s) => (up === true ? [s] : []));
    const kept: number[] = [];
    // Bought on the session after, sold six sessions later at the close.
    for (const s of held) if (kept.length === 0 || s > kept.at(-1)! + 6) kept.push(s);
    expect(daysOf({ at: "situation", situation: JSON.stringify(ABOVE20) })).toEqual(kept);
  });
  it("are so many sessions from a date on, or the latest", () => {
    expect(daysOf({ at: "sessions", number: 3, from: iso(50) })).toEqual([50, 51, 52]);
    expect(daysOf({ at: "sessions", number: 4 })).toEqual([N - 4, N - 3, N - 2, N - 1]);
    expect(daysOf({ at: "sessions", number: 4, from: iso(N - 2) })).toEqual([N - 2, N - 1]);
  });
  it("typed are the last sessions on or before each date, once", () => {
    // A Saturday, the Friday before it, and dates without a session so far.
    const saturday = isoDate(sessions[24]! + 1);
    expect(daysOf({ at: "dates", dates: `${saturday}, ${iso(24)}; ${iso(20)} 1999-01-04 2099-01-01` })).toEqual([20, 24]);
  });
});

describe("what was not known at the close of the selection", () => {
  const members1 = (scan: object, s: number, of = market, more = {}) =>
    trialMembers
      .ask(
        of,
        trialMembers.params.parse({ scan: JSON.stringify({ name: "One", ...scan }), on: iso(s), top: 0, hold: 5, ...more }),
      )!
      .members.map((m) => m.ticker)
      .sort();
  it("is no member of the next day, nor one that left the day before", () => {
    const all = (s: number) => places.filter((k) => isIn(k, s)).map((k) => tickers[k]!);
    for (const s of [99, 100, 159, 160, 250, 251, 299, 300]) expect(members1({}, s), String(s)).toEqual(all(s));
    expect(all(99)).not.toContain(tickers[9]);
    expect(all(100)).toContain(tickers[9]);
  });
  it("is no figure that was reported the next day", () => {
    // Earnings of the first stock are 1, and 2 from the sixth session on.
    const when = { left: { measure: "earnings per share" }, comparator: "above", right: 1.5 };
    expect([4, 5].map((s) => members1({ when }, s))).toEqual([[], [tickers[0]]]);
  });
  it("is no price of the next day", () => {
    const changed = { ...data, panel: { ...data.panel, close: data.panel.close.slice(), open: data.panel.open.slice() } };
    for (let i = 0; i < data.panel.count; i++) {
      for (let s = 256; s < N; s++) {
        changed.panel.close[i * N + s]! *= 1 + 0.3 * Math.sin(i + s);
        changed.panel.open[i * N + s] = changed.panel.close[i * N + s]!;
      }
    }
    const other = new Market({ ...changed, lineage: "other" }, N - 1);
    const scan = { when: ABOVE20, rank: "return_5" };
    expect(members1(scan, 255, other, { top: 3 })).toEqual(members1(scan, 255, market, { top: 3 }));
    expect(members1(scan, 256, other, { top: 3 })).not.toEqual(members1(scan, 256, market, { top: 3 }));
  });
});

describe("a scan week by week", () => {
  const hold = 7;
  const told = walkForward.ask(market, walkForward.params.parse({ scan: SCAN, top: 3, hold, cost: 10 }))!;
  const weeks = fridays.filter((s) => s + 1 + hold < N);
  const rows = weeks
    .map((s) => ({ s, results: defined(best(s, isAbove20, 3).map((k) => made(k, s, hold))) }))
    .filter(({ results }) => results.length > 0);
  it("is selected at the end of every week whose hold is over", () => {
    expect(Array.from(told.days)).toEqual(rows.map(({ s }) => sessions[s]));
    expect(told.empty).toBe(weeks.length - rows.length);
    rows.forEach(({ s, results }, j) => {
      expect(told.excess[j]).toBeCloseTo(average(results) - 0.002 - against(s, hold), 10);
      expect(told.beyond[j]).toBeCloseTo(average(results) - base(s, hold), 10);
    });
  });
  it("has its mean with the interval by blocks of weeks, and the same by year", () => {
    const beyond = rows.map(({ s, results }) => average(results) - base(s, hold));
    expect(told.records.beyond.mean).toBeCloseTo(average(beyond), 12);
    expect(told.records.beyond.interval[0]).toBeCloseTo(blockInterval(beyond, 6)[0], 10);
    expect(told.years.reduce((sum, y) => sum + y.beyond.weeks, 0)).toBe(rows.length);
    const [first] = told.years;
    const of2026 = beyond.filter((_, j) => iso(rows[j]!.s).startsWith("2026"));
    expect(first).toMatchObject({ name: "2026" });
    expect(first!.beyond.mean).toBeCloseTo(average(of2026), 12);
  });
});

describe("gates", () => {
  const hold = 5;
  const gate = [
    { level: "market", when: ABOVE20 },
    { level: "sector", when: { left: { measure: "return", params: { n: 10 } }, comparator: "above", right: 0 } },
    { level: "stock", when: ABOVE20 },
  ].map((g) => JSON.stringify(g));
  const told = gates.ask(market, gates.params.parse({ gate, hold, cost: 10, top: 0 }))!;
  const sectorOf = (k: number) => (k % 2 === 0 ? "Fish" : "Ore");
  /** Equal-weighted daily returns of a sector's members, compounded: ten sessions' worth. */
  const sectorUp = (name: string, s: number) => {
    let level = 1;
    for (let d = s - 9; d <= s; d++) {
      const returns = places
        .filter((k) => sectorOf(k) === name && isIn(k, d))
        .map((k) => (Number.isNaN(walks[k]![d]) ? NaN : walks[k]![d]! / back(k, d, 1) - 1));
      level *= 1 + average(defined(returns));
    }
    return level > 1;
  };
  const tests = [
    (_: number, s: number) => isAbove20(0, s),
    (k: number, s: number) => sectorUp(sectorOf(k), s),
    (k: number, s: number) => isAbove20(k, s),
  ];
  // The span begins when the market's average is known.
  const weeks = fridays.filter((s) => s + 1 + hold < N && s >= 19);
  const through = (chosen: readonly number[]) =>
    weeks.map((s) => {
      const passing = places.filter((k) => isIn(k, s) && chosen.every((g) => tests[g]!(k, s)));
      const results = defined(passing.map((k) => made(k, s, hold)));
      return { s, n: results.length, gross: average(results), net: results.length === 0 ? 0 : average(results) - 0.002 };
    });
  it.each([
    ["none", [], undefined],
    ["alone", [0], []],
    ["alone", [1], []],
    ["alone", [2], []],
    ["in order", [0, 1], [0]],
    ["in order", [0, 1, 2], [0, 1]],
  ] as const)("%s: %j is what going through them made, and what it adds to %j", (kind, chosen, to) => {
    const row = told.rows.find((r) => r.kind === kind && r.gates.join() === chosen.join())!;
    const own = through(chosen);
    expect(told.weeks).toBe(weeks.length);
    expect(row.excess.mean).toBeCloseTo(average(own.map(({ s, net }) => net - against(s, hold))), 10);
    const invested = own.filter(({ n }) => n > 0);
    expect(row.invested).toBeCloseTo(invested.length / own.length, 12);
    expect(row.beyond.mean).toBeCloseTo(average(invested.map(({ s, gross }) => gross - base(s, hold))), 10);
    if (!to) {
      expect(row.adds).toBeUndefined();
      return;
    }
    const before = through(to);
    const [withGate, without] = [average(own.map((w) => w.net)), average(before.map((w) => w.net))];
    expect(row.adds!.mean).toBeCloseTo(withGate - without, 10);
    if (chosen.at(-1) !== 0) expect(row.adds!.parts).toBeUndefined();
    else {
      const q = invested.length / before.filter(({ n }) => n > 0).length;
      expect(row.adds!.parts!.cash).toBeCloseTo((q - 1) * without, 10);
      expect(row.adds!.parts!.timing).toBeCloseTo(withGate - q * without, 10);
    }
  });
});

describe("a model", () => {
  const ask = (t: number, params: object) => model.ask(new Market(data, t), model.params.parse({ set: "stock", ...params }))!;
  const params = { by: "return_5", average: 20, slots: 3, period: "week" };
  it("holds what the last ranking chose, and says what would change at this close", () => {
    for (const t of [200, 203, 266, 333]) {
      const last = fridays.filter((s) => s < t).at(-1)!;
      const told = ask(t, params);
      const held = told.holdings.filter((h) => h.stands !== "comes").map((h) => h.ticker);
      const now = told.holdings.filter((h) => h.stands !== "goes").map((h) => h.ticker);
      const chosen = (s: number) => best(s, isAbove20, 3).map((k) => tickers[k]!);
      expect(held.sort(), String(t)).toEqual(
        chosen(last)
          .filter((ticker) => !Number.isNaN(walks[tickers.indexOf(ticker)]![last + 1]))
          .sort(),
      );
      expect(now.sort(), String(t)).toEqual(chosen(t).sort());
      expect(told.rebalanced).toBe(sessions[last + 1]);
    }
  });
  it("is due when a week is over with the session", () => {
    expect([ask(203, params).isDue, ask(204, params).isDue, ask(205, params).isDue]).toEqual([false, true, false]);
    expect(saidAll(model.reading(ask(204, params)))).toContain("the next open");
  });
  it("makes the money of one that left its cash", () => {
    const gone = {
      ...data,
      instruments: data.instruments.map((i) => (i.ticker === tickers[8] ? { ...i, delisted: sessions[301]! } : i)),
    };
    const at = (t: number) =>
      model.ask(
        new Market(gone, t),
        model.params.parse({ set: "stock", by: "close", average: 0, slots: 20, period: "quarter" }),
      )!;
    expect(new Market(gone, 300).goneFrom(8)).toBe(Infinity);
    expect(new Market(gone, 305).goneFrom(8)).toBe(302);
    expect(at(301).holdings.map((h) => h.ticker)).toContain(tickers[8]);
    expect(
      at(302)
        .holdings.filter((h) => h.stands !== "comes")
        .map((h) => h.ticker),
    ).not.toContain(tickers[8]);
    expect(at(302).cash - at(301).cash).toBeGreaterThan(0.02);
  });
});
