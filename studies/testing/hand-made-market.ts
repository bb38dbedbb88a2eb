import { membershipRuns } from "@core";
import type { InstrumentRow } from "@core/columns/dataset";
import type { MarketData } from "@studies/market/market-data";

/** A stock (or another instrument) of a market made by hand: its closes, NaN on sessions without a bar. */
export interface HandMade {
  readonly ticker: string;
  readonly closes: readonly number[];
  readonly sector?: string;
  readonly industry?: string;
  readonly kind?: InstrumentRow["kind"];
  /** Sessions in the universe, inclusive [all]. */
  readonly member?: readonly [number, number];
}

/** A market made by hand; sessions are Mondays to Fridays from Monday 5 January 2026. Highs and lows are one percent off. */
export function handMadeMarket(instruments: readonly HandMade[], broadIndex: string | null = null): MarketData {
  const list = [...instruments].sort((a, b) => (a.ticker < b.ticker ? -1 : 1));
  const n = list[0]!.closes.length;
  const column = (of: (close: number) => number) => {
    const out = new Float64Array(n * list.length);
    list.forEach((i, k) => {
      out.set(
        i.closes.map((c) => of(c)),
        k * n,
      );
    });
    return out;
  };
  const has = (i: HandMade) => i.closes.map((c, s) => (Number.isNaN(c) ? -1 : s)).filter((s) => s >= 0);
  const stocks = (i: HandMade) => (i.kind ?? "stock") === "stock";
  return {
    version: 1,
    lineage: "hand",
    memberships: 1,
    settled: n,
    market: { market: "HAND", name: "Handmade", currency: "ALD", broadIndex, volatilityIndex: null },
    panel: {
      sessions: Int32Array.from({ length: n }, (_, s) => 20_458 + 7 * Math.floor(s / 5) + (s % 5)),
      count: list.length,
      stride: n,
      first: Int32Array.from(list, (i) => has(i)[0] ?? -1),
      open: column((c) => c),
      high: column((c) => c * 1.01),
      low: column((c) => c * 0.99),
      close: column((c) => c),
      volume: column((c) => (Number.isNaN(c) ? NaN : 100)),
    },
    instruments: list.map((i) => ({
      ticker: i.ticker,
      name: `${i.ticker} Works`,
      kind: i.kind ?? "stock",
      market: "HAND",
      currency: "ALD",
      listed: null,
      delisted: null,
      sector: i.sector ?? null,
      industry: i.industry ?? null,
      temperament: null,
      leverage: null,
      marketValueShares: null,
    })),
    groups: [{ name: "picked", kind: "list", spans: membershipRuns(list.map((_, k) => (k < 2 ? [[3, n - 1]] : []))) }],
    universe: membershipRuns(list.map((i) => (stocks(i) ? [i.member ?? [0, n - 1]] : []))),
    holidays: [],
    fundamentals: {
      offset: Int32Array.from({ length: list.length + 1 }, (_, i) => (i === 0 ? 0 : 3)),
      known: Int32Array.of(20_458, 20_460, 20_465),
      // eps, eps expected, growth, sales growth, dividend, shares, next report
      values: Float64Array.of(
        1,
        1.1,
        5,
        3,
        0.2,
        1000,
        20_464,
        NaN,
        1.2,
        NaN,
        NaN,
        NaN,
        NaN,
        NaN,
        2,
        NaN,
        7,
        NaN,
        NaN,
        1100,
        20_550,
      ),
    },
  };
}

/** Closes that grow by a rate a session. */
export function growing(from: number, rate: number, sessions: number): number[] {
  return Array.from({ length: sessions }, (_, s) => from * (1 + rate) ** s);
}
