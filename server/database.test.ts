import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import Driver from "better-sqlite3";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { inWords } from "./database-errors";
import { openDatabase, write } from "./db.server";
import { getDesk } from "./desk-of-app.server";
import { Unavailable } from "./errors";
import { saveItem, listItems } from "./items.server";
import { forLog } from "./log.server";
import { migrations } from "./migrations.server";

let folder: string;
let file: string;
beforeEach(() => {
  folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-database-"));
  file = path.join(folder, "mine.db");
});
afterEach(() => {
  fs.rmSync(folder, { recursive: true, force: true });
});
const zones = '{"version":1,"crowded":65,"washed":12}';

describe("a database that cannot serve says so in words", () => {
  it("written by a newer version", async () => {
    const db = await openDatabase(file);
    await db("knex_migrations").insert({ name: "999-from-the-future", batch: 9, migration_time: "" });
    await db.destroy();
    await expect(openDatabase(file)).rejects.toThrow("was written by a newer version of Yubrin. It is as it was");
  });
  it("another kind of file", async () => {
    fs.writeFileSync(file, "ticker,date\n".repeat(500));
    await expect(openDatabase(file)).rejects.toThrow("is not a database of Yubrin's");
  });
  it("that is only a folder", async () => {
    fs.mkdirSync(file);
    await expect(openDatabase(file)).rejects.toThrow(/cannot be opened/);
  });
  it.each([
    ["SQLITE_READONLY", "can only be read"],
    ["SQLITE_READONLY_DIRECTORY", "can only be read"],
    ["SQLITE_FULL", "the disk is full"],
    ["ENOSPC", "the disk is full"],
    ["SQLITE_IOERR_WRITE", "the disk answered with an error"],
    ["SQLITE_CORRUPT", "is damaged"],
    ["SQLITE_BUSY", "by another program"],
  ])("%s", (code, words) => {
    const said = inWords(Object.assign(new Error("insert into `kept` values ('secret')"), { code }), "mine.db");
    expect(said).toBeInstanceOf(Unavailable);
    expect((said as Error).message).toContain(words);
    expect((said as Error).message).not.toContain("secret");
  });
  it("and every other fault stays what it is", () => {
    const fault = new TypeError("x is undefined");
    expect(inWords(fault, "mine.db")).toBe(fault);
  });
  it("a save into a file that is gone, or was replaced, is not answered as saved", async () => {
    const db = await openDatabase(file);
    await saveItem(db, { kind: "breadth-zones", name: "default", body: zones });
    fs.renameSync(file, `${file}.away`);
    await expect(saveItem(db, { kind: "breadth-zones", name: "default", body: zones })).rejects.toThrow(
      "is gone while Yubrin was running",
    );
    fs.writeFileSync(file, "");
    await expect(saveItem(db, { kind: "breadth-zones", name: "default", body: zones })).rejects.toThrow(
      "was replaced by another file",
    );
    fs.rmSync(file);
    fs.renameSync(`${file}.away`, file);
    await saveItem(db, { kind: "breadth-zones", name: "default", body: zones });
    await db.destroy();
  });
  it("is tried again by whoever asks next", async () => {
    fs.writeFileSync(file, "no database".repeat(500));
    const before = process.env["YUBRIN_DB"];
    process.env["YUBRIN_DB"] = file;
    await expect(getDesk()).rejects.toThrow(Unavailable);
    fs.rmSync(file);
    const desk = await getDesk();
    expect(await desk.status()).toEqual({ dataVersion: 0, latest: null });
    expect(await getDesk()).toBe(desk);
    await desk.close();
    if (before === undefined) delete process.env["YUBRIN_DB"];
    else process.env["YUBRIN_DB"] = before;
  });
  it("is written so that what was answered outlives a power cut", async () => {
    const db = await openDatabase(file);
    expect(await db.raw("pragma synchronous")).toEqual([{ synchronous: 2 }]);
    expect(await db.raw("pragma journal_mode")).toEqual([{ journal_mode: "wal" }]);
    await db.destroy();
  });
});

