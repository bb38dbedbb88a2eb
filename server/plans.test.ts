import { spawn } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import type { Knex } from "knex";
import { afterAll, afterEach, beforeEach, describe, expect, it } from "vitest";
import { followPlan, isoDate } from "@core";
import { seeded } from "@core/testing";
import { ordersOf } from "@studies/plans/followed-plan";
import type { SavedPlan } from "@studies/plans/plan-schema";
import type { plan as planStudy } from "@studies/plans/plan";
import type { plans as plansStudy } from "@studies/plans/plans";
import { makeWorld } from "@world/make-world";
import { Desk } from "./ask/desk.server";
import { openDatabase } from "./db.server";
import { Feed, STEPS } from "./feed/feed.server";
import { saveItem } from "./items.server";
import {
  askedPlans,
  exportPlans,
  getPlan,
  importPlans,
  importTrades,
  insertPlan,
  listPlans,
  listTrades,
  removePlan,
  updatePlan,
} from "./plans.server";
import { getBars } from "./stores/bars-store.server";
import { listInstruments } from "./stores/instruments-store.server";
import planUrl from "./testing/plan-forever.ts?node-worker";
import { writeWorld } from "./transfer/write-world.server";

const MARKET = "ALDANE";

type Version = SavedPlan["versions"][number];
const version = (made: number, more: Partial<Version> = {}): Version => ({
  ...{ made, written: made, oneCancelsOther: true, isOutBeforeReport: false, steps: [] },
  ...{ size: { by: "units", units: 100 }, lot: 1, costBp: 0, note: "" },
  ...more,
});
const plan = (id: string, more: Partial<SavedPlan> = {}): SavedPlan => ({
  ...{ version: 1, id, market: MARKET, ticker: "AAA", origin: "" },
  versions: [version(100, { long: { entry: { order: "stop", price: 10 }, stop: 9, targets: [], addOns: [] } })],
  ...more,
});
const trade = (id: string) => ({
  ...{ version: 1, id, market: MARKET, ticker: "AAA", side: "long", units: 5, entered: 90, entry: 8, note: "" },
});

