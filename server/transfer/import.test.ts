import { spawn } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { parquetReadObjects } from "hyparquet";
import { compressors } from "hyparquet-compressors";
import type { Knex } from "knex";
import Papa from "papaparse";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { isoDate } from "@core";
import { STUDIES } from "@studies/registry";
import { makeWorld } from "@world/make-world";
import { Desk } from "../ask/desk.server";
import importUrl from "../commands/import.ts?node-worker";
import { openDatabase } from "../db.server";
import { getDataVersion } from "../stores/meta-store.server";
import { differences } from "../testing/differences";
import { exampleParams } from "../testing/example-params";
import { lookAtFiles } from "../ingest/look-at-files";
import { lackOf } from "../ingest/mapping";
import { readBatch } from "../ingest/read-forms";
import { exportFiles } from "./export.server";
import { importFiles, type ImportReport } from "./import.server";
import { writeDataset } from "./write-dataset.server";

const world = makeWorld(3, { stocks: 26, years: 2, reserve: 5 }).dataset;
let folder: string;
let db: Knex;

beforeEach(async () => {
  folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-test-"));
  db = await openDatabase(path.join(folder, "test.db"));
});
afterEach(async () => {
  await db.destroy();
  fs.rmSync(folder, { recursive: true, force: true });
});

function write(name: string, text: string | Buffer) {
  const place = path.join(folder, name);
  fs.writeFileSync(place, text);
  return { path: place, name };
}
const BARS = "ticker,date,open,high,low,close,volume\n";
const HOME = { market: "HOME", name: "Home", currency: "ALD" };
const reasons = (report: ImportReport) => report.problems.map((p) => `${p.file}:${p.line} ${p.reason}`);

describe("a bars file alone", () => {
  it("makes its tickers stocks of the market that was named, and says so", async () => {
    const file = write("bars.csv", `${BARS}AAA,2024-01-02,10,11,9,10.5,100\nBBB,2024-01-02,5,5,5,5,0\n`);
    const report = await importFiles(db, { files: [file], newMarket: HOME });
    expect(report).toMatchObject({
      imported: true,
      problemCount: 0,
      rows: { bars: 2, instruments: 2, markets: 1 },
      dataVersion: 1,
    });
    expect(report.notes.join()).toContain(
      "2 tickers without an instrument row became stocks of Home, without a sector: AAA, BBB",
    );
    const answer = await new Desk(db).ask<{ rows: { ticker: string }[] }>({ study: "members", params: {} });
    expect(answer.result.rows.map((r) => r.ticker)).toEqual(["AAA", "BBB"]);
  });
  it("may have any name, its columns in any order, and unknown ones", async () => {
    const file = write("mine.csv", `close,colour,date,ticker\n10.5,red,2024-01-02,AAA\n`);
    const report = await importFiles(db, { files: [file], newMarket: HOME });
    expect(report.imported).toBe(true);
    expect(report.notes[0]).toBe("mine.csv: unknown columns are ignored (colour)");
  });
  it("adds to what is there, day by day", async () => {
    await importFiles(db, {
      files: [write("bars.csv", `${BARS}AAA,2024-01-02,10,11,9,10,1\nAAA,2024-01-03,10,11,9,10,1\n`)],
      newMarket: HOME,
    });
    await importFiles(db, { files: [write("bars.csv", `${BARS}AAA,2024-01-04,12,12,12,12,1\nAAA,2024-01-03,11,11,11,11,1\n`)] });
    const answer = await new Desk(db).ask<{ close: Float64Array }>({ study: "chart", params: { ticker: "AAA" } });
    expect(Array.from(answer.result.close)).toEqual([10, 11, 12]);
  });
});

