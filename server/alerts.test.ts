import { spawn } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, describe, expect, it } from "vitest";
import { seeded } from "@core/testing";
import { onList } from "@studies/alerts/alert-schema";
import { makeWorld } from "@world/make-world";
import { judgeAlerts, listAlerts, markAlertsSeen, removeAlert, saveAlert } from "./alerts.server";
import { Desk } from "./ask/desk.server";
import { openDatabase } from "./db.server";
import { Feed, STEPS } from "./feed/feed.server";
import { saveList } from "./lists.server";
import { getBars } from "./stores/bars-store.server";
import { listInstruments } from "./stores/instruments-store.server";
import judgeUrl from "./testing/judge-forever.ts?node-worker";
import { writeWorld } from "./transfer/write-world.server";

const MARKET = "ALDANE";
const world = makeWorld(11, { stocks: 30, years: 1, reserve: 24 });
const tickers = world.dataset.instruments
  .filter((i) => i.kind === "stock" && i.market === MARKET && i.delisted === null)
  .map((i) => i.ticker)
  .slice(0, 8);
const above5 = { left: { measure: "close" }, comparator: "above", right: { measure: "sma", params: { n: 5 } } };
const alert = (name: string, judged: number, more: object = {}) =>
  JSON.stringify({ version: 1, name, market: MARKET, on: onList("Watched"), judged, rule: above5, ...more });
const watched = JSON.stringify({
  version: 1,
  name: "Watched",
  market: MARKET,
  members: tickers.map((ticker) => ({ ticker, added: null })),
});
const live = JSON.stringify({ version: 1, name: "Live", market: MARKET, made: 100, scan: { when: above5, for: "market:" } });

async function deskOfWorld(file = ":memory:"): Promise<Desk> {
  const db = await openDatabase(file);
  await writeWorld(db, world);
  await saveList(db, watched);
  await saveList(db, live);
  return new Desk(db);
}

const lastSettled = async (desk: Desk) => (await desk.settledSessions(MARKET)).at(-1)!;

/** On which of the sessions after one a close came above the mean of the five to it, of each ticker, from its bars as they are kept. */
async function plainEvents(desk: Desk, after: number): Promise<string[]> {
  const instruments = await listInstruments(desk.db);
  const until = await lastSettled(desk);
  const found: string[] = [];
  for (const ticker of tickers) {
    const { days, close } = await getBars(desk.db, instruments.find((i) => i.ticker === ticker)!.id, ticker);
    const isAbove = (k: number) => k >= 4 && close[k]! > (close.slice(k - 4, k + 1).reduce((a, x) => a + x, 0) / 5) * (1 + 1e-9);
    days.forEach((day, k) => {
      if (day > after && day <= until && isAbove(k) && !isAbove(k - 1)) found.push(`${day} ${ticker}`);
    });
  }
  return found.sort();
}

const eventsOf = async (desk: Desk, name: string) =>
  (await listAlerts(desk.db))
    .find((one) => one.name === name)!
    .events.map((e) => `${e.session} ${e.ticker}`)
    .sort();

