import { describe, expect, it } from "vitest";
import { isoDate } from "@core";
import { seeded } from "@core/testing";
import { Market } from "@studies/market/market";
import { handMadeMarket, type HandMade } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { periodMap } from "./period-map";

/* Every figure of a member over a period by a plain walk over its bars. */

const N = 340;
const SECTORS = ["Fish", "Nets", "Salt"];

function walk(seed: number, drift: number): number[] {
  const random = seeded(seed);
  let price = 40;
  return Array.from({ length: N }, () => (price *= 1 + drift + 0.016 * (random() - 0.5)));
}

const stocks = Array.from({ length: 12 }, (_, k): HandMade => {
  const closes = walk(k + 3, 0.0012 * (k - 4));
  return {
    ticker: `S${String(k).padStart(2, "0")}`,
    // One has no bar on the last day, one none for a while at the first, one none at all until later.
    closes: closes.map((c, s) => ((k === 2 && s === 299) || (k === 3 && s > 230 && s <= 240) || (k === 5 && s < 260) ? NaN : c)),
    sector: SECTORS[k % 3]!,
    // One left the members before, one joined after.
    ...(k === 7 ? { member: [0, 239] as const } : k === 8 ? { member: [241, N - 1] as const } : {}),
  };
});
const made = handMadeMarket([...stocks, { ticker: "IDX", closes: walk(90, 0.0004), kind: "index" }], "IDX");
const random = seeded(8);
const data = {
  ...made,
  panel: { ...made.panel, volume: made.panel.close.map((c) => (Number.isNaN(c) ? NaN : 50 + Math.floor(100 * random()))) },
};
const market = new Market(data, N - 1);
const [A, B] = [240, 299];
const day = (s: number) => isoDate(market.sessions[s]!);
const r = periodMap.ask(market, periodMap.params.parse({ from: day(A), to: day(B) }));
const barsOf = (ticker: string, column: "close" | "volume") => market.bars(column, market.find(ticker)!.index);

/** An exponential average as it is taught: the mean of the first n, then a step of 2 / (n + 1) towards each close. */
function plainAverage(closes: ArrayLike<number>, n: number): number[] {
  const out: number[] = [];
  const first: number[] = [];
  let value = NaN;
  for (let s = 0; s < closes.length; s++) {
    const c = closes[s]!;
    if (!Number.isNaN(c)) {
      if (first.length < n) first.push(c);
      if (first.length === n)
        value = Number.isNaN(value) ? first.reduce((a, b) => a + b) / n : value + (2 / (n + 1)) * (c - value);
    }
    out.push(Number.isNaN(c) ? NaN : value);
  }
  return out;
}

describe("the figures of a period", () => {
  it("are of those who were members on its first day and had a close then", () => {
    const expected = stocks.map((s) => s.ticker).filter((ticker) => !["S03", "S05", "S07", "S08"].includes(ticker));
    expect(r.rows.map((row) => row.key).sort()).toEqual(expected);
    // One has no close near enough to the first day; the one that has no bar until later is not known then.
    expect(r.unknown).toBe(1);
    expect([r.from, r.to, r.sessions]).toEqual([market.sessions[A], market.sessions[B], B - A]);
  });

  it("are what each made from close to close, the last one there was where it has none on the last day", () => {
    for (const row of r.rows) {
      const close = barsOf(row.ticker, "close");
      const end = row.ticker === "S02" ? B - 1 : B;
      expect(row.change).toBeCloseTo(close[end]! / close[A]! - 1, 12);
      expect(row.ended).toBe(row.ticker === "S02");
    }
    const index = barsOf("IDX", "close");
    expect(r.reference).toBeCloseTo(index[B]! / index[A]! - 1, 12);
    const sorted = r.rows.map((row) => row.change);
    expect(sorted).toEqual([...sorted].sort((a, b) => b - a));
    expect(r.median).toBeCloseTo((sorted[3]! + sorted[4]!) / 2, 12);
    expect(r.rose).toBe(sorted.filter((x) => x > 0).length);
  });

  it("say who closed above its averages on every session of it, the first and last included", () => {
    const averages = new Map(
      stocks.map(({ ticker }) => [ticker, [50, 200].map((n) => plainAverage(barsOf(ticker, "close"), n))] as const),
    );
    let [yes, no] = [0, 0];
    // Single sessions too, of which each is decided by itself.
    for (const [from, to] of [[A, B], ...Array.from({ length: 138 }, (_, k) => [201 + k, 201 + k] as const)] as const) {
      const { rows } = periodMap.ask(market, periodMap.params.parse({ from: day(from), to: day(to) }));
      for (const row of rows) {
        const close = barsOf(row.ticker, "close");
        // Who has no bar in it held above nothing.
        const bars = Array.from({ length: to - from + 1 }, (_, k) => from + k).filter((s) => !Number.isNaN(close[s]));
        const held = averages.get(row.ticker)!.map((average) => bars.length > 0 && bars.every((s) => close[s]! > average[s]!));
        expect([row.ticker, from, row.held50, row.held200]).toEqual([row.ticker, from, ...held]);
        if (held[0]) yes++;
        else no++;
      }
    }
    expect(Math.min(yes, no)).toBeGreaterThan(100);
  });

  it("set the volume after the first day against that of the fifty bars that end with it", () => {
    for (const row of r.rows) {
      const volume = barsOf(row.ticker, "volume");
      const mean = (from: number, to: number) => {
        const own = Array.from(volume.slice(from, to + 1)).filter((v) => !Number.isNaN(v));
        return own.reduce((a, b) => a + b, 0) / own.length;
      };
      expect(row.volumeRise).toBeCloseTo(mean(A + 1, B) / mean(A - 49, A) - 1, 12);
    }
  });

  it("are told: the index, the median, how many rose and who held up", () => {
    const text = saidAll(periodMap.reading(r));
    expect(text).toContain(`In the ${B - A} sessions to`);
    expect(text).toContain(`; ${r.rose} rose.`);
    const held = r.rows.filter((row) => row.held50).length;
    expect(text).toContain(`${held} held above`);
  });

  it("begin with the session of a day or the one before it, the first of all where there is none", () => {
    const of = (from: string, to: string) => periodMap.ask(market, periodMap.params.parse({ from, to }));
    // A Sunday is that of the Friday before.
    const sunday = isoDate(market.sessions[244]! + 2);
    expect(of(sunday, day(B)).from).toBe(market.sessions[244]);
    expect(of("1999-01-01", day(B)).from).toBe(market.sessions[0]);
    expect(of(day(A), "2099-01-01").to).toBe(market.sessions[N - 1]);
  });
});
