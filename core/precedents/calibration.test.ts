import { describe, expect, it } from "vitest";
import { outcomes, effectiveSamples, reDatingP, resultsOf, tradeAt, wilsonInterval, withoutOverlaps, type TradePlan } from "..";
import { seeded } from "../testing";

/*
 * What the statistics say of worlds in which nothing is to be found: volatility in clusters, falls rougher than rises, one
 * instrument or twenty that move together, a condition of each or of their market, overlaps thinned or kept.
 */

const WORLDS = 400;
const SESSIONS = 500;

interface World {
  readonly market: Float64Array;
  readonly closes: readonly Float64Array[];
}

function makeWorld(seed: number, instruments: number): World {
  const random = seeded(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const closes = Array.from({ length: instruments }, () => new Float64Array(SESSIONS));
  const market = new Float64Array(SESSIONS);
  let variance = 1e-4;
  let common = 0;
  const levels = closes.map(() => 100);
  let level = 100;
  for (let s = 0; s < SESSIONS; s++) {
    // A fall raises what is to come more than a rise does.
    variance = 4e-6 + 0.86 * variance + (common < 0 ? 0.16 : 0.04) * common * common;
    common = Math.sqrt(variance) * normal();
    level *= Math.exp(common);
    market[s] = level;
    closes.forEach((column, i) => {
      levels[i]! *= Math.exp((instruments === 1 ? 0 : 0.7) * common + Math.sqrt(variance) * normal());
      column[s] = levels[i]!;
    });
  }
  return { market, closes };
}

const lowOf = (close: Float64Array, n: number, t: number) => {
  for (let k = 1; k < n; k++) if (close[t - k]! < close[t]!) return false;
  return true;
};
const occurrencesIn = (close: Float64Array) =>
  [...Array(SESSIONS - 20).keys()].map((k) => k + 20).filter((t) => lowOf(close, 10, t));

const PLAN: TradePlan = { entry: "close", hold: 5, exit: "close", side: 1, costBp: 0 };

function judge(seed: number, { many, ofMarket, thinned }: { many: boolean; ofMarket: boolean; thinned: boolean }) {
  const { market, closes } = makeWorld(seed, many ? 20 : 1);
  const plan = PLAN;
  const ofAll = ofMarket ? occurrencesIn(market) : undefined;
  const given = closes.map((close) => {
    const bars = { open: close, high: close, low: close, close };
    const base = resultsOf(bars, plan).fill(NaN, 0, 20);
    const found = ofAll ?? occurrencesIn(close);
    const kept = thinned ? withoutOverlaps(found, plan) : found;
    const trades = kept.map((t) => tradeAt(bars, plan, t)!).filter((trade) => trade.sold >= 0);
    const known = base.filter((x) => !Number.isNaN(x));
    return { trades, base, mean: known.reduce((a, b) => a + b, 0) / known.length };
  });
  const p = reDatingP(
    given.map(({ trades, base, mean }) => ({
      deviations: base.subarray(20, SESSIONS - 5).map((x) => x - mean),
      occurrences: trades.map(({ t }) => t - 20),
    })),
    plan.hold,
  );
  const trades = given.flatMap((g) => g.trades);
  const own = outcomes(trades.map((trade) => trade.result));
  const n =
    thinned && !many
      ? own.n
      : effectiveSamples(
          trades.map((trade) => ({ session: trade.entered, won: trade.result > 0 })),
          plan.hold,
        );
  const [low, high] = wilsonInterval(own.winRate * n, n);
  // Ups and downs of any size are equally likely, whatever came before.
  return { p, covered: low <= 0.5 && 0.5 <= high };
}

describe(`in ${WORLDS} worlds without effects`, () => {
  it.each([
    { many: false, ofMarket: false, thinned: true },
    { many: false, ofMarket: false, thinned: false },
    { many: true, ofMarket: false, thinned: true },
    { many: true, ofMarket: true, thinned: true },
    { many: true, ofMarket: true, thinned: false },
  ])(
    "p is below 5% in 2 to 8%, and the intervals cover in 90 to 97%: %o",
    (kind) => {
      let [small, covered] = [0, 0];
      for (let seed = 1; seed <= WORLDS; seed++) {
        const found = judge(seed, kind);
        if (found.p < 0.05) small++;
        if (found.covered) covered++;
      }
      expect(small / WORLDS).toBeGreaterThanOrEqual(0.02);
      expect(small / WORLDS).toBeLessThanOrEqual(0.08);
      expect(covered / WORLDS).toBeGreaterThanOrEqual(0.9);
      expect(covered / WORLDS).toBeLessThanOrEqual(0.97);
    },
    120_000,
  );
});
