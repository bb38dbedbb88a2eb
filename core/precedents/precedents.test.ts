import { describe, expect, it } from "vitest";
import {
  asItWouldHaveRead,
  effectiveSamples,
  fillPath,
  holdingCurve,
  outcomes,
  pathLength,
  pathQuantiles,
  planProblem,
  quantileOfSorted,
  reDatingP,
  resultsOf,
  tradeAt,
  wilsonInterval,
  withoutOverlaps,
  type TradePlan,
} from "..";
import { randomBars, seeded, withGaps } from "../testing";

const whole = randomBars(17, 300);
const { bars } = withGaps(whole, 6, 0.08);
// Some bars without an open, and a life that ends before the calendar does.
for (const s of [40, 41, 150]) bars.open[s] = NaN;
for (const column of [bars.open, bars.high, bars.low, bars.close, bars.volume]) column.fill(NaN, 290);

const plan = (more: Partial<TradePlan> = {}): TradePlan => ({
  ...{ entry: "next open", hold: 5, exit: "close", side: 1, costBp: 0 },
  ...more,
});
const PLANS = (["open", "close", "next open"] as const).flatMap((entry) =>
  ([1, -1] as const).flatMap((side) =>
    [0, 1, 5, 12].flatMap((hold) =>
      (["open", "close"] as const).flatMap((exit) => {
        const made = plan({ entry, side, hold, exit, costBp: 7 });
        return planProblem(made) ? [] : [made];
      }),
    ),
  ),
);
const has = (s: number) => s < 300 && !Number.isNaN(bars.close[s]);

/** After the method, one session at a time. */
function slowResult({ entry, hold, exit, side, costBp }: TradePlan, t: number): number {
  const e = entry === "next open" ? t + 1 : t;
  if (e >= 300 || e + hold >= 300 || !has(e)) return NaN;
  const bought = entry === "close" ? bars.close[e]! : bars.open[e]!;
  if (Number.isNaN(bought)) return NaN;
  let sold: number;
  if (exit === "open" && has(e + hold) && !Number.isNaN(bars.open[e + hold])) sold = bars.open[e + hold]!;
  else {
    const closes = [];
    for (let s = e; s <= (exit === "open" ? e + hold - 1 : e + hold); s++) if (has(s)) closes.push(bars.close[s]!);
    sold = closes.at(-1) ?? bought;
  }
  return side * (sold / bought - 1) - (2 * costBp) / 10_000;
}

describe("a trade", () => {
  it("comes out by the method, on every session and with every plan", () => {
    expect(PLANS.length).toBe(40);
    for (const own of PLANS) {
      const results = resultsOf(bars, own);
      for (let t = 0; t < 300; t++) {
        const wanted = slowResult(own, t);
        const trade = tradeAt(bars, own, t);
        if (Number.isNaN(wanted)) {
          expect(results[t]).toBeNaN();
          expect(Number.isNaN(trade?.result ?? NaN)).toBe(true);
        } else {
          expect(results[t]).toBeCloseTo(wanted, 12);
          expect(trade!.result).toBeCloseTo(wanted, 12);
        }
      }
    }
  });
  it("is open while its exit, or its entry, lies after the last session", () => {
    const short = { ...whole };
    expect(tradeAt(short, plan(), 299)).toMatchObject({ entered: 300, sold: -1, entryPrice: NaN });
    expect(tradeAt(short, plan(), 295)).toMatchObject({ entered: 296, planned: 301, sold: -1, entryPrice: whole.open[296] });
    expect(tradeAt(short, plan(), 293)!.sold).toBe(299);
  });
  it("has no occurrence without a bar, or its open, to enter on", () => {
    expect(tradeAt(bars, plan(), 39)).toBeUndefined();
    expect(tradeAt(bars, plan({ entry: "open" }), 40)).toBeUndefined();
    expect(tradeAt(bars, plan({ entry: "close" }), 40)).toBeDefined();
  });
  it("is sold at the last close where it is delisted", () => {
    const last = [...Array(290).keys()].findLast(has)!;
    expect(tradeAt(bars, plan({ hold: 8 }), last - 2)).toMatchObject({ sold: last, exitPrice: bars.close[last] });
  });
  it("has its worst and best from the sessions it lived through", () => {
    for (const own of PLANS) {
      for (let t = 0; t < 290; t += 7) {
        const trade = tradeAt(bars, own, t);
        if (!trade || Number.isNaN(trade.result)) continue;
        const moves = [0, own.side * (trade.exitPrice / trade.entryPrice - 1)];
        for (let s = trade.entered; s <= trade.sold; s++) {
          if (!has(s)) continue;
          if (s === trade.entered && own.entry === "close") continue;
          if (s === trade.planned && own.exit === "open") continue;
          for (const x of [bars.high[s]!, bars.low[s]!]) moves.push(own.side * (x / trade.entryPrice - 1));
        }
        expect(trade.adverse).toBeCloseTo(Math.min(...moves), 12);
        expect(trade.favourable).toBeCloseTo(Math.max(...moves), 12);
      }
    }
  });
  it("needs an exit after its entry", () => {
    expect(planProblem({ entry: "close", hold: 0, exit: "close" })).toMatch("at least one session");
    expect(planProblem({ entry: "open", hold: 0, exit: "open" })).toMatch("at least one session");
    expect(planProblem({ entry: "open", hold: 0, exit: "close" })).toBeUndefined();
  });
});

