import { describe, expect, it } from "vitest";
import {
  blockInterval,
  blockOfWeeks,
  gateDifference,
  marketGateDifference,
  returnsOfMembers,
  selectionReturns,
  selections,
  studentT,
  worstMonth,
} from "..";
import { seeded } from "../testing";

/** A draw from the normal distribution. */
function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** Weekly returns that hang together over as many weeks as a hold, as overlapping holds do. */
function overlapping(random: () => number, weeks: number, hold: number, drift: number): Float64Array {
  const span = Math.ceil((hold + 1) / 5);
  const own = Array.from({ length: weeks + span }, () => 0.02 * normal(random) + drift);
  return Float64Array.from({ length: weeks }, (_, w) => own.slice(w, w + span).reduce((a, x) => a + x, 0));
}

describe("what a market gate adds", () => {
  const made = Float64Array.of(0.02, -0.01, 0.03, 0.01, -0.04, 0.02);
  const without = { made, invested: new Uint8Array(6).fill(1) };
  const open = Uint8Array.of(1, 0, 1, 1, 0, 1);
  const gated = { made: made.map((x, w) => (open[w] === 1 ? x : 0)), invested: open };

  it("is what idle money and what timing give", () => {
    const found = marketGateDifference(gated, without, 1);
    expect(found.mean).toBeCloseTo(0.05 / 6, 12);
    expect(found.cash).toBeCloseTo((4 / 6 - 1) * (0.03 / 6), 12);
    expect(found.timing).toBeCloseTo(0.08 / 6 - (4 / 6) * (0.03 / 6), 12);
    expect(found.cash + found.timing).toBeCloseTo(found.mean, 12);
  });

  it("is the plain difference where it is always invested", () => {
    const other = { made: made.map((x) => x + 0.001), invested: without.invested };
    const [market, plain] = [marketGateDifference(other, without, 1), gateDifference(other, without, 1)];
    expect(market.cash).toBe(0);
    expect(market.timing).toBeCloseTo(plain.mean, 12);
    expect(market.interval[0]).toBeCloseTo(plain.interval[0], 10);
  });

  it("has its interval from draws that take means and q from the same weeks", () => {
    const random = seeded(11);
    const n = 90;
    const block = 6;
    const all = overlapping(random, n, 5, 0.001);
    const in1 = Uint8Array.from({ length: n }, () => (random() < 0.9 ? 1 : 0));
    const in2 = in1.map((x) => (random() < 0.6 ? x : 0));
    const before = { made: all.map((x, w) => x * in1[w]!), invested: in1 };
    const after = { made: all.map((x, w) => x * in2[w]!), invested: in2 };
    const draws = seeded(1);
    const figures: number[] = [];
    const timing = (rows: readonly number[]) => {
      const mean = (of: (w: number) => number) => rows.reduce((sum, w) => sum + of(w), 0) / rows.length;
      const q = mean((w) => in2[w]!) / mean((w) => in1[w]!);
      return mean((w) => after.made[w]!) - q * mean((w) => before.made[w]!);
    };
    for (let draw = 0; draw < 2000; draw++) {
      const rows: number[] = [];
      for (let j = 0; j < Math.ceil(n / block); j++) {
        const start = Math.floor(n * draws());
        for (let i = 0; i < block; i++) rows.push((start + i) % n);
      }
      figures.push(timing(rows.slice(0, n)));
    }
    const mean = figures.reduce((a, x) => a + x, 0) / figures.length;
    const sd = Math.sqrt(figures.reduce((a, x) => a + (x - mean) ** 2, 0) / figures.length);
    const k = n / block;
    const center = timing(Array.from({ length: n }, (_, w) => w));
    const reach = studentT(0.975, k - 1) * sd * Math.sqrt(k / (k - 1));
    const found = marketGateDifference(after, before, block);
    expect(found.timing).toBeCloseTo(center, 12);
    expect(found.interval[0]).toBeCloseTo(center - reach, 9);
    expect(found.interval[1]).toBeCloseTo(center + reach, 9);
  });

  it("is nothing of no weeks", () => {
    const none = { made: new Float64Array(0), invested: new Uint8Array(0) };
    expect(marketGateDifference(none, none, 3).interval).toEqual([NaN, NaN]);
    expect(gateDifference(none, none, 3)).toEqual({ mean: NaN, interval: [NaN, NaN] });
  });
});

describe("the worst month", () => {
  it("is the calendar month with the lowest mean of its weeks", () => {
    // Fridays of January, January, February and again January a year on.
    expect(worstMonth(Float64Array.of(0.02, -0.05, -0.02, 0.01), [20_455, 20_462, 20_490, 20_820])).toEqual({
      mean: -0.02,
      month: 1,
    });
    expect(worstMonth(new Float64Array(0), [])).toEqual({ mean: NaN, month: -1 });
  });
});

/*
 * Worlds without any effect: members share the market's moves and have their own; whom a rule picks, and when a gate is open, has
 * nothing to do with what comes. The intervals are to hold zero about as often as they say.
 */
describe("in worlds without effects", () => {
  const WORLDS = 300;
  const weeks = 520;
  const hold = 10;
  const block = blockOfWeeks(hold);

  function world(seed: number) {
    const random = seeded(seed);
    const market = overlapping(random, weeks, hold, 0.003);
    const made = Array.from({ length: 16 }, () => overlapping(random, weeks, hold, 0).map((x, w) => x + market[w]!));
    // What picks lasts for some weeks, as trends and regimes do.
    const lasting = () => {
      let on = 0;
      return Uint8Array.from({ length: weeks }, () => (random() < 0.15 ? (on = random() < 0.6 ? 1 : 0) : on));
    };
    const passes = made.map(lasting);
    return { made, passes, open: lasting() };
  }
  const everyone = Array.from({ length: 16 }, () => new Uint8Array(weeks).fill(1));
  const gated = (made: readonly Float64Array[], passes: readonly Uint8Array[]) => {
    const { bought, gross } = selectionReturns(made, selections(weeks, { members: everyone, passes }));
    return {
      gross,
      made: gross.map((x) => (Number.isNaN(x) ? 0 : x)),
      invested: Uint8Array.from(bought, (n) => (n > 0 ? 1 : 0)),
    };
  };

  it("each interval covers zero in 92 to 97% of them", () => {
    const covered = { beyond: 0, stock: 0, market: 0 };
    const holds = ([low, high]: readonly [number, number]) => (low <= 0 && high >= 0 ? 1 : 0);
    for (let seed = 1; seed <= WORLDS; seed++) {
      const { made, passes, open } = world(seed);
      const none = gated(made, everyone);
      const stock = gated(made, passes);
      const market = gated(
        made,
        made.map(() => open),
      );
      const base = returnsOfMembers(made, everyone).gross;
      const beyond = stock.gross.map((x, w) => x - base[w]!).filter((x) => !Number.isNaN(x));
      covered.beyond += holds(blockInterval(beyond, block));
      covered.stock += holds(gateDifference(stock, none, block).interval);
      covered.market += holds(marketGateDifference(market, none, block).interval);
    }
    for (const n of Object.values(covered)) {
      expect(n / WORLDS).toBeGreaterThanOrEqual(0.92);
      expect(n / WORLDS).toBeLessThanOrEqual(0.97);
    }
  });
});