describe("bad rows", () => {
  const good = "AAA,2024-01-02,10,11,9,10.5,100\n";
  it.each([
    ["a number that is none", `AAA,2024-01-03,ten,11,9,10.5,100`, 'bars.csv:3 open needs a number with a decimal dot, got "ten"'],
    ["a decimal comma", `AAA,2024-01-03,"10,5",11,9,10.5,100`, 'bars.csv:3 open needs a number with a decimal dot, got "10,5"'],
    [
      "a date that is none",
      `AAA,2024-02-30,10,11,9,10.5,100`,
      'bars.csv:3 date needs a date such as 2026-03-14, got "2024-02-30"',
    ],
    ["high below low", `AAA,2024-01-03,10,9,11,10,100`, "bars.csv:3 high 9 is below low 11"],
    ["close above high", `AAA,2024-01-03,10,11,9,12,100`, "bars.csv:3 close 12 lies outside low 9 to high 11"],
    ["open below low", `AAA,2024-01-03,8,11,9,10,100`, "bars.csv:3 open 8 lies outside low 9 to high 11"],
    ["a price of 0", `AAA,2024-01-03,10,11,0,10,100`, "bars.csv:3 low is 0: a price is above 0"],
    ["negative volume", `AAA,2024-01-03,10,11,9,10,-5`, "bars.csv:3 volume is negative: -5"],
    ["no close", `AAA,2024-01-03,10,11,9,,5`, "bars.csv:3 close is empty"],
    ["a Saturday", `AAA,2024-01-06,10,11,9,10,5`, "bars.csv:3 date is a Saturday: sessions are Monday to Friday"],
    ["a day twice", `AAA,2024-01-02,10,11,9,10,5`, "bars.csv:3 AAA has 2024-01-02 twice: it is on line 2 as well"],
  ])("%s is listed with its line, and nothing is imported", async (_name, row, reason) => {
    const report = await importFiles(db, {
      files: [write("bars.csv", `${BARS}${good}${row}\nAAA,2024-01-05,10,11,9,10.5,100\n`)],
      newMarket: HOME,
    });
    expect(reasons(report)).toEqual([reason]);
    expect(report).toMatchObject({ imported: false, problemCount: 1, dataVersion: null });
    expect(await db("instruments").count("* as n")).toEqual([{ n: 0 }]);
    expect(await getDataVersion(db)).toBe(0);
  });
  it("an unknown ticker, where no market is named for it", async () => {
    const report = await importFiles(db, { files: [write("bars.csv", `${BARS}${good}`)] });
    expect(reasons(report)).toEqual([
      "bars.csv:2 unknown ticker AAA: it has no instrument row, and no market was named for new ones",
    ]);
  });
  it("unknown tickers and markets in the other files", async () => {
    const report = await importFiles(db, {
      files: [
        write(
          "membership.csv",
          "group,kind,ticker,from,to,weight\nX,index,NONE,2024-01-02,,\nX,heap,NONE,2024-01-02,,\nX,list,NONE,2024-01-02,2023-01-02,\n",
        ),
        write("holidays.csv", "market,date,known\nNOWHERE,2024-01-01,2023-11-01\n"),
        write("instruments.csv", "ticker,name,kind,market\nAAA,Aa,stock,NOWHERE\nAAA,Ab,stock,\n"),
      ],
    });
    expect(reasons(report)).toEqual([
      'membership.csv:3 kind needs one of index, theme, fund, region, asset-class, family, list, got "heap"',
      "membership.csv:4 to lies before from",
      "instruments.csv:2 unknown market NOWHERE",
      "membership.csv:2 unknown ticker NONE",
      "membership.csv:4 unknown ticker NONE",
      "holidays.csv:2 unknown market NOWHERE",
      "instruments.csv:0 AAA has more than one row",
    ]);
  });
  it("lines are counted past quoted line ends and blank lines", async () => {
    const report = await importFiles(db, {
      files: [write("instruments.csv", 'ticker,name,kind\nAAA,"two\nlines",stock\n\nBBB,Bb,rock\n')],
    });
    expect(reasons(report)[0]).toMatch(/^instruments\.csv:5 kind needs one of/);
  });
  it("all are counted, the first 200 listed", async () => {
    const report = await importFiles(db, { files: [write("bars.csv", BARS + "AAA,x,1,1,1,1,1\n".repeat(500))], newMarket: HOME });
    expect([report.problemCount, report.problems.length, report.problems[199]!.line]).toEqual([500, 200, 201]);
  });
});

