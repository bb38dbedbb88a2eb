import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import type { Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { compositeColumn } from "@studies/columns/composites";
import { extremesColumns } from "@studies/columns/internals";
import { participationColumns } from "@studies/columns/participation";
import { stanceCountColumns } from "@studies/columns/timing";
import { stopSideColumn } from "@studies/columns/trailing-stops";
import { deriveWhole, takeFresh } from "@studies/market/derived";
import type { DerivedColumns, MarketData } from "@studies/market/market-data";
import { makeWorld } from "@world/make-world";
import { openDatabase } from "../db.server";
import { getStamps, type Stamps } from "../stores/meta-store.server";
import { writeDataset } from "../transfer/write-dataset.server";
import { loadMarkets } from "./load-market.server";
import { readSnapshotFile, writeSnapshotFile } from "./snapshot-file";
import { Snapshots } from "./snapshots.server";

const world = makeWorld(3, { stocks: 30, years: 3, reserve: 3 }).dataset;
const COLUMNS = [compositeColumn, participationColumns("ema"), extremesColumns(), stanceCountColumns];
const derived = (data: MarketData) => ({
  sessions: COLUMNS.map((column) => deriveWhole(data, column as typeof compositeColumn)),
  stops: deriveWhole(data, stopSideColumn),
});

let folder: string;
let file: string;
let db: Knex;
beforeEach(async () => {
  folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-snapshot-"));
  file = path.join(folder, "a.db");
  db = await openDatabase(file);
  await writeDataset(db, world);
});
afterEach(async () => {
  await db.destroy();
  fs.rmSync(folder, { recursive: true });
});

/** Waits until something is there. */
async function until(isThere: () => boolean): Promise<void> {
  for (let k = 0; k < 400 && !isThere(); k++) await new Promise((resolve) => setTimeout(resolve, 25));
  expect(isThere()).toBe(true);
}

/** Loads the markets, derives columns and writes the snapshot. */
async function written(code = "a"): Promise<{ markets: Map<string, MarketData>; stamps: Stamps; figures: unknown }> {
  const markets = await loadMarkets(db, 1);
  const data = markets.get("ALDANE")!;
  const figures = derived(data);
  Object.assign(data.derived!, takeFresh(data));
  const stamps = await getStamps(db);
  const snapshots = new Snapshots(file, code, 0);
  snapshots.hold(stamps, markets, false);
  await until(() => fs.existsSync(`${file}-snapshot`));
  await snapshots.close();
  return { markets, stamps, figures };
}

describe("a snapshot beside the database", () => {
  it("gives the markets as they are read, and what was derived, to the last bit", async () => {
    const { markets, stamps, figures } = await written();
    expect(fs.readdirSync(folder).filter((name) => name.includes("snapshot"))).toEqual(["a.db-snapshot"]);
    const found = (await new Snapshots(file, "a").take(stamps, 7)).markets!;
    expect([...found.keys()]).toEqual([...markets.keys()]);
    const read = await loadMarkets(db, 7);
    for (const [code, data] of found) {
      expect({ ...data, derived: {} }).toEqual(read.get(code));
      expect(data.panel.sessions.buffer.byteLength).toBe(4 * data.panel.stride);
      expect(data.panel.close.buffer).toBeInstanceOf(SharedArrayBuffer);
    }
    const [aldane, corvany] = [found.get("ALDANE")!, found.get("CORVANY")!];
    expect(aldane.worldwide).toBeDefined();
    expect(aldane.worldwide).toBe(corvany.worldwide);
    expect(Object.keys(aldane.derived!)).toEqual(expect.arrayContaining(["stance-counts", "stop-side"]));
    expect(derived(aldane)).toEqual(figures);
    // Nothing had to be derived anew.
    expect(takeFresh(aldane)).toEqual({});
  });
  it("of data that have grown gives the columns a session, which are carried on from where they end", async () => {
    const { stamps, figures } = await written();
    const { markets, derived: columns } = await new Snapshots(file, "a").take({ ...stamps, data: "grown" }, 7);
    expect(markets).toBeUndefined();
    expect(columns!.get("ALDANE")).not.toHaveProperty("stop-side");
    const short = new Map(
      [...columns!].map(([code, own]) => [
        code,
        Object.fromEntries(
          Object.entries(own).map(([name, { value, sessions }]) => [
            name,
            {
              sessions: sessions - 40,
              value: Object.fromEntries(
                Object.entries(value as DerivedColumns).map(([key, column]) => [key, column.slice(0, sessions - 40)]),
              ),
            },
          ]),
        ),
      ]),
    );
    const data = (await loadMarkets(db, 7, short)).get("ALDANE")!;
    expect(derived(data)).toEqual(figures);
    expect(Object.keys(takeFresh(data)).sort()).toEqual(["ema:50", "stop-side"]);
  });
  it("is of one program and one history: of others it gives nothing", async () => {
    const { stamps } = await written();
    expect(await new Snapshots(file, "b").take(stamps, 1)).toEqual({});
    await writeDataset(db, { ...world, bars: world.bars.slice(0, 1) });
    const now = await getStamps(db);
    expect([now.history === stamps.history, now.data === stamps.data]).toEqual([false, false]);
    expect(await new Snapshots(file, "a").take(now, 2)).toEqual({});
    expect(await new Snapshots(path.join(folder, "none.db"), "a").take(stamps, 1)).toEqual({});
  });
  it("takes the place of what a process that is gone left unfinished, and of nothing that is being written", async () => {
    for (const [pid, age] of [
      ["1", 3_600_000],
      ["2", 1_000],
    ] as const) {
      fs.writeFileSync(`${file}-snapshot.${pid}`, "half");
      fs.utimesSync(`${file}-snapshot.${pid}`, new Date(), new Date(Date.now() - age));
    }
    await written();
    expect(fs.readdirSync(folder).filter((name) => name.includes("snapshot"))).toEqual(["a.db-snapshot", "a.db-snapshot.2"]);
  });
  it("is not kept when the data grew while it was written", async () => {
    const markets = await loadMarkets(db, 1);
    const stamps = await getStamps(db);
    const snapshots = new Snapshots(file, "a", 0);
    snapshots.hold(stamps, markets, false);
    // The thread that writes takes longer than this to come up.
    await new Promise((resolve) => setTimeout(resolve, 10));
    snapshots.hold({ ...stamps, data: "grown" }, markets, true);
    await snapshots.close();
    expect(fs.readdirSync(folder).filter((name) => name.includes("snapshot"))).toEqual([]);
  });
});

describe("the file of a snapshot", () => {
  const long = Float64Array.from({ length: 900 }, (_, k) => k / 7);
  const value = {
    list: [long, Uint16Array.of(1, 2)],
    text: "é",
    again: { long, none: null },
    narrow: new Int8Array(777).fill(-3),
  };
  it("gives back what was written; what stood in two places is one", () => {
    writeSnapshotFile(file + "x", value);
    const read = readSnapshotFile(file + "x") as typeof value;
    expect(read).toEqual(value);
    expect(read.again.long).toBe(read.list[0]);
    expect(readSnapshotFile(file + "x", (v) => (v as typeof value).text === "e")).toBeUndefined();
    writeSnapshotFile(file + "x", { part: long.subarray(300, 500) });
    expect(readSnapshotFile(file + "x")).toEqual({ part: long.slice(300, 500) });
  });
  it("is nothing when a byte of it is not as it was, or when it is cut short", () => {
    writeSnapshotFile(file + "x", value);
    const whole = fs.readFileSync(file + "x");
    for (const at of [0, 9, 13, 40, 2_000, whole.length - 10]) {
      const damaged = Buffer.from(whole);
      damaged[at]! ^= 4;
      fs.writeFileSync(file + "y", damaged);
      expect(readSnapshotFile(file + "y")).toBeUndefined();
    }
    for (const end of [0, 20, 100, whole.length - 20]) {
      fs.writeFileSync(file + "y", whole.subarray(0, end));
      expect(readSnapshotFile(file + "y")).toBeUndefined();
    }
    expect(readSnapshotFile(file + "z")).toBeUndefined();
  });
});
