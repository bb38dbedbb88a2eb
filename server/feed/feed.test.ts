import { spawn } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { isoDate } from "@core";
import { STUDIES } from "@studies/registry";
import { makeWorld, type World } from "@world/make-world";
import { Desk } from "../ask/desk.server";
import { openDatabase } from "../db.server";
import { getBars } from "../stores/bars-store.server";
import { listInstruments } from "../stores/instruments-store.server";
import { listMemberships } from "../stores/memberships-store.server";
import deliverUrl from "../testing/deliver-forever.ts?node-worker";
import { differences } from "../testing/differences";
import { exampleParams } from "../testing/example-params";
import { writeDataset } from "../transfer/write-dataset.server";
import { writeWorld } from "../transfer/write-world.server";
import { Feed, STEPS, type FeedState } from "./feed.server";

const SIZE = { stocks: 40, years: 3, reserve: 30 };
const world = makeWorld(4, SIZE);

async function deskOfWorld(file: string, made: World): Promise<Desk> {
  const db = await openDatabase(file);
  await writeWorld(db, made);
  return new Desk(db);
}

const stock = world.dataset.instruments.find((i) => i.kind === "stock" && i.delisted === null)!;

/** Where the answers of a desk that grew differ from those of a desk that has read everything anew. */
async function differencesOf(grown: Desk, fresh: Desk): Promise<string[]> {
  const found: string[] = [];
  for (const study of STUDIES.values()) {
    for (const example of study.examples) {
      const question = { study: study.name, params: exampleParams(world.dataset, example) };
      const [a, b] = [await grown.ask(question), await fresh.ask(question)];
      found.push(...differences(a, b).map((d) => `${study.name} ${JSON.stringify(example)} ${d}`));
    }
  }
  return found;
}

describe("the feed", () => {
  let desk: Desk;
  let feed: Feed;
  const heard: FeedState[] = [];
  beforeAll(async () => {
    desk = await deskOfWorld(":memory:", world);
    feed = new Feed(desk);
    feed.listen((state) => heard.push(state));
  });
  afterAll(() => desk.close());
  const fresh = () => new Desk(desk.db);
  const first = world.reserve[0]!;
  const broad = first.bars.find(([ticker]) => ticker === "ALBRO")!;
  const lastClose = async () => {
    const { result, provisional, asOf } = await desk.ask<{ close: Float64Array }>({
      study: "chart",
      params: { ticker: "ALBRO" },
    });
    return { close: result.close.at(-1), provisional, asOf };
  };

  it("answers of before the first delivery are asked once, so that there is something to grow", async () => {
    expect(await differencesOf(desk, fresh())).toEqual([]);
  });
  it("delivers a session in steps: provisional until its close, the same as read anew at each, bit for bit", async () => {
    for (let step = 1; step <= STEPS; step++) {
      const state = await feed.step();
      expect(state).toMatchObject(step < STEPS ? { step, next: first.day } : { step: 0, left: world.reserve.length - 1 });
      const now = await lastClose();
      expect(now).toMatchObject({ provisional: step < STEPS, asOf: first.day });
      if (step === STEPS) expect(now.close).toBe(broad[4]);
      expect(await differencesOf(desk, fresh())).toEqual([]);
    }
    expect(heard.map((s) => s.step)).toEqual([1, 2, 3, 0]);
    expect(new Set(heard.map((s) => s.version)).size).toBe(STEPS);
  });
  it("does not change what was said of earlier sessions, and knows nothing later as of them", async () => {
    const asOf = isoDate(first.day - 1);
    const before = await desk.ask({ study: "breadth", params: {}, asOf });
    await feed.step();
    const after = await desk.ask({ study: "breadth", params: {}, asOf });
    expect(differences({ ...before, isLatest: 0 }, { ...after, isLatest: 0 })).toEqual([]);
    expect(after.provisional).toBe(false);
  });
  it("closes the session in progress in one press, and after many sessions still answers as if read anew", async () => {
    await feed.close();
    for (let k = 0; k < 25; k++) await feed.close();
    await feed.step();
    expect(await differencesOf(desk, fresh())).toEqual([]);
    await feed.close();
    expect(await differencesOf(desk, fresh())).toEqual([]);
    expect((await desk.ask({ study: "timing", params: {}, market: "CORVANY" })).provisional).toBe(false);
  });
  it("delivers every bar, membership, ending and figure of the reserve once, and then has nothing left", async () => {
    while ((await feed.state()).left > 0) await feed.close();
    await expect(feed.step()).rejects.toThrow("has been delivered");
    const whole = makeWorld(4, SIZE);
    const rows = await listInstruments(desk.db);
    for (const { id, ticker, delisted } of rows) {
      const { days, close } = await getBars(desk.db, id, ticker);
      const expected = world.reserve.flatMap((s) => s.bars.filter(([t]) => t === ticker).map((bar) => [s.day, bar[4]] as const));
      const base = whole.dataset.bars.find((b) => b.ticker === ticker)!.days.length;
      expect(Array.from(days.slice(base), (day, k) => [day, close[base + k]])).toEqual(expected);
      const ends = world.reserve.find((s) => s.delisted.includes(ticker));
      if (ends) expect(delisted).toBe(ends.day);
    }
    const joins = world.reserve.flatMap((s) => s.joins);
    const held = await listMemberships(desk.db);
    expect(held.length).toBe(world.dataset.membership.length + joins.length);
    const leaves = world.reserve.flatMap((s) => s.leaves.map((l) => ({ ...l, day: s.day })));
    for (const l of leaves) expect(held.some((m) => m.group === l.group && m.ticker === l.ticker && m.to === l.day)).toBe(true);
    expect(await desk.db("fundamentals").count({ n: "*" })).toEqual([
      { n: world.dataset.fundamentals.length + world.reserve.flatMap((s) => s.fundamentals).length },
    ]);
  });
});