describe("a lock that another program holds", () => {
  it("holds up nothing else, and the save is made once it is free", async () => {
    const db = await openDatabase(file);
    const other = new Driver(file);
    other.exec("BEGIN IMMEDIATE");
    let longest = 0;
    let last = performance.now();
    const beat = setInterval(() => {
      longest = Math.max(longest, performance.now() - last);
      last = performance.now();
    }, 5);
    const saving = saveItem(db, { kind: "breadth-zones", name: "default", body: zones });
    await new Promise((resolve) => setTimeout(resolve, 900));
    expect(await listItems(db, "breadth-zones")).toEqual([]);
    other.exec("COMMIT");
    await saving;
    clearInterval(beat);
    expect(await listItems(db, "breadth-zones")).toHaveLength(1);
    expect(longest).toBeLessThan(300);
    other.close();
    await db.destroy();
  });
  it("is told after a while", async () => {
    const db = await openDatabase(":memory:");
    const busy = Object.assign(new Error("locked"), { code: "SQLITE_BUSY" });
    const started = Date.now();
    await expect(write(db, () => Promise.reject(busy))).rejects.toThrow("being written by another program. Nothing was changed");
    expect(Date.now() - started).toBeLessThan(8_000);
    await db.destroy();
  }, 20_000);
});

describe("what the log says of an error", () => {
  it("has neither statements nor values", async () => {
    const db = await openDatabase(":memory:");
    const error: unknown = await db("items")
      .insert({ kind: "list", name: "my secret list", colour: "x" })
      .catch((e: unknown) => e);
    const said = JSON.stringify(forLog(error));
    expect(said).toContain("SQLITE_ERROR");
    expect(said).not.toMatch(/secret|insert into/i);
    await db.destroy();
  });
  it("tells what a worker threw, readably", () => {
    const said = forLog(Object.assign(new RangeError("needs n above 0"), { cause: new Error("deeper") }));
    expect(said).toMatchObject({ kind: "RangeError", message: "needs n above 0" });
    expect(said["stack"]).toContain("database.test.ts");
    expect(said["cause"]).toContain("deeper");
    expect(forLog("text")).toEqual({ error: "something that is no error was thrown" });
  });
});

describe("what was kept under a word of before", () => {
  const system = (measure: string) =>
    JSON.stringify({
      version: 1,
      market: "ALDANE",
      on: "composite",
      up: { all: [{ left: { measure }, comparator: "above", right: 0 }] },
      down: { not: { left: { measure: "rsi" }, comparator: "above", right: { measure } } },
    });
  it("is there under the present one, and under the earlier one when the change is taken back", async () => {
    const db = await openDatabase(file);
    const to = (direction: "up" | "down", name: string) =>
      db.migrate[direction]({ migrationSource: { getMigrations, getMigrationName, getMigration }, name });
    await to("down", "008-items");
    await to("down", "007-pressure");
    await db("kept").insert([
      { kind: "timing-system", name: "tide", body: system("tide") },
      { kind: "timing-system", name: "Other", body: system("rsi") },
    ]);
    await to("up", "007-pressure");
    await to("up", "008-items");
    const saved = await listItems(db, "timing-system");
    expect(saved.map((item) => item.name)).toEqual(["tide", "Other"]);
    expect(saved.map((item) => JSON.stringify(item.body))).toEqual([system("pressure"), system("rsi")]);
    await to("down", "008-items");
    await to("down", "007-pressure");
    expect(await db("kept").pluck<string[]>("body")).toEqual([system("tide"), system("rsi")]);
    await db.destroy();
  });
});

type Named = (typeof migrations)[number];
const getMigrations = () => Promise.resolve([...migrations]);
const getMigrationName = (migration: Named) => migration.name;
const getMigration = (migration: Named) => Promise.resolve(migration);