describe("occurrences without overlaps", () => {
  it("are kept from the first, and where an entry meets the exit of the last", () => {
    expect(withoutOverlaps([1, 2, 5, 6, 7, 12], plan({ entry: "close", hold: 5 }))).toEqual([1, 6, 12]);
    // The exit at the close of session 7 comes after the open of session 7.
    expect(withoutOverlaps([1, 6, 7], plan({ entry: "next open", hold: 5 }))).toEqual([1, 7]);
    expect(withoutOverlaps([1, 6, 7], plan({ entry: "next open", hold: 5, exit: "open" }))).toEqual([1, 6]);
    expect(withoutOverlaps([1, 2, 3], plan({ entry: "open", hold: 0 }))).toEqual([1, 2, 3]);
  });
});

describe("outcomes", () => {
  it("of a case worked by hand", () => {
    const found = outcomes([0.02, -0.01, -0.03, 0, 0.04]);
    expect(found).toMatchObject({ n: 5, wins: 2, winRate: 0.4, best: 0.04, worst: -0.03, longestLosingRun: 2, median: 0 });
    expect(found.mean).toBeCloseTo(0.004, 12);
    expect(found.averageWin).toBeCloseTo(0.03, 12);
    expect(found.averageLoss).toBeCloseTo(-0.02, 12);
    expect(found.payoff).toBeCloseTo(1.5, 12);
    expect(found.profitFactor).toBeCloseTo(1.5, 12);
    expect(found.sd).toBeCloseTo(Math.sqrt(0.00292 / 4), 12);
    expect(found.t).toBeCloseTo(0.004 / (Math.sqrt(0.00292 / 4) / Math.sqrt(5)), 12);
  });
  it("of none, one, or only wins", () => {
    expect(outcomes([])).toMatchObject({ n: 0, winRate: NaN, mean: NaN, worst: NaN });
    expect(outcomes([0.01])).toMatchObject({
      n: 1,
      winRate: 1,
      sd: NaN,
      t: NaN,
      payoff: NaN,
      profitFactor: NaN,
      averageLoss: NaN,
    });
  });
  it("overlapping, are worth fewer samples", () => {
    const clustered = Array.from({ length: 40 }, (_, k) => ({ session: k, won: Math.floor(k / 10) % 2 === 0 }));
    // Four stretches of ten, all won or all lost: V = 4 x 25 / 1600.
    expect(effectiveSamples(clustered, 5)).toBeCloseTo(0.25 / (100 / 1600), 12);
    const spread = Array.from({ length: 40 }, (_, k) => ({ session: 10 * k, won: k % 2 === 0 }));
    expect(effectiveSamples(spread, 5)).toBe(40);
    expect(effectiveSamples([{ session: 3, won: true }], 5)).toBe(1);
    const [low, high] = wilsonInterval(0.5 * 4, 4);
    expect(high - low).toBeGreaterThan(0.6);
  });
});