describe("plans", () => {
  let db: Knex;
  beforeEach(async () => {
    db = await openDatabase(":memory:");
  });
  afterEach(() => db.destroy());

  it("are kept whole in the order in which they were made, and come back when a removal is undone", async () => {
    await insertPlan(db, "plan", JSON.stringify(plan("planofone")));
    await insertPlan(db, "plan", JSON.stringify(plan("planoftwo", { market: "CORVANY" })));
    await insertPlan(db, "trade", JSON.stringify(trade("tradeofone")));
    expect((await listPlans(db)).map((one) => one.plan)).toEqual([plan("planofone"), plan("planoftwo", { market: "CORVANY" })]);
    expect((await listPlans(db, MARKET)).map((one) => one.plan.id)).toEqual(["planofone"]);
    expect(await listTrades(db)).toEqual([trade("tradeofone")]);
    const { kind, body } = await removePlan(db, "planofone");
    await expect(getPlan(db, "planofone")).rejects.toThrow("not there any more");
    await insertPlan(db, kind, body);
    expect((await getPlan(db, "planofone")).plan).toEqual(plan("planofone"));
    // A trade is no plan.
    await expect(getPlan(db, "tradeofone")).rejects.toThrow("not there any more");
    await expect(removePlan(db, "nobody00")).rejects.toThrow("not there any more");
  });
  it("are changed by whom knows their state; another's change is not overwritten", async () => {
    await insertPlan(db, "plan", JSON.stringify(plan("planofone")));
    const first = await getPlan(db, "planofone");
    const changed = plan("planofone", { versions: [version(100, { note: "mine" })] });
    await updatePlan(db, JSON.stringify(changed), first.revision);
    await expect(updatePlan(db, JSON.stringify(plan("planofone")), first.revision)).rejects.toThrow("changed on another page");
    expect(await getPlan(db, "planofone")).toEqual({ plan: changed, revision: first.revision + 1 });
    // Many at once from one state: one of them is taken.
    const all = await Promise.allSettled(
      Array.from({ length: 8 }, (_, k) =>
        updatePlan(db, JSON.stringify(plan("planofone", { versions: [version(100, { note: `n${k}` })] })), first.revision + 1),
      ),
    );
    expect(all.filter((one) => one.status === "fulfilled")).toHaveLength(1);
    expect((await getPlan(db, "planofone")).revision).toBe(first.revision + 2);
    const elsewhere = plan("planofone", { ticker: "BBB" });
    await expect(updatePlan(db, JSON.stringify(elsewhere), first.revision + 2)).rejects.toThrow("stays with its instrument");
    await expect(updatePlan(db, JSON.stringify(plan("planofnone")), 1)).rejects.toThrow("not there any more");
  });
  it("refuse what is none with its place, and nothing is lost", async () => {
    await insertPlan(db, "plan", JSON.stringify(plan("planofone")));
    await expect(insertPlan(db, "plan", JSON.stringify(plan("planofone")))).rejects.toThrow("there already");
    await expect(insertPlan(db, "plan", "{")).rejects.toThrow("not JSON");
    const wrong = plan("planoftwo", {
      versions: [version(100, { long: { entry: { order: "stop", price: 10 }, stop: 11, targets: [], addOns: [] } })],
    });
    await expect(insertPlan(db, "plan", JSON.stringify(wrong))).rejects.toMatchObject({
      details: expect.arrayContaining([expect.stringContaining("the stop is not below the entry")]) as unknown,
    });
    await expect(insertPlan(db, "trade", JSON.stringify({ ...trade("tradeofone"), units: -1 }))).rejects.toThrow(
      "cannot be entered",
    );
    expect(await listPlans(db)).toHaveLength(1);
  });
  it("are asked with the account that they name, as it is on record", async () => {
    const body = { version: 1, currency: "ALD", percent: 1, values: [{ day: 5, value: 1000 }] };
    await saveItem(db, { kind: "account", name: "Book", body: JSON.stringify(body) });
    const own = plan("planofone", { versions: [version(100, { account: "Book", size: { by: "percent", percent: 1 } })] });
    const other = { ...body, values: [{ day: 1, value: 7 }] };
    await saveItem(db, { kind: "account", name: "Other", body: JSON.stringify(other) });
    const [asked, gone] = await askedPlans(db, [own, { ...own, versions: [version(100, { account: "Gone" })] }]);
    expect(asked!.accountsOnRecord).toEqual([{ ...body, name: "Book" }]);
    expect(gone!.accountsOnRecord).toEqual([]);
    expect((await askedPlans(db, [plan("planoftwo")]))[0]).toEqual({ ...plan("planoftwo"), accountsOnRecord: [] });
    // One that was moved from one account to another has both.
    const moved = plan("planoftwo", { versions: [version(100, { account: "Other" }), version(101, { account: "Book" })] });
    expect((await askedPlans(db, [moved]))[0]!.accountsOnRecord.map((one) => one.name)).toEqual(["Book", "Other"]);
  });
  it("go out and come in as one file; what is there stays, and a faulty file brings nothing", async () => {
    await insertPlan(db, "plan", JSON.stringify(plan("planofone")));
    await insertPlan(db, "trade", JSON.stringify(trade("tradeofone")));
    const text = await exportPlans(db);
    const other = await openDatabase(":memory:");
    expect(await importPlans(other, text)).toEqual({ added: 2, known: 0 });
    expect(await exportPlans(other)).toBe(text);
    expect(await importPlans(other, text)).toEqual({ added: 0, known: 2 });
    const parsed = JSON.parse(text) as { plans: { id: string; versions: unknown[] }[] };
    const faulty = JSON.stringify({
      ...parsed,
      plans: [
        { ...parsed.plans[0], id: "planofnew" },
        { ...parsed.plans[0], id: "x" },
      ],
    });
    await expect(importPlans(other, faulty)).rejects.toThrow("nothing was taken");
    await expect(importPlans(other, '{"yubrin":"lists","version":1}')).rejects.toThrow("no file of plans");
    await expect(importPlans(other, '{"yubrin":"plans","version":2}')).rejects.toMatchObject({
      details: expect.arrayContaining([expect.stringContaining("version that is not known")]) as unknown,
    });
    expect(await listPlans(other)).toHaveLength(1);
    await other.destroy();
  });
  it("take trades from a CSV file by its names of columns, each once, and none where one is wrong", async () => {
    const head = "Ticker,way,side,entered,left,entry,exit,stop,units,from,more";
    const rows = [
      'AAA,by hand,long,2026-01-05,2026-02-02,10.5,12,9.5,100,"bought, elsewhere",x',
      "BBB,,short,2026-03-02,,50,48.5,,5,,",
      "CCC,plan,long,2026-01-05,,1,1,1,1,,",
      "CCC,option,long,2026-01-05,,1,1,,1,,",
    ];
    const csv = [head, ...rows].join("\r\n");
    expect(await importTrades(db, `\uFEFF${csv}\r\n`, MARKET)).toEqual({ added: 2, known: 0, leftOut: 2 });
    expect(await importTrades(db, csv, MARKET)).toEqual({ added: 0, known: 2, leftOut: 2 });
    const day = (iso: string) => Date.parse(iso) / 86_400_000;
    expect((await listTrades(db)).map(({ id: _id, ...one }) => one)).toEqual([
      {
        ...{ version: 1, market: MARKET, ticker: "AAA", side: "long", units: 100, entered: day("2026-01-05"), entry: 10.5 },
        ...{ stop: 9.5, left: day("2026-02-02"), exit: 12, note: "bought, elsewhere" },
      },
      // What the last close was is no exit.
      { version: 1, market: MARKET, ticker: "BBB", side: "short", units: 5, entered: day("2026-03-02"), entry: 50, note: "" },
    ]);
    const wrong = [head, rows[0]!, "DDD,,sideways,2026-13-05,,x,,,1,,", "EEE,,long,2026-01-05,,10,,11,1,,"].join("\n");
    const refused = await importTrades(db, wrong, MARKET).catch((error: unknown) => error as { details: string[] });
    expect((refused as { details: string[] }).details.join("\n")).toMatch(
      /line 3: side needs one of long, short[^]*line 3: entered needs a date[^]*line 3: entry needs a number[^]*line 4: .*is not below the entry/,
    );
    await expect(importTrades(db, "ticker,side\nAAA,long", MARKET)).rejects.toMatchObject({
      details: ["It needs the columns units, entered, entry."],
    });
    expect(await listTrades(db)).toHaveLength(2);
  });
});

