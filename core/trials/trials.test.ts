import { describe, expect, it } from "vitest";
import {
  carriedOn,
  exitSession,
  returnsOfMembers,
  selectionReturns,
  selections,
  topPlaces,
  trialAverages,
  trialOf,
  type BenchmarkBars,
  type TrialExit,
} from "..";
import { randomBars, seeded, withGaps } from "../testing";

/** Sessions from Monday 5 January 2026, Mondays to Fridays. */
const daysOf = (n: number) => Int32Array.from({ length: n }, (_, s) => 20_458 + 7 * Math.floor(s / 5) + (s % 5));

const expectNear = (value: number, expected: number) => {
  if (Number.isNaN(expected)) expect(value).toBeNaN();
  else expect(value).toBeCloseTo(expected, 10);
};

describe("the top of a row", () => {
  it("takes the highest or the lowest, never what is not known", () => {
    expect(topPlaces([2, NaN, 5, 3], 2, "highest")).toEqual([2, 3]);
    expect(topPlaces([2, NaN, 5, 3], 2, "lowest")).toEqual([0, 3]);
    expect(topPlaces([NaN, NaN], 3, "highest")).toEqual([]);
    expect(topPlaces([1, 2, 3], Infinity, "highest")).toEqual([2, 1, 0]);
  });
  it("takes ties, which reach on from neighbour to neighbour, in the order of the row", () => {
    const up = (k: number) => 1 + k * 0.9e-9;
    expect(topPlaces([up(0), up(1), up(2), up(3)], 2, "highest")).toEqual([0, 1]);
    expect(topPlaces([up(3), 9, up(1), up(0), up(2)], 3, "highest")).toEqual([1, 0, 2]);
    expect(topPlaces([2, 1 + 1e-10, 1], 2, "lowest")).toEqual([1, 2]);
    expect(topPlaces([1, 1 + 1e-8], 1, "highest")).toEqual([1]);
  });
});

describe("the session of an exit", () => {
  const days = daysOf(10);
  it.each([
    [{ hold: 3 }, 2, 5],
    [{ hold: 0 }, 2, 2],
    [{ hold: 7 }, 2, 9],
    [{ hold: 8 }, 2, -1],
    [{ until: days[6]! }, 2, 6],
    // A Saturday is the Friday before it.
    [{ until: days[4]! + 1 }, 2, 4],
    [{ until: days[1]! }, 2, 2],
    // The last session is a Friday: its Sunday is over, the Monday after it is not.
    [{ until: days[9]! + 2 }, 2, 9],
    [{ until: days[9]! + 3 }, 2, -1],
  ] as [TrialExit, number, number][])("%j from an entry on %i is %i", (exit, entered, expected) => {
    expect(exitSession(days, entered, exit)).toBe(expected);
  });
});

