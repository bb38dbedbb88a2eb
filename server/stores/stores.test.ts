import type { Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { epochDay } from "@core";
import type { FundamentalsRow, InstrumentBars, InstrumentRow } from "@core/columns/dataset";
import { openDatabase } from "../db.server";
import { fromBlocks, toBlocks } from "./bar-block";
import { getBars, mergeBars, readBars } from "./bars-store.server";
import { listFundamentals, mergeFundamentals } from "./fundamentals-store.server";
import { listInstruments, upsertInstruments } from "./instruments-store.server";
import { listHolidays, listMarkets, replaceHolidays, upsertMarkets } from "./markets-store.server";
import { listMemberships, replaceMemberships } from "./memberships-store.server";
import { bumpDataVersion, findMeta, getDataVersion, putMeta } from "./meta-store.server";

let db: Knex;
beforeEach(async () => {
  db = await openDatabase(":memory:");
  await db.transaction((trx) => upsertMarkets(trx, [HOME]));
});
afterEach(() => db.destroy());

const HOME = { market: "HOME", name: "Home", currency: "ALD", broadIndex: null, volatilityIndex: null };
const stock: InstrumentRow = {
  ticker: "AAA",
  name: "Aa",
  kind: "stock",
  market: "HOME",
  currency: "ALD",
  listed: 100,
  delisted: null,
  sector: "Shipyards",
  industry: "Cargo yards",
  temperament: "cyclical",
  leverage: null,
  marketValueShares: 12.5,
};
const barsAt = (days: readonly number[], close: number): InstrumentBars => {
  const column = (x: number) => Float64Array.from(days, (_, k) => x + k / 7);
  return {
    ticker: "AAA",
    days: Int32Array.from(days),
    open: column(close),
    high: column(close + 1),
    low: column(close - 1),
    close: column(close),
    volume: column(NaN),
  };
};

describe("bar blocks", () => {
  it("cut bars by the year and put them together again, bit for bit", () => {
    const days = ["2023-12-28", "2023-12-29", "2024-01-02", "2026-05-05"].map(epochDay);
    const bars = barsAt(days, 10);
    const blocks = toBlocks(bars);
    expect(blocks.map((b) => [b.year, b.bars])).toEqual([
      [2023, 2],
      [2024, 1],
      [2026, 1],
    ]);
    expect(fromBlocks("AAA", blocks)).toEqual(bars);
  });
  it("are read from wherever the driver put them in memory", () => {
    const [block] = toBlocks(barsAt([20_000, 20_001, 20_002], 5));
    const moved = Buffer.concat([Buffer.from([1, 2, 3]), block!.block]).subarray(3);
    expect(fromBlocks("AAA", [{ ...block!, block: moved }])).toEqual(barsAt([20_000, 20_001, 20_002], 5));
  });
  it("are named when they are damaged", () => {
    const [block] = toBlocks(barsAt([20_000, 20_001, 20_002], 5));
    for (const at of [0, 30, block!.block.length - 1]) {
      const damaged = Buffer.from(block!.block);
      damaged[at]! ^= 1;
      expect(() => fromBlocks("AAA", [{ ...block!, block: damaged }])).toThrow("The bars of AAA of 2024 are damaged");
    }
    expect(() => fromBlocks("AAA", [{ ...block!, block: block!.block.subarray(8) }])).toThrow("damaged");
    expect(() => fromBlocks("AAA", [{ ...block!, bars: 2 }])).toThrow("damaged");
  });
  it("of nothing are none", () => {
    expect(toBlocks(barsAt([], 1))).toEqual([]);
    expect(fromBlocks("AAA", []).days).toHaveLength(0);
  });
});

describe("stores", () => {
  it("instruments are added, overwritten by ticker, and come back whole", async () => {
    await db.transaction((trx) => upsertInstruments(trx, [stock, { ...stock, ticker: "BBB", market: null }]));
    const ids = await db.transaction((trx) => upsertInstruments(trx, [{ ...stock, name: "Aa Yards" }]));
    expect([...ids.keys()].sort()).toEqual(["AAA", "BBB"]);
    const { id: _id, ...row } = (await listInstruments(db, "HOME"))[0]!;
    expect(row).toEqual({ ...stock, name: "Aa Yards" });
    expect(await listInstruments(db)).toHaveLength(2);
  });
  it("an instrument of a market that is not there is refused", async () => {
    await expect(db.transaction((trx) => upsertInstruments(trx, [{ ...stock, market: "NOWHERE" }]))).rejects.toThrow(
      /FOREIGN KEY/,
    );
  });
  it("bars are merged by day within and across years", async () => {
    const id = (await db.transaction((trx) => upsertInstruments(trx, [stock]))).get("AAA")!;
    const days = ["2024-12-30", "2024-12-31", "2025-01-02", "2025-01-03"].map(epochDay);
    await db.transaction((trx) => mergeBars(trx, id, barsAt([days[0]!, days[1]!, days[3]!], 10)));
    await db.transaction((trx) => mergeBars(trx, id, barsAt([days[1]!, days[2]!], 50)));
    const merged = await getBars(db, id, "AAA");
    expect([...merged.days]).toEqual(days);
    expect([...merged.close]).toEqual([10, 50, 50 + 1 / 7, 10 + 2 / 7]);
    const seen: string[] = [];
    await readBars(
      db,
      [
        { id, ticker: "AAA" },
        { id: 99, ticker: "NONE" },
      ],
      (b, k) => seen.push(`${k} ${b.ticker} ${b.days.length}`),
    );
    expect(seen).toEqual(["0 AAA 4", "1 NONE 0"]);
  });
  it("fundamentals are merged by the day they became known", async () => {
    const ids = await db.transaction((trx) => upsertInstruments(trx, [stock]));
    const row = (known: number, eps: number): FundamentalsRow => ({
      ticker: "AAA",
      known,
      eps,
      epsExpected: null,
      growth: null,
      salesGrowth: null,
      dividend: null,
      shares: null,
      nextReport: null,
    });
    await db.transaction((trx) => mergeFundamentals(trx, [row(10, 1), row(20, 2)], ids));
    await db.transaction((trx) => mergeFundamentals(trx, [row(20, 3), row(15, 4), row(20, 5)], ids));
    // Of two rows of one day the later in the file comes last.
    expect((await listFundamentals(db)).map((f) => [f.known, f.eps])).toEqual([
      [10, 1],
      [15, 4],
      [20, 3],
      [20, 5],
    ]);
  });
  it("memberships and holidays replace those of the groups and markets they name", async () => {
    const ids = await db.transaction((trx) => upsertInstruments(trx, [stock]));
    const row = (group: string, from: number) => ({ group, kind: "list" as const, ticker: "AAA", from, to: null, weight: 0.25 });
    await db.transaction((trx) => replaceMemberships(trx, [row("X", 1), row("Y", 1)], ids));
    await db.transaction((trx) => replaceMemberships(trx, [row("X", 5)], ids));
    expect(await listMemberships(db)).toEqual([row("X", 5), row("Y", 1)]);
    const holiday = { market: "HOME", date: 9, known: 3 };
    await db.transaction((trx) => replaceHolidays(trx, [holiday, { ...holiday, date: 8 }]));
    await db.transaction((trx) => replaceHolidays(trx, [holiday]));
    expect(await listHolidays(db, "HOME")).toEqual([holiday]);
  });
  it("markets keep the order in which they came", async () => {
    await db.transaction((trx) =>
      upsertMarkets(trx, [
        { ...HOME, market: "ABROAD" },
        { ...HOME, name: "Home again" },
      ]),
    );
    expect((await listMarkets(db)).map((m) => [m.market, m.name])).toEqual([
      ["HOME", "Home again"],
      ["ABROAD", "Home"],
    ]);
  });
  it("the data version rises with each write and not with one that failed", async () => {
    expect(await getDataVersion(db)).toBe(0);
    await db.transaction((trx) => bumpDataVersion(trx));
    await db
      .transaction(async (trx) => {
        await bumpDataVersion(trx);
        throw new Error("undone");
      })
      .catch(() => undefined);
    expect(await getDataVersion(db)).toBe(1);
    await putMeta(db, "seed", "2");
    expect([await findMeta(db, "seed"), await findMeta(db, "none")]).toEqual(["2", undefined]);
  });
});