const world = makeWorld(13, { stocks: 24, years: 1, reserve: 16 });
const stock = world.dataset.instruments.find((i) => i.kind === "stock" && i.market === MARKET && i.delisted === null)!.ticker;

/** A plan that is made on the last session there is, at the open of the next one. */
async function planned(desk: Desk): Promise<SavedPlan> {
  const made = (await desk.settledSessions(MARKET)).at(-1)!;
  const long = { entry: { order: "open" as const }, stop: 0.01, targets: [{ key: "t1", price: 1e6, share: 1 }], addOns: [] };
  return plan("planofkills", { ticker: stock, versions: [version(made, { long })] });
}

/** What comes of a plan by the bars as they are kept. */
async function plainSide(desk: Desk, own: SavedPlan) {
  const instrument = (await listInstruments(desk.db)).find((i) => i.ticker === own.ticker)!;
  const { days, open, high, low, close } = await getBars(desk.db, instrument.id, own.ticker);
  const sessions = await desk.settledSessions(MARKET);
  const on = (column: Float64Array) => Float64Array.from(sessions, (day) => column[days.indexOf(day)] ?? NaN);
  const rowOf = (day: number) => sessions.indexOf(day);
  const versions = own.versions.map((one) => ({
    from: rowOf(one.made) + 1,
    orders: ordersOf(one),
    units: { long: 100, short: 0 },
    lot: 1,
    costBp: 0,
  }));
  return followPlan({ open: on(open), high: on(high), low: on(low), close: on(close) }, versions, {
    ...{
      made: rowOf(own.versions[0]!.made),
      last: sessions.length - 1,
      isInProgress: false,
      goneOn: Infinity,
      lot: 1,
      costBp: 0,
    },
    holds: () => false,
    reportAt: () => undefined,
  })[0]!;
}

