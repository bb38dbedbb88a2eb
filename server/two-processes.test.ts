import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { afterAll, afterEach, beforeEach, describe, expect, it } from "vitest";
import { derivedColumns } from "@studies/market/derived";
import { STUDIES } from "@studies/registry";
import { makeWorld } from "@world/make-world";
import { Desk } from "./ask/desk.server";
import { listChanges, removeInstrument, removeMarket, undoChange } from "./data-changes.server";
import { openDatabase } from "./db.server";
import { Conflict, NotFound } from "./errors";
import { Feed } from "./feed/feed.server";
import { differences } from "./testing/differences";
import { exampleParams } from "./testing/example-params";
import { downloadLines, exportFiles } from "./transfer/export.server";
import { importFiles } from "./transfer/import.server";
import { writeDataset } from "./transfer/write-dataset.server";
import { writeWorld } from "./transfer/write-world.server";

/* Two processes on one file, one moment for what is read for long, and imports that are taken back. */

const world = makeWorld(8, { stocks: 10, years: 1, reserve: 12 });
const folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-two-"));
let count = 0;
let file: string;
let a: Desk;
beforeEach(async () => {
  file = path.join(folder, `${++count}.db`);
  const db = await openDatabase(file);
  await writeWorld(db, world);
  a = new Desk(db);
});
afterEach(() => a.close());
afterAll(() => {
  fs.rmSync(folder, { recursive: true, force: true });
});

const stock = world.dataset.instruments.find((i) => i.kind === "stock" && i.market === "ALDANE")!;
const bars = world.dataset.bars.find((b) => b.ticker === stock.ticker)!;
const empty = { markets: [], instruments: [], bars: [], membership: [], holidays: [], fundamentals: [] };
const one = (x: number) => Float64Array.of(x);
const barOn = (day: number, price: number) => ({
  ticker: stock.ticker,
  days: Int32Array.of(day),
  ...{ open: one(price), high: one(price), low: one(price), close: one(price), volume: one(1) },
});

async function answers(desk: Desk): Promise<unknown[]> {
  const all: unknown[] = [];
  for (const study of STUDIES.values()) {
    const { provisional, ...answer } = await desk.ask({
      study: study.name,
      params: exampleParams(world.dataset, study.examples[0]!),
    });
    all.push({ ...answer, provisional });
  }
  return all;
}
/** What a desk answers, against one that reads the file anew. */
async function fromAnew(desk: Desk): Promise<string[]> {
  const fresh = new Desk(await openDatabase(file));
  const found = differences(await answers(desk), await answers(fresh));
  await fresh.close();
  return found;
}

describe("two processes on one file", () => {
  it("a step of the feed after another's import answers with what was imported", async () => {
    const feed = new Feed(a);
    await answers(a);
    await feed.step();
    const other = await openDatabase(file);
    await writeDataset(other, { ...empty, bars: [barOn(bars.days[100]!, 777)] });
    await feed.step();
    expect(await fromAnew(a)).toEqual([]);
    // And beside each other, so that the import comes between the look at the markets and the step.
    await Promise.all([
      feed.close(),
      writeDataset(other, { ...empty, bars: [barOn(bars.days[101]!, 888)] }).catch(() => undefined),
      feed.step(),
    ]);
    expect(await fromAnew(a)).toEqual([]);
    await other.destroy();
  });
  it("two that are told to step deliver each session once", async () => {
    const b = new Desk(await openDatabase(file));
    const feeds = [new Feed(a), new Feed(b)];
    await answers(a);
    await answers(b);
    const left = world.reserve.length;
    await Promise.all(Array.from({ length: 16 }, (_, k) => feeds[k % 2]!.step()));
    expect((await feeds[0]!.state()).left).toBe(left - 4);
    const days = await a.db("delivered_sessions").orderBy("day").pluck<number[]>("day");
    expect(days).toEqual(world.reserve.slice(0, 4).map((s) => s.day));
    const joins = world.reserve.slice(0, 4).flatMap((s) => s.joins).length;
    expect(await a.db("memberships").count({ n: "*" })).toEqual([{ n: world.dataset.membership.length + joins }]);
    expect(await fromAnew(a)).toEqual([]);
    expect(await fromAnew(b)).toEqual([]);
    await b.close();
  });
});

describe("what is read for long is of one moment", () => {
  it("a download sees nothing of what is imported meanwhile", async () => {
    const lines = async (between: () => Promise<unknown> = () => Promise.resolve()) => {
      const got: string[] = [];
      for await (const text of downloadLines(a.db, "bars")) {
        if (got.length === 0) await between();
        got.push(text);
      }
      return got.join("");
    };
    const before = await lines();
    const during = await lines(() => writeDataset(a.db, { ...empty, bars: [barOn(bars.days[50]!, 4321)] }));
    expect(during).toBe(before);
    expect(await lines()).toContain("4321");
  });
  it("an export that fails leaves the files of before", async () => {
    const out = path.join(folder, "out");
    await exportFiles(a.db, out);
    const before = fs.readFileSync(path.join(out, "bars.csv"), "utf8");
    await writeDataset(a.db, { ...empty, bars: [barOn(bars.days[50]!, 99)] });
    const failing = exportFiles(a.db, out, {}, () => {
      throw new Error("stopped");
    });
    await expect(failing).rejects.toThrow("stopped");
    expect(fs.readFileSync(path.join(out, "bars.csv"), "utf8")).toBe(before);
    expect(fs.readdirSync(out).filter((name) => name.endsWith("unfinished"))).toEqual([]);
  });
});