describe("alerts", () => {
  it("are judged at each session that is over since they were made, once, whoever asks", async () => {
    const desk = await deskOfWorld();
    const feed = new Feed(desk);
    const made = await lastSettled(desk);
    await saveAlert(desk.db, alert("Above", made));
    await saveAlert(desk.db, alert("Comers", made, { on: onList("Live"), rule: undefined }));
    await judgeAlerts(desk, MARKET);
    expect(await eventsOf(desk, "Above")).toEqual([]);
    // Two sessions and a half: of the one in progress nothing is kept.
    for (let k = 0; k < 2.5 * STEPS; k++) await feed.step();
    await Promise.all([judgeAlerts(desk, MARKET), judgeAlerts(desk, MARKET), judgeAlerts(desk, MARKET)]);
    expect(await eventsOf(desk, "Above")).toEqual(await plainEvents(desk, made));
    for (let k = 0; k < 8.5 * STEPS; k++) await feed.step();
    await judgeAlerts(desk, MARKET);
    await judgeAlerts(desk, MARKET);
    const events = await eventsOf(desk, "Above");
    expect(events).toEqual(await plainEvents(desk, made));
    expect(events.length).toBeGreaterThan(5);
    expect(new Set(events.map((e) => e.split(" ")[0])).size).toBeGreaterThan(3);
    // Who came into the live list are among others those of its members that came above.
    const comers = await eventsOf(desk, "Comers");
    for (const event of events) expect(comers).toContain(event);
    expect((await listAlerts(desk.db, MARKET)).every((one) => one.judged === 0 || one.judged > made)).toBe(true);
    await desk.close();
  }, 60_000);
  it("are seen, taken away and put back with what came", async () => {
    const desk = await deskOfWorld();
    const { db } = desk;
    const events = [
      { session: 200, ticker: "BBB", seen: false },
      { session: 190, ticker: "AAA", seen: true },
    ];
    await saveAlert(db, alert("Above", 210, { events }));
    const before = await listAlerts(db, MARKET);
    expect(before[0]).toMatchObject({ name: "Above", judged: 210, events });
    const text = await removeAlert(db, "Above");
    expect(await listAlerts(db)).toEqual([]);
    expect(await db("alert_events")).toEqual([]);
    await saveAlert(db, text);
    expect(await listAlerts(db, MARKET)).toEqual(before);
    await markAlertsSeen(db, "ELSEWHERE");
    expect((await listAlerts(db))[0]!.events.filter((e) => e.seen)).toHaveLength(1);
    await markAlertsSeen(db, MARKET);
    expect((await listAlerts(db))[0]!.events.filter((e) => e.seen)).toHaveLength(2);
    await desk.close();
  });
  it("follow a list that gets another name", async () => {
    const desk = await deskOfWorld();
    const { db } = desk;
    await saveAlert(db, alert("Above", 210));
    await saveAlert(db, alert("Comers", 210, { on: onList("Live"), rule: undefined }));
    await saveList(db, watched.replace("Watched", "Kept in view"), "Watched");
    expect((await listAlerts(db)).map((one) => one.on)).toEqual(["list:Kept in view", "list:Live"]);
    await desk.close();
  });
  it("are refused with the place of what is wrong, and nothing is changed", async () => {
    const desk = await deskOfWorld();
    const { db } = desk;
    await saveAlert(db, alert("Above", 210));
    await expect(saveAlert(db, "no JSON")).rejects.toThrow("not JSON");
    await expect(saveAlert(db, alert("Above", 1))).rejects.toThrow('an alert called "Above" already');
    await expect(saveAlert(db, alert("", 1))).rejects.toMatchObject({
      details: expect.arrayContaining([expect.stringContaining("name")]) as unknown,
    });
    await expect(saveAlert(db, alert("No clause", 1, { rule: undefined, on: "AAA" }))).rejects.toThrow("needs a clause");
    await expect(saveAlert(db, "[".repeat(5000))).rejects.toThrow("nested too deep");
    await expect(removeAlert(db, "Nobody")).rejects.toThrow('no alert "Nobody"');
    expect((await listAlerts(db)).map((one) => one.name)).toEqual(["Above"]);
    await desk.close();
  });
});

describe("kills while alerts are judged", () => {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-alerts-"));
  afterAll(() => {
    fs.rmSync(folder, { recursive: true, force: true });
  });
  it("lose nothing that came and tell nothing twice", async () => {
    const file = path.join(folder, "alerts.db");
    const first = await deskOfWorld(file);
    const made = await lastSettled(first);
    await saveAlert(first.db, alert("Above", made));
    await first.close();
    await first.db.destroy();
    const random = seeded(Number(process.env["YUBRIN_SEED"] ?? Date.now() % 1_000_000));
    for (let k = 0; k < 14; k++) {
      const child = spawn(process.execPath, [fileURLToPath(judgeUrl)], { env: { ...process.env, YUBRIN_DB: file } });
      await new Promise<void>((resolve) => {
        child.stdout.once("data", () => setTimeout(() => child.kill("SIGKILL"), 120 * random()));
        child.on("exit", () => {
          resolve();
        });
      });
    }
    const desk = new Desk(await openDatabase(file));
    await judgeAlerts(desk, MARKET);
    const events = await eventsOf(desk, "Above");
    expect(events).toEqual(await plainEvents(desk, made));
    expect(events.length).toBeGreaterThan(0);
    await desk.close();
    await desk.db.destroy();
  }, 120_000);
});