/** The statistic of each shift, written out. */
function slowP(list: readonly { deviations: Float64Array; occurrences: readonly number[] }[], hold: number): number {
  const length = list[0]!.deviations.length;
  const statistic = (k: number) => {
    const inside: number[] = [];
    const outside: number[] = [];
    for (const { deviations, occurrences } of list) {
      const places = new Set(occurrences.map((o) => (o + k) % length));
      deviations.forEach((x, p) => {
        if (!Number.isNaN(x)) (places.has(p) ? inside : outside).push(x);
      });
    }
    if (inside.length < 2) return NaN;
    const mean = (x: number[]) => x.reduce((a, b) => a + b, 0) / x.length;
    const spread = (x: number[], d: number) => x.reduce((a, b) => a + (b - mean(x)) ** 2, 0) / (x.length - d);
    const root = spread(inside, 1) / inside.length + (spread(outside, 0) * Math.max(1, hold)) / outside.length;
    return Math.abs(mean(inside) - mean(outside)) / Math.sqrt(root);
  };
  const own = statistic(0);
  let extreme = 1;
  for (let k = 1; k < length; k++) if (statistic(k) >= own - 1e-9 * Math.max(1, own)) extreme++;
  return extreme / length;
}

describe("p by re-dating", () => {
  const random = seeded(3);
  const made = (missing: number) => {
    const deviations = Float64Array.from({ length: 90 }, () => (random() < missing ? NaN : random() - 0.5));
    return { deviations, occurrences: [...Array(90).keys()].filter(() => random() < 0.1) };
  };
  it("counts the shifts by the formula, for one and for several instruments", () => {
    for (let k = 0; k < 12; k++) {
      const one = [made(0)];
      expect(reDatingP(one, 5)).toBeCloseTo(slowP(one, 5), 12);
      const several = [made(0.2), made(0), made(0.4)];
      expect(reDatingP(several, 1)).toBeCloseTo(slowP(several, 1), 12);
    }
  });
  it("comes out the same by adding up and by transforms", () => {
    // More than eighty occurrences an instrument, which transforms are for.
    const dense = (missing: number) => {
      const deviations = Float64Array.from({ length: 300 }, () => (random() < missing ? NaN : random() - 0.5));
      return { deviations, occurrences: [...Array(300).keys()].filter(() => random() < 0.6) };
    };
    for (const several of [[dense(0)], [dense(0.2), dense(0)]]) {
      expect(several.every((i) => i.occurrences.length > 80)).toBe(true);
      expect(reDatingP(several, 3)).toBeCloseTo(slowP(several, 3), 12);
    }
  });
  it("is small where every occurrence is far from the rest, and 1 / L at the least", () => {
    const deviations = Float64Array.from({ length: 200 }, (_, s) => (s % 37 === 5 ? 1 : 0.01 * Math.sin(s)));
    const occurrences = [5, 42, 79, 116, 153, 190];
    expect(reDatingP([{ deviations, occurrences }], 1)).toBeLessThanOrEqual(2 / 200);
  });
  it("is unknown for fewer than two occurrences", () => {
    expect(reDatingP([{ deviations: Float64Array.of(1, 2, 3), occurrences: [1] }], 1)).toBeNaN();
    expect(reDatingP([], 1)).toBeNaN();
  });
});