describe("an import or a removal", () => {
  const csv = (name: string, text: string) => {
    fs.writeFileSync(path.join(folder, name), text);
    return { path: path.join(folder, name), name };
  };
  it("is undone in order, to what stood before, bit for bit", async () => {
    const before = await answers(a);
    const report = await importFiles(a.db, {
      files: [
        csv(
          "bars.csv",
          `ticker,date,open,high,low,close,volume\n${stock.ticker},2026-06-11,1,1,1,1,1\nNEWLY,2026-06-11,5,5,5,5,5\n`,
        ),
        csv("membership.csv", `group,kind,ticker,from,to,weight\nALBRO,index,NEWLY,2026-01-01,,\n`),
        csv("markets.csv", "market,name,currency,broad_index,volatility_index\nALDANE,Renamed,ALD,,\n"),
      ],
      newMarket: { market: "ALDANE", name: "Aldane", currency: "ALD" },
    });
    expect(report).toMatchObject({ imported: true, problemCount: 0 });
    await removeInstrument(a.db, stock.ticker);
    await removeMarket(a.db, "CORVANY");
    const changes = await listChanges(a.db);
    expect(changes.map((c) => [c.kind, c.words])).toEqual([
      ["removal", expect.stringMatching(/^Corvany with \d+ instruments$/)],
      ["removal", `${stock.ticker} (${stock.name})`],
      ["import", "bars.csv, membership.csv, markets.csv: 1 market, 1 instrument, 1 membership, 2 bars"],
    ]);
    expect((await a.listMarkets()).map((m) => m.market)).toEqual(["ALDANE"]);
    await expect(undoChange(a.db, changes[2]!.id)).rejects.toThrow(Conflict);
    for (const { id } of changes) await undoChange(a.db, id);
    await expect(undoChange(a.db, changes[0]!.id)).rejects.toThrow(NotFound);
    const later = await answers(a);
    expect(differences(later, before)).toEqual([]);
    expect(await fromAnew(a)).toEqual([]);
    expect(await a.db("data_changes").count({ n: "*" })).toEqual([{ n: 0 }]);
    expect(await a.db("change_blocks").count({ n: "*" })).toEqual([{ n: 0 }]);
  });
  it("that the feed has delivered after can no longer be undone, and says so", async () => {
    await importFiles(a.db, { files: [csv("bars.csv", `ticker,date,close\n${stock.ticker},2026-06-11,1\n`)] });
    await new Feed(a).step();
    const [change] = await listChanges(a.db);
    await expect(undoChange(a.db, change!.id)).rejects.toThrow("The feed has delivered sessions since");
    expect(await listChanges(a.db)).toHaveLength(1);
  });
  it("is kept for the last ten", async () => {
    for (let k = 0; k < 12; k++)
      await importFiles(a.db, { files: [csv("bars.csv", `ticker,date,close\n${stock.ticker},2026-06-11,${k + 1}\n`)] });
    expect(await listChanges(a.db)).toHaveLength(10);
    await expect(removeInstrument(a.db, "NOBODY")).rejects.toThrow(NotFound);
    await expect(removeMarket(a.db, "NOWHERE")).rejects.toThrow(NotFound);
  });
});

describe("groups that do not exist", () => {
  it("are not found, and leave nothing behind", async () => {
    await answers(a);
    for (const study of ["breadth", "followed", "internals", "members"])
      for (const group of ["sector:Nowhere", "group:NOTHING", "stocks:NOBODY", "any:sector:Nowhere|industry:None"])
        await expect(a.ask({ study, params: { group } })).rejects.toThrow(/has no member in Aldane by/);
    await expect(a.ask({ study: "rotation", params: { in: "group:NOTHING" } })).rejects.toThrow(NotFound);
    await expect(a.ask({ study: "stocks", params: { group: ["sector:Nowhere"] } })).rejects.toThrow(NotFound);
    expect((await a.ask({ study: "series", params: { key: "sector:Nowhere" } })).result).toBeUndefined();
    // One that is known among those that are not is enough, and of a focus they count nothing.
    const { sector } = stock;
    expect((await a.ask({ study: "stocks", params: { group: ["sector:Nowhere", `sector:${sector}`] } })).result).toBeDefined();
    expect((await a.ask<{ stocks: number }>({ study: "focus", params: { group: ["sector:Nowhere"] } })).result.stocks).toBe(0);
    const [data] = (await a.markets).values();
    expect([...derivedColumns(data!).keys()].filter((name) => /Nowhere|NOTHING|NOBODY/.test(name))).toEqual([]);
  });
});