describe("files that are none", () => {
  it.each([
    ["an archive", Buffer.from([0x50, 0x4b, 3, 4, 0, 0, 8, 0]), "is not a CSV file"],
    ["bytes that are not UTF-8", Buffer.from("ticker,date,close\nM\xfcller,2024-01-02,1\n", "latin1"), "is not UTF-8 text"],
    ["a page", "<html><body>no</body></html>", "is not a bars.csv: its first line lacks ticker, date, close"],
    ["nothing", "", "is empty"],
    ["a quote that is never closed", `${BARS}"${"x".repeat(2_200_000)}\n`, "perhaps a quote is not closed"],
  ])("%s", async (_name, content, reason) => {
    const report = await importFiles(db, { files: [write("bars.csv", content)], newMarket: HOME });
    expect(report.imported).toBe(false);
    expect(reasons(report)[0]).toContain(reason);
  });
  it("a file of 200 MB where 100 are taken, told before it is read", async () => {
    const file = write("bars.csv", BARS);
    fs.truncateSync(file.path, 200_000_000);
    const report = await importFiles(db, { files: [file], newMarket: HOME, mostBytes: 100_000_000 });
    expect(reasons(report)).toEqual([
      "bars.csv:0 has 200 MB; the most that is taken here is 100 MB. Larger files go through npm run import.",
    ]);
  });
  it("an unknown name among several", async () => {
    const report = await importFiles(db, { files: [write("bars.csv", BARS), write("notes.txt", "x")] });
    expect(reasons(report)[0]).toContain("notes.txt:0 is none of markets.csv, instruments.csv");
  });
});

describe("export then import", () => {
  it("gives a database whose every study answers the same, and the same files again", async () => {
    await writeDataset(db, world);
    const out = path.join(folder, "out");
    const written = await exportFiles(db, out);
    const second = await openDatabase(path.join(folder, "second.db"));
    const files = written.map((place) => ({ path: place, name: path.basename(place) }));
    const report = await importFiles(second, { files });
    expect(reasons(report)).toEqual([]);
    const [a, b] = [new Desk(db), new Desk(second)];
    for (const asOf of [undefined, isoDate(world.bars[0]!.days[150]!)]) {
      for (const study of STUDIES.values()) {
        const question = { study: study.name, params: exampleParams(world, study.examples.at(-1)!), asOf };
        expect(differences(await a.ask(question), await b.ask(question))).toEqual([]);
      }
    }
    const again = await exportFiles(second, path.join(folder, "again"));
    again.forEach((place, k) => {
      expect(fs.readFileSync(place, "utf8")).toBe(fs.readFileSync(written[k]!, "utf8"));
    });
    await second.destroy();
  });
  it("of one market takes along what belongs to none, so that its studies answer the same", async () => {
    await writeDataset(db, world);
    const written = await exportFiles(db, path.join(folder, "home"), { market: "ALDANE" });
    const second = await openDatabase(path.join(folder, "second.db"));
    const report = await importFiles(second, { files: written.map((place) => ({ path: place, name: path.basename(place) })) });
    expect(reasons(report)).toEqual([]);
    const [a, b] = [new Desk(db), new Desk(second)];
    for (const study of STUDIES.values()) {
      for (const example of study.examples) {
        const question = { study: study.name, params: exampleParams(world, example), market: "ALDANE" };
        expect(differences(await a.ask(question), await b.ask(question))).toEqual([]);
      }
    }
    await second.destroy();
  });
  it("as Parquet says the same as the CSV files, to the last digit", async () => {
    await writeDataset(db, world);
    const csv = await exportFiles(db, path.join(folder, "csv"), { market: "ALDANE" });
    const parquet = await exportFiles(db, path.join(folder, "parquet"), { market: "ALDANE", as: "parquet" });
    expect(parquet.map((file) => path.basename(file))).toEqual(csv.map((file) => path.basename(file, ".csv") + ".parquet"));
    for (const [k, file] of parquet.entries()) {
      const bytes = fs.readFileSync(file);
      const rows = await parquetReadObjects({
        file: bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length),
        compressors,
      });
      const wanted = Papa.parse<Record<string, string>>(fs.readFileSync(csv[k]!, "utf8").trim(), { header: true }).data;
      expect(rows.length, file).toBe(wanted.length);
      // All rows of small tables, and every 17th of large ones.
      for (let at = 0; at < rows.length; at += rows.length > 2000 ? 17 : 1) {
        const row = rows[at]! as Readonly<Record<string, string | number | Date | null>>;
        const cells = Object.entries(row).map(([key, value]): [string, string | number] => [
          key,
          value === null ? "" : value instanceof Date ? value.toISOString().slice(0, 10) : value,
        ]);
        const same = cells.map(([key, value]) => {
          const text = wanted[at]![key]!;
          return [key, typeof value === "number" ? Number(text) : text];
        });
        expect(cells).toEqual(same);
      }
    }
  });
  it("of bars as Parquet is taken in again as any file is", async () => {
    await writeDataset(db, world);
    const [bars] = (await exportFiles(db, path.join(folder, "parquet"), { as: "parquet" })).filter((f) =>
      f.endsWith("bars.parquet"),
    );
    const { forms } = await lookAtFiles([{ path: bars!, name: "bars.parquet" }], folder);
    const [{ files: ofForm, mapping }] = forms as [(typeof forms)[number]];
    expect(lackOf(mapping)).toBeUndefined();
    const read = await readBatch(
      { form: { files: ofForm, mapping, ticker: undefined }, files: ofForm, known: new Map() },
      () => undefined,
    );
    const found = new Map(read.bars.flatMap((one) => one.bars).map((own) => [own.ticker, own]));
    expect(found.size).toBe(world.bars.filter((own) => own.days.length > 0).length);
    for (const own of world.bars) if (own.days.length > 0) expect(found.get(own.ticker)).toEqual(own);
  });
  it("keeps names that a spreadsheet would take for formulas, guarded in the file", async () => {
    await importFiles(db, { files: [write("instruments.csv", 'ticker,name,kind\nAAA,"=1+1, ""so""",stock\n')] });
    const out = path.join(folder, "out");
    await exportFiles(db, out);
    expect(fs.readFileSync(path.join(out, "instruments.csv"), "utf8")).toContain(`AAA,"'=1+1, ""so""",stock`);
    await importFiles(db, { files: [{ path: path.join(out, "instruments.csv"), name: "instruments.csv" }] });
    expect(await db("instruments").pluck("name")).toEqual(['=1+1, "so"']);
  });
  it("of a span of days and a market leaves the rest out", async () => {
    await writeDataset(db, world);
    const days = world.bars[0]!.days;
    const [written] = (
      await exportFiles(db, path.join(folder, "part"), { market: "ALDANE", from: days[10]!, to: days[12]! })
    ).filter((f) => f.endsWith("bars.csv"));
    const dates = new Set(
      fs
        .readFileSync(written!, "utf8")
        .trim()
        .split("\r\n")
        .slice(1)
        .map((line) => line.split(",")[1]),
    );
    expect([...dates].sort()).toEqual([10, 11, 12].map((k) => isoDate(days[k]!)));
  });
});