describe("as it would have read", () => {
  it("judges each occurrence by what had finished before it", () => {
    const random = seeded(11);
    const base = Float64Array.from({ length: 400 }, () => random() - 0.48);
    const own = plan({ entry: "next open", hold: 3 });
    const occurrences = withoutOverlaps(
      [...Array(390).keys()].filter(() => random() < 0.2),
      own,
    );
    const wanted = occurrences.flatMap((t, i) => {
      // Bought at the open of t + 1, sold at the close of t + 4.
      const earlier = occurrences.slice(0, i).filter((s) => s + 4 < t + 1);
      if (earlier.length < 10) return [];
      const before = [...base].slice(0, Math.max(0, t - 3));
      const mean = before.reduce((a, b) => a + b, 0) / before.length;
      const edge = earlier.reduce((a, s) => a + base[s]!, 0) / earlier.length - mean;
      return [{ session: t, won: Math.sign(edge) === Math.sign(base[t]! - mean) }];
    });
    const found = asItWouldHaveRead(base, occurrences, own);
    expect(found.readings).toEqual(wanted);
    expect([found.n, found.hits]).toEqual([wanted.length, wanted.filter((w) => w.won).length]);
    expect(found.n).toBeGreaterThan(20);
  });
  it("knows nothing of what comes later", () => {
    const base = Float64Array.from({ length: 100 }, (_, s) => Math.sin(s * 1.7));
    const own = plan({ entry: "close", hold: 1 });
    const occurrences = [...Array(48).keys()].map((k) => 2 * k);
    const cut = asItWouldHaveRead(base.subarray(0, 60), occurrences.slice(0, 30), own);
    const changed = base.slice().fill(9, 60);
    expect(asItWouldHaveRead(changed, occurrences, own).readings.slice(0, cut.n)).toEqual(cut.readings);
  });
});

describe("paths", () => {
  it("run from the entry over the closes to the exit", () => {
    const own = plan({ entry: "next open", hold: 2, side: -1 });
    const path = new Float64Array(pathLength(own));
    fillPath(whole, own, 10, path);
    const wanted = [11, 12, 13].map((s) => -(whole.close[s]! / whole.open[11]! - 1));
    expect(path[0]).toBe(0);
    wanted.forEach((x, k) => {
      expect(path[k + 1]).toBeCloseTo(x, 12);
    });
    const atOpen = plan({ entry: "close", hold: 2, exit: "open" });
    const other = new Float64Array(pathLength(atOpen));
    fillPath(whole, atOpen, 10, other);
    expect(other[2]).toBeCloseTo(whole.open[12]! / whole.close[10]! - 1, 12);
    expect(other[2]).toBeCloseTo(tradeAt(whole, atOpen, 10)!.result, 12);
  });
  it("have quantiles at each point", () => {
    const [low, middle] = pathQuantiles(Float64Array.of(0, 1, 0, 2, 0, 4, 0, 9), 2, [0.25, 0.5]);
    expect([low![1], middle![1], middle![0]]).toEqual([1.75, 3, 0]);
    expect(quantileOfSorted(new Float64Array(0), 0.5)).toBeNaN();
  });
});

describe("the holding curve", () => {
  it("holds the same occurrences for each number of sessions", () => {
    const occurrences = [20, 60, 100, 297];
    const span = [...Array(300).keys()];
    const curve = holdingCurve([{ bars: whole, occurrences, span }], plan(), 6);
    curve.forEach(({ hold, n, mean, baseMean, low, high }) => {
      const own = plan({ hold });
      const results = occurrences.map((t) => tradeAt(whole, own, t)!.result).filter((x) => !Number.isNaN(x));
      expect(n).toBe(results.length);
      expect(mean).toBeCloseTo(results.reduce((a, b) => a + b, 0) / n, 12);
      const base = [...resultsOf(whole, own)].filter((x) => !Number.isNaN(x));
      expect(baseMean).toBeCloseTo(base.reduce((a, b) => a + b, 0) / base.length, 12);
      expect((low + high) / 2).toBeCloseTo(mean, 12);
    });
    expect(curve.map((c) => c.n)).toEqual([4, 3, 3, 3, 3, 3]);
  });
});