describe("what the feed has delivered", () => {
  it("lies under what is imported after it, and over what was there before", async () => {
    const desk = await deskOfWorld(":memory:", world);
    const feed = new Feed(desk);
    for (let k = 0; k < 3; k++) await feed.close();
    const { id, ticker } = (await listInstruments(desk.db)).find((i) => i.ticker === stock.ticker)!;
    const delivered = await getBars(desk.db, id, ticker);
    expect(await desk.db("delivered_sessions").count({ n: "*" })).toEqual([{ n: 3 }]);
    const day = world.reserve[1]!.day;
    const one = (x: number) => Float64Array.of(x);
    await writeDataset(desk.db, {
      markets: [],
      instruments: [stock],
      bars: [{ ticker, days: Int32Array.of(day), open: one(7), high: one(9), low: one(6), close: one(8), volume: one(100) }],
      membership: [],
      holidays: [],
      fundamentals: [],
    });
    expect(await desk.db("delivered_sessions").count({ n: "*" })).toEqual([{ n: 0 }]);
    const after = await getBars(desk.db, id, ticker);
    expect(after.days).toEqual(delivered.days);
    expect(after.close).toEqual(delivered.close.map((c, k) => (delivered.days[k] === day ? 8 : c)));
    // The next session is delivered over what was imported.
    await feed.close();
    expect(await differencesOf(desk, new Desk(desk.db))).toEqual([]);
    await desk.close();
  });
});

describe("a feed that ends in the middle", () => {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-feed-"));
  afterAll(() => {
    fs.rmSync(folder, { recursive: true, force: true });
  });

  it("goes on where it was after a restart", async () => {
    const file = path.join(folder, "restart.db");
    const desk = await deskOfWorld(file, world);
    const feed = new Feed(desk);
    await feed.step();
    await feed.step();
    await desk.close();
    const again = new Desk(await openDatabase(file));
    const resumed = new Feed(again);
    expect(await resumed.state()).toMatchObject({ step: 2, next: world.reserve[0]!.day, left: world.reserve.length });
    expect((await again.ask({ study: "timing", params: {} })).provisional).toBe(true);
    await resumed.step();
    expect(await resumed.step()).toMatchObject({ step: 0, left: world.reserve.length - 1 });
    expect((await again.ask({ study: "timing", params: {} })).provisional).toBe(false);
    await again.close();
  });
  it("killed while it delivers, loses nothing and doubles nothing", async () => {
    const file = path.join(folder, "killed.db");
    await (await deskOfWorld(file, world)).close();
    for (const after of [3, 7]) {
      const child = spawn(process.execPath, [fileURLToPath(deliverUrl)], { env: { ...process.env, YUBRIN_DB: file } });
      await new Promise<void>((resolve, reject) => {
        let lines = 0;
        child.stdout.on("data", (chunk: Buffer) => {
          lines += chunk.toString().split("\n").length - 1;
          if (lines >= after) child.kill("SIGKILL");
        });
        child.on("exit", (code) => {
          if (code === null) resolve();
          else reject(new Error("it ended by itself"));
        });
      });
    }
    const desk = new Desk(await openDatabase(file));
    expect(await desk.db.raw("pragma integrity_check")).toEqual([{ integrity_check: "ok" }]);
    const feed = new Feed(desk);
    const { left, step } = await feed.state();
    const delivered = world.reserve.slice(0, world.reserve.length - left);
    expect(delivered.length).toBeGreaterThanOrEqual(2);
    const begun = step > 0 ? [...delivered, world.reserve[delivered.length]!] : delivered;
    for (const { id, ticker } of await listInstruments(desk.db)) {
      const { days } = await getBars(desk.db, id, ticker);
      const base = world.dataset.bars.find((b) => b.ticker === ticker)!.days;
      const expected = begun.filter((s) => s.bars.some(([t]) => t === ticker)).map((s) => s.day);
      expect(Array.from(days)).toEqual([...base, ...expected]);
    }
    await feed.close();
    expect(await differencesOf(desk, new Desk(desk.db))).toEqual([]);
    await desk.close();
  });
});