describe("a process killed while it imports", () => {
  it("leaves the old data whole", async () => {
    await importFiles(db, { files: [write("bars.csv", `${BARS}AAA,2024-01-02,10,11,9,10,1\n`)], newMarket: HOME });
    await db.destroy();
    const rows = Array.from({ length: 2500 }, (_, i) =>
      Array.from({ length: 40 }, (_, d) => `T${i},${isoDate(15_000 + 7 * Math.floor(d / 5) + (d % 5) + 5)},10,11,9,10,1\n`).join(
        "",
      ),
    ).join("");
    write("bars.csv", `${BARS}AAA,2024-01-03,99,99,99,99,1\n${rows}`);
    const child = spawn(
      process.execPath,
      [fileURLToPath(importUrl), "--from", path.join(folder, "bars.csv"), "--market", "HOME"],
      {
        env: { ...process.env, YUBRIN_DB: path.join(folder, "test.db") },
      },
    );
    // Killed once it writes: past 70% all rows are read.
    const writing = await new Promise<string>((resolve, reject) => {
      let said = "";
      child.stdout.on("data", (chunk: Buffer) => {
        said += chunk.toString();
        const share = Number(/(\d+)%\s*$/.exec(said.trim())?.[1] ?? 0);
        if (share < 80) return;
        child.kill("SIGKILL");
        resolve(said);
      });
      child.on("exit", (code) => {
        if (code !== null) reject(new Error(`it ended by itself: ${said}`));
      });
    });
    expect(writing).toContain("80%");
    if (child.exitCode === null && child.signalCode === null) await new Promise((resolve) => child.on("exit", resolve));
    db = await openDatabase(path.join(folder, "test.db"));
    expect(await db.raw("pragma integrity_check")).toEqual([{ integrity_check: "ok" }]);
    expect(await db("instruments").pluck("ticker")).toEqual(["AAA"]);
    expect(await getDataVersion(db)).toBe(1);
    const answer = await new Desk(db).ask<{ close: Float64Array }>({ study: "chart", params: { ticker: "AAA" } });
    expect(Array.from(answer.result.close)).toEqual([10]);
  });
});
