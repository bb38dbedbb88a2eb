import { spawn } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { setTimeout as sleep } from "node:timers/promises";
import { fileURLToPath } from "node:url";
import type { Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { isoDate } from "@core";
import { seeded } from "@core/testing";
import { zipSync } from "fflate";
import { openDatabase } from "../db.server";
import { IngestHere } from "../ingest/ingest-here";
import { listArrivals } from "../stores/arrivals-store.server";
import { getBars } from "../stores/bars-store.server";
import { listChanges } from "../stores/changes-store.server";
import { listInstruments } from "../stores/instruments-store.server";
import { DONE, Inbox, REFUSED, type InboxOutcome } from "./inbox";
import watcherUrl from "../testing/inbox-forever.ts?node-worker";

const SEED = Number(process.env["YUBRIN_SEED"] ?? Date.now() % 1_000_000);
let folder: string;
let inboxFolder: string;
let file: string;
let db: Knex;
beforeEach(async () => {
  folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-inbox-"));
  inboxFolder = path.join(folder, "inbox");
  file = path.join(folder, "test.db");
  db = await openDatabase(file, { busyMs: 5_000 });
});
afterEach(async () => {
  await db.destroy();
  fs.rmSync(folder, { recursive: true, force: true });
});

/** 2024-01-01, a Monday. */
const MONDAY = 19_723;
const dayOf = (evening: number) => isoDate(MONDAY + 7 * Math.floor(evening / 5) + (evening % 5));
const eveningText = (evening: number) =>
  `ticker;date;close\n${["AAA", "BBB"].map((ticker) => `${ticker};${dayOf(evening)};${10 + evening}`).join("\n")}\n`;
const drop = (name: string, content: string | Uint8Array) => {
  fs.mkdirSync(inboxFolder, { recursive: true });
  fs.writeFileSync(path.join(inboxFolder, name), content);
};
const namesIn = (...parts: string[]) => {
  const own = path.join(inboxFolder, ...parts);
  return fs.existsSync(own)
    ? fs
        .readdirSync(own, { withFileTypes: true })
        .flatMap((one) => (one.isFile() ? [one.name] : []))
        .sort()
    : [];
};
async function closesOf(ticker: string): Promise<[string, number][]> {
  const row = (await listInstruments(db)).find((i) => i.ticker === ticker);
  if (!row) return [];
  const bars = await getBars(db, row.id, ticker);
  return Array.from(bars.days, (day, k) => [isoDate(day), bars.close[k]!]);
}

describe("a watched folder", () => {
  let inbox: Inbox;
  let outcomes: InboxOutcome[];
  async function watching(): Promise<void> {
    outcomes = [];
    inbox = new Inbox({
      db,
      database: file,
      folder: inboxFolder,
      ingest: new IngestHere(db),
      choose: { market: "HOME", marketName: "Home" },
      settleMs: 60,
      onDone: (outcome) => outcomes.push(outcome),
    });
    await inbox.start();
  }
  afterEach(() => inbox.stop());
  const until = (isSo: () => boolean) => expect.poll(isSo, { timeout: 15_000, interval: 20 }).toBe(true);

  it("imports what lies there and what comes, all that comes together as one change", async () => {
    drop("first.csv", eveningText(0));
    await watching();
    await until(() => outcomes.length === 1);
    for (const evening of [1, 2]) drop(`evening ${evening}.csv`, eveningText(evening));
    await until(() => outcomes.length === 2);
    expect(outcomes[1]!.imported).toEqual(["evening 1.csv", "evening 2.csv"]);
    expect(await closesOf("AAA")).toEqual([
      [dayOf(0), 10],
      [dayOf(1), 11],
      [dayOf(2), 12],
    ]);
    expect(namesIn()).toEqual([]);
    expect(namesIn(DONE)).toEqual(["evening 1.csv", "evening 2.csv", "first.csv"]);
    expect(await listChanges(db)).toHaveLength(2);
    expect((await listArrivals(db, 9)).map(({ name, outcome }) => `${name} ${outcome}`)).toEqual([
      "evening 2.csv imported",
      "evening 1.csv imported",
      "first.csv imported",
    ]);
  });

  it("refuses what has a problem with a note beside, and imports the others", async () => {
    await watching();
    drop("bad.csv", `ticker;date;close\nAAA;${dayOf(0)};-5\n`);
    drop("good.csv", eveningText(0));
    drop("picture.csv", Buffer.from([1, 0, 2, 0, 0, 3]));
    await until(() => outcomes.length === 1);
    expect(outcomes[0]!.imported).toEqual(["good.csv"]);
    expect(namesIn(DONE)).toEqual(["good.csv"]);
    expect(namesIn(REFUSED)).toEqual(["bad.csv", "bad.csv.txt", "picture.csv", "picture.csv.txt"]);
    expect(fs.readFileSync(path.join(inboxFolder, REFUSED, "bad.csv.txt"), "utf8")).toContain(
      "bad.csv, line 2: close is -5: a price is above 0",
    );
    expect(fs.readFileSync(path.join(inboxFolder, REFUSED, "picture.csv.txt"), "utf8")).toContain("bytes that no text has");
    expect(await closesOf("AAA")).toEqual([[dayOf(0), 10]]);
  });

  it("names an archive by what is wrong in it, and takes one that is right", async () => {
    await watching();
    drop("wrong.zip", zipSync({ "AAA.csv": Buffer.from(`date;close\n${dayOf(0)};1\n${dayOf(1)};none\nnever;3\n`) }));
    await until(() => outcomes.length === 1);
    expect(namesIn(REFUSED)).toEqual(["wrong.zip", "wrong.zip.txt"]);
    expect(outcomes[0]!.refused[0]!.reasons[0]).toContain("wrong.zip/AAA.csv");
    drop(
      "right.zip",
      zipSync({
        "AAA.csv": Buffer.from(`date;close\n${dayOf(0)};1\n${dayOf(1)};2\n`),
        "BBB.csv": Buffer.from(`date;close\n${dayOf(0)};1\n${dayOf(1)};2\n`),
      }),
    );
    await until(() => outcomes.length === 2);
    expect(await closesOf("BBB")).toEqual([
      [dayOf(0), 1],
      [dayOf(1), 2],
    ]);
  });

  it("waits until a file is whole, and leaves those that say they are not", async () => {
    await watching();
    drop("growing.csv", "ticker;date;close\n");
    drop("later.csv.part", eveningText(0));
    for (const evening of [0, 1, 2, 3]) {
      await sleep(30);
      fs.appendFileSync(path.join(inboxFolder, "growing.csv"), `AAA;${dayOf(evening)};${10 + evening}\n`);
    }
    await until(() => outcomes.length === 1);
    expect(outcomes[0]!.refused).toEqual([]);
    expect(await closesOf("AAA")).toHaveLength(4);
    expect(namesIn()).toEqual(["later.csv.part"]);
  });

  it("lets those that are whole wait for one that still grows, so that an evening stays one change", async () => {
    await watching();
    drop("whole.csv", eveningText(0));
    drop("growing.csv", "ticker;date;close\n");
    for (const evening of Array.from({ length: 12 }, (_, k) => k)) {
      await sleep(30);
      fs.appendFileSync(path.join(inboxFolder, "growing.csv"), `AAA;${dayOf(evening)};${10 + evening}\n`);
    }
    await until(() => outcomes.length > 0);
    expect(outcomes[0]!.imported).toEqual(["growing.csv", "whole.csv"]);
    expect(await listChanges(db)).toHaveLength(1);
  });

  it("does not wait for ever for one that never ends", async () => {
    await watching();
    drop("whole.csv", eveningText(0));
    drop("endless.csv", "ticker;date;close\n");
    const growing = setInterval(() => {
      fs.appendFileSync(path.join(inboxFolder, "endless.csv"), " ");
    }, 20);
    try {
      await until(() => outcomes.length > 0);
    } finally {
      clearInterval(growing);
    }
    expect(outcomes[0]!.imported).toEqual(["whole.csv"]);
    expect(namesIn()).toEqual(["endless.csv"]);
  });

  it("imports the same file once, and one of the same name with other content", async () => {
    await watching();
    drop("evening.csv", eveningText(0));
    await until(() => outcomes.length === 1);
    drop("evening.csv", eveningText(0));
    await until(() => outcomes.length === 2);
    expect(outcomes[1]!.imported).toEqual([]);
    expect(await listChanges(db)).toHaveLength(1);
    drop("evening.csv", eveningText(1));
    await until(() => outcomes.length === 3);
    expect(await closesOf("AAA")).toHaveLength(2);
    // Those that were there under the name are not overwritten.
    expect(namesIn(DONE)).toHaveLength(3);
  });
});

describe("a watcher that is killed", () => {
  const KILLS = 14;

  function run(after: number): Promise<void> {
    const child = spawn(process.execPath, [fileURLToPath(watcherUrl), inboxFolder], {
      env: { ...process.env, YUBRIN_DB: file },
      stdio: ["ignore", "pipe", "pipe"],
    });
    return new Promise((resolve, reject) => {
      let errors = "";
      child.stderr.on("data", (chunk: Buffer) => (errors += chunk.toString()));
      child.stdout.once("data", () => setTimeout(() => child.kill("SIGKILL"), after));
      child.on("exit", (code) => {
        if (code === null && errors === "") resolve();
        else reject(new Error(`it ended by itself, or failed: ${errors.slice(-600)}`));
      });
    });
  }

  it(`loses nothing and imports nothing twice (seed ${SEED})`, { timeout: 120_000 }, async () => {
    const random = seeded(SEED);
    let evenings = 0;
    for (let kill = 0; kill < KILLS; kill++) {
      for (let k = 0; k < 2; k++) drop(`evening ${evenings}.csv`, eveningText(evenings++));
      drop(`bad ${kill}.csv`, `ticker;date;close\nAAA;${dayOf(0)};-${kill + 1}\n`);
      await run(Math.round(20 + 260 * random()));
    }
    await run(3_000);
    expect(namesIn()).toEqual([]);
    const good = Array.from({ length: evenings }, (_, k) => `evening ${k}.csv`).sort();
    const bad = Array.from({ length: KILLS }, (_, k) => `bad ${k}.csv`);
    expect(namesIn(DONE)).toEqual(good);
    expect(namesIn(REFUSED)).toEqual(bad.flatMap((name) => [name, `${name}.txt`]).sort());
    for (const ticker of ["AAA", "BBB"])
      expect(await closesOf(ticker)).toEqual(Array.from({ length: evenings }, (_, k) => [dayOf(k), 10 + k]));
    const imported = (await listArrivals(db, 1000)).filter(({ outcome }) => outcome === "imported").map(({ name }) => name);
    expect(imported.sort()).toEqual(good);
    expect(await db.raw("pragma quick_check")).toEqual([{ quick_check: "ok" }]);
  });
});
