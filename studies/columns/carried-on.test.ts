import { describe, expect, it } from "vitest";
import { seeded } from "@core/testing";
import { derivedColumns, deriveWhole, handOn, type PerInstrument, type PerSession } from "@studies/market/derived";
import { FUNDAMENTAL_FIELDS, type DerivedColumns, type MarketData } from "@studies/market/market-data";
import { handMadeMarket, type HandMade } from "@studies/testing/hand-made-market";
import { averageColumn } from "./averages";
import { holidayColumns, placesColumns } from "./calendar";
import { compositeColumn, groupSeries, referenceColumns } from "./composites";
import { advancesColumns, extremesColumns, internalsColumns } from "./internals";
import { participationColumns, participationPercents } from "./participation";
import { regimeColumns, volatilitySlopeColumns } from "./regime";
import { overallColumn, resilienceColumn, stayingColumn, strengthColumn, trendColumn, valueColumn } from "./scores";
import { setupsColumn, turnoverColumn, turnsColumn } from "./setups";
import { laneColumns, pressureColumn, stanceCountColumns } from "./timing";
import { stopSideColumn } from "./trailing-stops";

/*
 * What was derived of a market and is carried on with the sessions that come is what is derived of all of them anew, bit for bit:
 * with halts, stocks that are new, and a session in progress that ended elsewhere.
 */

const N = 640;
const SECTORS = ["Fish", "Ships"];

function walk(seed: number, { from = 0, halted = 0 } = {}): number[] {
  const random = seeded(seed);
  let price = 20 + 10 * random();
  return Array.from({ length: N }, (_, s) => {
    price *= 1 + 0.03 * (random() - 0.495);
    return s < from || random() < halted ? NaN : price;
  });
}

const stocks = Array.from({ length: 8 }, (_, k): HandMade => {
  const sector = SECTORS[k % 2]!;
  // One is listed late, one later than anything is known of it, and two have sessions without a bar.
  const from = k === 3 ? 500 : k === 6 ? N - 3 : 0;
  return { ticker: `S${k}`, closes: walk(k + 1, { from, halted: k > 5 ? 0.05 : 0 }), sector, industry: `${sector} ${k % 4}` };
});
const bare = handMadeMarket([...stocks, { ticker: "IDX", closes: walk(50), kind: "index" }], "IDX");
const data: MarketData = { ...bare, fundamentals: reported() };

/** Earnings and growth of each stock, known every quarter for ten years and on. */
function reported(): MarketData["fundamentals"] {
  const random = seeded(9);
  const quarters = 52;
  const fields = FUNDAMENTAL_FIELDS.length;
  const rows = bare.instruments.flatMap(({ kind }) => (kind === "stock" ? Array.from({ length: quarters }, (_, q) => q) : []));
  const values = new Float64Array(rows.length * fields).fill(NaN);
  rows.forEach((_, row) => {
    values[row * fields + FUNDAMENTAL_FIELDS.indexOf("eps")] = 0.5 + random();
    values[row * fields + FUNDAMENTAL_FIELDS.indexOf("growth")] = 20 * random();
  });
  let count = 0;
  return {
    offset: Int32Array.from([0, ...bare.instruments.map(({ kind }) => (count += kind === "stock" ? quarters : 0))]),
    known: Int32Array.from(rows, (q) => bare.panel.sessions[0]! - 3650 + 91 * q),
    values,
  };
}

/** The market up to a session that is still in progress, on which every bar stands elsewhere than at its close. */
function inProgress(sessions: number): MarketData {
  const { panel } = data;
  // What has no bar at the close had one meanwhile.
  const moved = (column: Float64Array) =>
    column.map((x, at) => (at % panel.stride === sessions - 1 ? 1.07 * (Number.isNaN(x) ? column[at - 1]! : x) : x));
  const { open, high, low, close, volume } = panel;
  return {
    ...upTo(sessions),
    settled: sessions - 1,
    panel: {
      ...panel,
      ...{ open: moved(open), high: moved(high), low: moved(low), close: moved(close), volume: moved(volume) },
      sessions: panel.sessions.slice(0, sessions),
    },
  };
}

const upTo = (sessions: number): MarketData => ({
  ...data,
  settled: sessions,
  panel: { ...data.panel, sessions: data.panel.sessions.slice(0, sessions) },
});

const perInstrument: readonly PerInstrument[] = [
  ...[5, 50].map((n) => averageColumn("ema", n)),
  averageColumn("sma", 20),
  ...[stopSideColumn, turnsColumn, setupsColumn],
  ...[trendColumn, valueColumn, resilienceColumn, overallColumn, strengthColumn, stayingColumn],
];
const perSession: readonly PerSession<DerivedColumns>[] = [
  ...[compositeColumn, groupSeries("sector:Fish"), referenceColumns, regimeColumns, volatilitySlopeColumns],
  ...[
    participationColumns("ema"),
    participationColumns("sma"),
    participationPercents("ema"),
    participationColumns("ema", "sector:Ships"),
  ],
  ...[advancesColumns(), extremesColumns(), internalsColumns(), internalsColumns("sector:Fish"), turnoverColumn("market:")],
  ...[pressureColumn, stanceCountColumns, laneColumns, placesColumns("month"), holidayColumns],
];

/** The values of a column on the sessions that there are, as text. */
function textOf(of: MarketData, column: PerInstrument | PerSession<DerivedColumns>): string[] {
  const { stride, sessions } = of.panel;
  const value = deriveWhole<Float64Array | DerivedColumns>(of, column);
  if (!(value instanceof Float64Array)) return Object.entries(value).map(([key, own]) => `${key} ${own.join()}`);
  const rows = value.length / stride;
  return Array.from({ length: rows }, (_, row) => value.subarray(row * stride, row * stride + sessions.length).join());
}

describe("derived columns", () => {
  // A whole week of days on which it may be: what a week's end decides is written on one of them.
  for (const [back, more] of [[3, 0], ...[3, 4, 5, 6, 7].map((k) => [k, 3] as const)] as const) {
    it(`carried on from ${back} sessions before the end over ${more} more are what all of it gives anew`, () => {
      const [earlier, later] = [inProgress(N - back), upTo(N - back + more)];
      const all = [...perInstrument, ...perSession];
      for (const column of all) deriveWhole<Float64Array | DerivedColumns>(earlier, column);
      handOn(earlier, later);
      expect(derivedColumns(later).size).toBeGreaterThanOrEqual(all.length);
      const fresh = { ...later };
      for (const column of all) expect([column.name, textOf(later, column)]).toEqual([column.name, textOf(fresh, column)]);
    });
  }

  it("say something: each has values that differ", () => {
    for (const column of [...perInstrument, ...perSession]) {
      // There is neither a volatility index nor a holiday.
      if (column === volatilitySlopeColumns || column === holidayColumns) continue;
      expect([column.name, new Set(textOf(data, column).join().split(",")).size > 3]).toEqual([column.name, true]);
    }
  });
});