describe("a trial", () => {
  const days = daysOf(60);
  const bars = Array.from({ length: 8 }, (_, i) => withGaps(randomBars(700 + i, 60), i, i % 2 === 0 ? 0.1 : 0).bars);
  // One that ends for good, and one that opens never.
  for (const column of Object.values(bars[3]!) as Float64Array[]) column.fill(NaN, 30);
  bars[5]!.open.fill(NaN);
  const index = randomBars(99, 60);
  const benchmark: BenchmarkBars = { open: index.open, close: carriedOn(index.close) };

  /** The same told as a story: money is laid out, and looked at again at the end. */
  function slow(t: number, hold: number, costBp: number, weights?: number[]) {
    const exit = Math.min(59, t + 1 + hold);
    const able = bars
      .map((b, i) => ({ b, w: weights?.[i] ?? 1 }))
      .filter(({ b, w }) => !Number.isNaN(b.open[t + 1]) && !Number.isNaN(w));
    if (able.length === 0) return undefined;
    const total = able.reduce((sum, { w }) => sum + w, 0);
    let money = 0;
    for (const { b, w } of able) {
      const closes = Array.from(b.close.subarray(0, exit + 1)).filter((c) => !Number.isNaN(c));
      money += ((1000 * w) / total / b.open[t + 1]!) * closes[closes.length - 1]!;
    }
    const net = money / 1000 - 1 - (2 * costBp) / 10_000;
    return { net, excess: net - (index.close[exit]! / index.open[t + 1]! - 1), n: able.length };
  }

  it.each([
    [0, 5],
    [12, 10],
    [27, 10],
    [40, 0],
    [50, 20],
    [58, 3],
  ])("from session %i held %i is what the money became", (t, hold) => {
    const selected = bars.map((own) => ({ bars: own }));
    const trial = trialOf(selected, { days, t, plan: { exit: { hold }, costBp: 10 }, benchmark });
    const expected = slow(t, hold, 10)!;
    expect(trial.net).toBeCloseTo(expected.net, 12);
    expect(trial.excess).toBeCloseTo(expected.excess, 12);
    expect(trial.purchases).toHaveLength(expected.n);
    expect(trial.missed).toContain(5);
    expect(trial.state).toBe(t + 1 + hold > 59 ? "unfinished" : "finished");
    const held = trial.exit - trial.entered;
    expectNear(trial.annualised, held === 0 ? NaN : (1 + trial.net) ** (252 / held) - 1);
  });

  it("weighs as it is told, and leaves out what has no weight", () => {
    const weights = [1, 2, NaN, 4, 0.5, 1, 1, 3];
    const trial = trialOf(
      bars.map((own, i) => ({ bars: own, weight: weights[i]! })),
      { days, t: 12, plan: { exit: { hold: 10 }, costBp: 0 }, benchmark },
    );
    expect(trial.net).toBeCloseTo(slow(12, 10, 0, weights)!.net, 12);
    expect(trial.purchases.reduce((sum, p) => sum + p.weight, 0)).toBeCloseTo(1, 12);
    expect(trial.missed).toContain(2);
  });

  it("sells what has ended at its last close", () => {
    const trial = trialOf([{ bars: bars[3]! }], { days, t: 20, plan: { exit: { hold: 20 }, costBp: 0 }, benchmark });
    expect(trial.purchases[0]).toMatchObject({ sold: 29, exitPrice: bars[3]!.close[29], place: 0 });
  });

  it("waits without a next session, and is nothing where nothing opens", () => {
    const at = { days, plan: { exit: { hold: 5 }, costBp: 0 }, benchmark };
    expect(trialOf([{ bars: bars[1]! }], { ...at, t: 59 })).toMatchObject({ state: "waiting", net: NaN });
    const empty = trialOf([{ bars: bars[5]! }], { ...at, t: 10 });
    expect(empty).toMatchObject({ state: "finished", net: NaN, excess: NaN, missed: [0], purchases: [] });
    expect(empty.benchmark).toBeCloseTo(index.close[16]! / index.open[11]! - 1, 12);
  });

  it("holds a benchmark that does not open from its close before", () => {
    const closed = { open: benchmark.open.map((x, s) => (s === 13 ? NaN : x)), close: benchmark.close };
    const trial = trialOf([{ bars: bars[1]! }], { days, t: 12, plan: { exit: { hold: 5 }, costBp: 0 }, benchmark: closed });
    expect(trial.benchmark).toBeCloseTo(index.close[18]! / index.close[12]! - 1, 12);
  });

  it("is averaged over those that are finished and bought anything", () => {
    const one = (state: "finished" | "unfinished", net: number, excess: number, base = 0.01) => ({
      state,
      net,
      gross: net + 0.002,
      excess,
      base,
    });
    const averages = trialAverages([
      one("finished", 0.04, 0.01),
      one("finished", -0.02, -0.03),
      one("finished", 0.01, 0),
      one("finished", NaN, NaN),
      one("unfinished", 0.5, 0.5),
    ]);
    expect(averages).toMatchObject({ n: 3, empty: 1, worst: -0.02 });
    expect(averages.net).toBeCloseTo(0.01, 12);
    expect(averages.excess).toBeCloseTo(-0.02 / 3, 12);
    expect(averages.beyond).toBeCloseTo(0.002, 12);
    expect(averages.ahead).toBeCloseTo(1 / 3, 12);
    expect(trialAverages([])).toMatchObject({ n: 0, net: NaN, worst: NaN, ahead: NaN });
  });
});

describe("selections at some moments", () => {
  const moments = 40;
  const random = seeded(5);
  const rows = (of: (k: number) => number) =>
    Array.from({ length: 30 }, () => Float64Array.from({ length: moments }, (_, k) => of(k)));
  const flags = (of: (k: number) => boolean) => rows((k) => (of(k) ? 1 : 0)).map((row) => Uint8Array.from(row));
  const members = flags(() => random() < 0.8);
  const passes = flags((k) => k !== 7 && random() < 0.4);
  const made = rows(() => (random() < 0.1 ? NaN : random() - 0.5));
  const values = rows(() => (random() < 0.1 ? NaN : Math.round(20 * random())));

  it.each(["highest", "lowest"] as const)("are the %s of the members that pass", (order) => {
    const selected = selections(moments, { members, passes, ranked: { values, most: 4, order } });
    const { bought, gross } = selectionReturns(made, selected);
    for (let k = 0; k < moments; k++) {
      const able = members
        .map((own, i) => ({ i, is: own[k] === 1 && passes[i]![k] === 1, x: values[i]![k]! }))
        .filter(({ is, x }) => is && !Number.isNaN(x))
        .sort((a, b) => (order === "highest" ? b.x - a.x : a.x - b.x) || a.i - b.i)
        .slice(0, 4);
      expect(selected[k]).toEqual(able.map(({ i }) => i));
      const results = able.map(({ i }) => made[i]![k]!).filter((x) => !Number.isNaN(x));
      expect(bought[k]).toBe(results.length);
      expectNear(gross[k]!, results.length === 0 ? NaN : results.reduce((a, x) => a + x, 0) / results.length);
    }
    expect(bought[7]).toBe(0);
  });

  it("are all that pass where no number is asked, and the base is all members", () => {
    const all = selectionReturns(made, selections(moments, { members, passes }));
    const base = returnsOfMembers(made, members);
    for (let k = 0; k < moments; k++) {
      const bought = (i: number) => members[i]![k] === 1 && !Number.isNaN(made[i]![k]);
      const own = made.flatMap((row, i) => (bought(i) ? [row[k]!] : []));
      expect(all.bought[k]).toBe(made.filter((_, i) => bought(i) && passes[i]![k] === 1).length);
      expect(base.bought[k]).toBe(own.length);
      expectNear(base.gross[k]!, own.reduce((a, x) => a + x, 0) / own.length);
    }
    expect(returnsOfMembers([], []).gross).toHaveLength(0);
  });
});
