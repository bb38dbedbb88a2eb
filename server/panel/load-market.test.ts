import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { Knex } from "knex";
import { isMember, barsOf, firstFrom } from "@core";
import type { Dataset, InstrumentBars, InstrumentRow } from "@core/columns/dataset";
import { openDatabase } from "../db.server";
import { writeDataset } from "../transfer/write-dataset.server";
import { loadMarkets, makePanel } from "./load-market.server";

const instrument = (ticker: string, kind: InstrumentRow["kind"] = "stock", market = "HOME"): InstrumentRow => ({
  ticker,
  name: ticker,
  kind,
  market,
  currency: "ALD",
  listed: null,
  delisted: null,
  sector: null,
  industry: null,
  temperament: null,
  leverage: null,
  marketValueShares: null,
});
const bars = (ticker: string, rows: Record<number, number>): InstrumentBars => {
  const days = Object.keys(rows).map(Number);
  const close = Float64Array.from(Object.values(rows));
  return { ticker, days: Int32Array.from(days), open: close, high: close, low: close, close, volume: close.map(() => 5) };
};

const loadMarket = async (db: Knex, market: string) => (await loadMarkets(db, 1)).get(market)!;

describe("the panel", () => {
  it("has the days on which a stock has a bar as its sessions; other bars on other days are left out", () => {
    const panel = makePanel(
      [instrument("A"), instrument("B"), instrument("I", "index")],
      [bars("A", { 10: 1, 12: 2 }), bars("B", { 11: 3 }), bars("I", { 9: 100, 10: 101, 12: 102, 13: 103 })],
    );
    expect([...panel.sessions]).toEqual([10, 11, 12]);
    expect([...panel.close]).toEqual([1, NaN, 2, NaN, 3, NaN, 101, NaN, 102]);
    expect([...panel.first]).toEqual([0, 1, 0]);
    expect([0, 1, 2].map((i) => barsOf(panel, i)[1] - 1)).toEqual([2, 1, 2]);
  });
  it("takes its instruments' days where there are no stocks", () => {
    expect([...makePanel([instrument("I", "index")], [bars("I", { 9: 1, 13: 2 })]).sessions]).toEqual([9, 13]);
  });
  it("of nothing is empty", () => {
    expect(makePanel([], []).sessions).toHaveLength(0);
    expect([...makePanel([instrument("A")], [bars("A", {})]).first]).toEqual([-1]);
  });
  it("does not take a row without a close for a bar", () => {
    const panel = makePanel([instrument("A")], [bars("A", { 10: 1, 11: NaN, 12: 3 })]);
    expect([...panel.sessions]).toEqual([10, 12]);
  });
  it("finds sessions by day", () => {
    const sessions = Int32Array.of(10, 12, 15);
    expect([9, 10, 11, 15, 16].map((d) => firstFrom(sessions, d))).toEqual([0, 0, 1, 2, 3]);
  });
});

describe("a market read from the database", () => {
  let db: Knex;
  beforeEach(async () => {
    db = await openDatabase(":memory:");
  });
  afterEach(() => db.destroy());
  const home = { market: "HOME", name: "Home", currency: "ALD", broadIndex: "I", volatilityIndex: null };
  const dataset: Dataset = {
    markets: [home, { ...home, market: "AWAY", broadIndex: null }],
    instruments: [instrument("B"), instrument("A"), instrument("I", "index"), instrument("Z", "stock", "AWAY")],
    bars: [
      bars("A", { 10: 1, 11: 2, 14: 3 }),
      bars("B", { 10: 4, 14: 5 }),
      bars("I", { 10: 100, 11: 101, 14: 102 }),
      bars("Z", { 20: 1 }),
    ],
    membership: [
      { group: "I", kind: "index", ticker: "A", from: 5, to: 10, weight: null },
      { group: "I", kind: "index", ticker: "A", from: 12, to: null, weight: null },
      { group: "I", kind: "index", ticker: "B", from: 11, to: null, weight: null },
      { group: "abroad", kind: "list", ticker: "Z", from: 1, to: null, weight: 0.5 },
    ],
    holidays: [{ market: "HOME", date: 12, known: 3 }],
    fundamentals: [
      {
        ticker: "B",
        known: 10,
        eps: 1,
        epsExpected: null,
        growth: 5,
        salesGrowth: null,
        dividend: null,
        shares: 7,
        nextReport: 14,
      },
      {
        ticker: "A",
        known: 11,
        eps: 2,
        epsExpected: null,
        growth: null,
        salesGrowth: null,
        dividend: null,
        shares: null,
        nextReport: null,
      },
      {
        ticker: "B",
        known: 8,
        eps: 0.5,
        epsExpected: null,
        growth: null,
        salesGrowth: null,
        dividend: null,
        shares: null,
        nextReport: null,
      },
    ],
  };
  it("stands by ticker, with its members as runs of sessions", async () => {
    await writeDataset(db, dataset);
    const data = await loadMarket(db, "HOME");
    expect(data.instruments.map((i) => i.ticker)).toEqual(["A", "B", "I"]);
    expect(data.groups.map((g) => g.name)).toEqual(["I"]);
    const membersOn = (s: number) => [0, 1, 2].filter((i) => isMember(data.universe, i, s));
    // Sessions 10, 11, 14: A left after 10 and came back before 14, B joined on 11.
    expect([membersOn(0), membersOn(1), membersOn(2)]).toEqual([[0], [1], [0, 1]]);
    expect(data.holidays).toEqual(dataset.holidays);
  });
  it("has its fundamentals by instrument and day, NaN where a cell was empty", async () => {
    await writeDataset(db, dataset);
    const { offset, known, values } = (await loadMarket(db, "HOME")).fundamentals;
    expect([...offset]).toEqual([0, 1, 3, 3]);
    expect([...known]).toEqual([11, 8, 10]);
    expect([...values.slice(14)]).toEqual([1, NaN, 5, NaN, NaN, 7, 14]);
  });
  it("takes every stock for a member where there is no broad index", async () => {
    await writeDataset(db, dataset);
    const data = await loadMarket(db, "AWAY");
    expect(isMember(data.universe, 0, 0)).toBe(true);
    expect(data.groups.map((g) => g.name)).toEqual(["abroad"]);
  });
  it("is shared memory, so that threads need no copy", async () => {
    await writeDataset(db, dataset);
    const { panel } = await loadMarket(db, "HOME");
    expect([panel.sessions, panel.close, panel.volume].every((c) => c.buffer instanceof SharedArrayBuffer)).toBe(true);
  });
});
