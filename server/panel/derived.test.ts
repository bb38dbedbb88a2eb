import type { Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { extremesColumns } from "@studies/columns/internals";
import { deriveWhole, takeFresh } from "@studies/market/derived";
import type { DerivedColumns, MarketData } from "@studies/market/market-data";
import { stanceCountColumns } from "@studies/columns/timing";
import { makeWorld } from "@world/make-world";
import { openDatabase } from "../db.server";
import { listDerived, upsertDerived } from "../stores/derived-store.server";
import { writeDataset } from "../transfer/write-dataset.server";
import { loadMarkets } from "./load-market.server";
import { compositeColumn } from "@studies/columns/composites";
import { participationColumns } from "@studies/columns/participation";

const world = makeWorld(3, { stocks: 30, years: 3, reserve: 3 }).dataset;
const COLUMNS = [compositeColumn, participationColumns("ema"), extremesColumns(), stanceCountColumns] as const;
const derived = (data: MarketData) => COLUMNS.map((column) => deriveWhole(data, column as typeof compositeColumn));

describe("columns of an earlier run", () => {
  let db: Knex;
  beforeEach(async () => {
    db = await openDatabase(":memory:");
    await writeDataset(db, world);
  });
  afterEach(() => db.destroy());
  const load = async (code?: string) => (await loadMarkets(db, 1, code)).get("ALDANE")!;

  it("come back as they were, and what is derived from them is the same bit for bit", async () => {
    const first = await load();
    const expected = derived(first);
    const fresh = takeFresh(first);
    expect(Object.keys(fresh)).toContain("stance-counts");
    expect(takeFresh(first)).toEqual({});
    await upsertDerived(db, "ALDANE", fresh, { code: "a", history: first.history });
    const again = await load("a");
    expect(Object.keys(again.derived ?? {}).sort()).toEqual(Object.keys(fresh).sort());
    expect(derived(again)).toEqual(expected);
    // Nothing had to be derived anew.
    expect(takeFresh(again)).toEqual({});
  });
  it("are carried on where they end before the sessions do", async () => {
    const first = await load();
    const expected = derived(first);
    const short = Object.fromEntries(
      Object.entries(takeFresh(first)).map(([name, columns]) => [
        name,
        Object.fromEntries(
          Object.entries(columns).map(([key, column]) => [key, column.slice(0, column.length - 40)]),
        ) as DerivedColumns,
      ]),
    );
    await upsertDerived(db, "ALDANE", short, { code: "a", history: first.history });
    expect(derived(await load("a"))).toEqual(expected);
  });
  it("are not read by other code, nor of another history, and go when newer ones come", async () => {
    const first = await load();
    derived(first);
    await upsertDerived(db, "ALDANE", takeFresh(first), { code: "a", history: first.history });
    expect((await load("b")).derived).toEqual({});
    await writeDataset(db, { ...world, bars: world.bars.slice(0, 1) });
    const after = await load("a");
    expect([after.history > first.history, after.derived]).toEqual([true, {}]);
    await upsertDerived(db, "CORVANY", { x: { y: Float64Array.of(1) } }, { code: "a", history: after.history });
    expect(await db("derived_columns").pluck("market")).toEqual(["CORVANY"]);
    expect((await listDerived(db, { code: "a", history: after.history })).get("CORVANY")).toEqual({
      x: { y: Float64Array.of(1) },
    });
  });
});