const followed = async (desk: Desk, own: SavedPlan) => {
  const asOf = isoDate((await desk.settledSessions(MARKET)).at(-1)!);
  const said = await desk.ask<ReturnType<typeof planStudy.ask>>({
    study: "plan",
    params: { plan: JSON.stringify(own) },
    market: MARKET,
    asOf,
  });
  return said.result!.sides[0]!;
};

describe("a plan while sessions are delivered", () => {
  it("is provisional within a session, and settled by its close", async () => {
    const db = await openDatabase(":memory:");
    await writeWorld(db, world);
    const desk = new Desk(db);
    const own = await planned(desk);
    await insertPlan(db, "plan", JSON.stringify(own));
    const feed = new Feed(desk);
    const ask = () =>
      desk.ask<ReturnType<typeof plansStudy.ask>>({ study: "plans", params: { plans: JSON.stringify([own]) }, market: MARKET });
    for (let session = 0; session < 3; session++)
      for (let step = 1; step <= STEPS; step++) {
        await feed.step();
        const { result, provisional } = await ask();
        expect(provisional).toBe(step < STEPS);
        expect(result.provisional).toBe(step < STEPS);
        expect(result.open).toHaveLength(1);
      }
    const { outcome } = await followed(desk, own);
    const plain = await plainSide(desk, own);
    expect(outcome).toMatchObject({ fill: plain.fill, money: plain.money, held: 100 });
    await desk.close();
    await db.destroy();
  }, 60_000);

  const folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-plans-"));
  afterAll(() => {
    fs.rmSync(folder, { recursive: true, force: true });
  });
  it("is what its bars say after the process was killed at any moment, and no version is lost or doubled", async () => {
    const file = path.join(folder, "plans.db");
    const db = await openDatabase(file);
    await writeWorld(db, world);
    const first = new Desk(db);
    await insertPlan(db, "plan", JSON.stringify(await planned(first)));
    await first.close();
    await db.destroy();
    const random = seeded(Number(process.env["YUBRIN_SEED"] ?? Date.now() % 1_000_000));
    for (let k = 0; k < 10; k++) {
      const child = spawn(process.execPath, [fileURLToPath(planUrl)], { env: { ...process.env, YUBRIN_DB: file } });
      await new Promise<void>((resolve) => {
        child.stdout.once("data", () => setTimeout(() => child.kill("SIGKILL"), 150 * random()));
        child.on("exit", () => {
          resolve();
        });
      });
      const now = await openDatabase(file);
      const { plan: own, revision } = await getPlan(now, "planofkills");
      // One version a revision: each whole, in order, its stop one step further.
      expect(own.versions).toHaveLength(revision);
      own.versions.forEach((one, v) => {
        expect(one.long!.stop).toBeCloseTo(0.01 + v * 0.001, 9);
      });
      await now.destroy();
    }
    const desk = new Desk(await openDatabase(file));
    const { plan: own } = await getPlan(desk.db, "planofkills");
    expect(own.versions.length).toBeGreaterThan(1);
    const { outcome } = await followed(desk, own);
    const plain = await plainSide(desk, own);
    expect(outcome).toMatchObject({ fill: plain.fill, money: plain.money, stop: plain.stop, entered: plain.entered });
    await desk.close();
    await desk.db.destroy();
  }, 120_000);
});
