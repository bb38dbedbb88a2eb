import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import type { Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { isoDate } from "@core";
import type { Dataset, InstrumentBars } from "@core/columns/dataset";
import { seeded } from "@core/testing";
import { makeWorld } from "@world/make-world";
import { openDatabase } from "../db.server";
import { getDataVersion } from "../stores/meta-store.server";
import { times } from "../testing/times";
import { dateCell, numberCell, oneOf, textCell } from "./cells";
import { exportFiles } from "./export.server";
import { importFiles, type ImportReport } from "./import.server";
import { writeDataset } from "./write-dataset.server";

/* Files that mean harm, or were harmed: a clear refusal with its place, soon, and nothing changed. */

const SEED = Number(process.env["YUBRIN_SEED"] ?? Date.now() % 1_000_000);
const HOME = { market: "HOME", name: "Home", currency: "ALD" };
const BARS = "ticker,date,open,high,low,close,volume\n";
let folder: string;
let db: Knex;

beforeEach(async () => {
  folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-hostile-"));
  db = await openDatabase(":memory:");
});
afterEach(async () => {
  await db.destroy();
  fs.rmSync(folder, { recursive: true, force: true });
});

async function importText(text: string | Buffer, name = "bars.csv"): Promise<ImportReport> {
  const place = path.join(folder, name);
  fs.writeFileSync(place, text);
  return importFiles(db, { files: [{ path: place, name }], newMarket: HOME });
}
const reasons = (report: ImportReport) => report.problems.map((p) => `${p.line} ${p.reason}`);

describe("cells of 100 kB", () => {
  const n = 100_000;
  it.each([
    ["digits", `${"1".repeat(n)}x`],
    ["digits with dots", "1.".repeat(n / 2)],
    ["exponents", "1e".repeat(n / 2)],
    ["signs", "+-".repeat(n / 2)],
    ["quotes", '"'.repeat(n)],
    ["dashes of dates", "2026-".repeat(n / 5)],
    ["blanks", `${" ".repeat(n)}x`],
  ])("of %s are refused at once, and named in short", (_name, text) => {
    const started = performance.now();
    for (const cell of [numberCell, dateCell, oneOf(["stock"])]) {
      const value = cell(text);
      expect(value).toBeInstanceOf(Error);
      expect((value as Error).message.length).toBeLessThan(120);
    }
    textCell(text);
    expect(performance.now() - started).toBeLessThan(300);
  });
});

describe("files of 100 kB", () => {
  const row = "AAA,2024-01-02,10,11,9,10.5,";
  it.each([
    ["a cell of digits", `${BARS}${row}${"1".repeat(100_000)}x\n`],
    ["quotes", `${BARS}${'"'.repeat(100_000)}\n`],
    ["quotes on lines of their own", `${BARS}${'"\n'.repeat(50_000)}`],
    ["quotes and commas", `${BARS}${'",'.repeat(50_000)}`],
    ["empty cells", `${BARS}${",".repeat(100_000)}\n`],
    ["a header of columns", `${"x,".repeat(50_000)}\n`],
    ["line ends", `${BARS}${"\n".repeat(100_000)}`],
    ["one long line", "a".repeat(100_000)],
    [
      "tickers of one letter more each",
      `${BARS}${Array.from({ length: 400 }, (_, k) => `${"A".repeat(k + 1)},2024-01-02,1,1,1,1,1`).join("\n")}\n`,
    ],
  ])("%s are read in a moment", async (_name, text) => {
    const started = performance.now();
    const report = await importText(text);
    // A second on a machine at rest; what grows with the square takes minutes.
    expect(performance.now() - started).toBeLessThan(4_000);
    for (const { reason, file } of report.problems) expect(reason.length + file.length).toBeLessThan(480);
    for (const note of report.notes) expect(note.length).toBeLessThan(400);
  });
});

describe("rows that are not what the first line says", () => {
  it.each([
    ["too few cells", "AAA,2024-01-02,10,11,9,10.5", "2 has 6 cells where the first line names 7"],
    ["too many", "AAA,2024-01-02,10,11,9,10.5,100,7,x", "2 has 9 cells where the first line names 7"],
    ["a decimal comma", "AAA,2024-01-02,10,11,9,10,5,100", "2 has 8 cells where the first line names 7; perhaps a decimal comma"],
    [
      "a number past all bounds",
      "AAA,2024-01-02,10,11,9,10.5,1e309",
      '2 volume needs a number that can be reckoned with, got "1e309"',
    ],
    ["Infinity", "AAA,2024-01-02,10,11,9,Infinity,1", '2 close needs a number with a decimal dot, got "Infinity"'],
    ["NaN", "AAA,2024-01-02,10,11,9,NaN,1", "2 close needs a number"],
  ])("%s", async (_name, row, reason) => {
    const report = await importText(`${BARS}${row}\n`);
    expect(report.imported).toBe(false);
    expect(reasons(report)[0]).toContain(reason);
  });
  it("a last line that was cut short is refused by its cells, or noted by its missing end", async () => {
    const whole = `${BARS}AAA,2024-01-02,10,11,9,10.5,100\nAAA,2024-01-03,10,11,9,10.5,1`;
    const noted = await importText(whole);
    expect(noted.imported).toBe(true);
    expect(noted.notes.join()).toContain("line 3, the last, has no end of line as the others have");
    expect((await importText(`${whole}\n`)).notes.join()).not.toContain("cut short");
    expect(reasons(await importText(whole.slice(0, -8)))[0]).toContain("3 has 5 cells");
  });
  it("a holiday twice", async () => {
    fs.writeFileSync(path.join(folder, "markets.csv"), "market,name,currency,broad_index,volatility_index\nHOME,Home,ALD,,\n");
    fs.writeFileSync(
      path.join(folder, "holidays.csv"),
      "market,date,known\nHOME,2024-01-01,2023-01-01\nHOME,2024-01-01,2023-02-01\n",
    );
    const files = ["markets.csv", "holidays.csv"].map((name) => ({ path: path.join(folder, name), name }));
    const report = await importFiles(db, { files });
    expect(reasons(report)).toEqual(["3 HOME has 2024-01-01 twice: it is on line 2 as well"]);
  });
});

describe("memory follows the size of the data", () => {
  it("few bars on very many days are refused, with what they would make", async () => {
    const rows = Array.from({ length: 4_000 }, (_, k) => `T${k},${isoDate(4_000 + 7 * k + 4)},1,1,1,1,1\n`);
    const report = await importText(BARS + rows.join(""));
    expect(report.imported).toBe(false);
    expect(reasons(report)[0]).toContain(
      "would make a market that is nearly empty: 4,000 instruments on 4,000 sessions of HOME for 4,000 bars",
    );
  });
  it("counts what is there already", async () => {
    const rows = (from: number, to: number) =>
      Array.from({ length: to - from }, (_, k) => `T${from + k},${isoDate(4_000 + 7 * (from + k) + 4)},1,1,1,1,1\n`).join("");
    expect((await importText(BARS + rows(0, 1_900))).imported).toBe(true);
    expect(reasons(await importText(BARS + rows(1_900, 3_000)))[0]).toContain("3,000 instruments on 3,000 sessions");
    expect(await getDataVersion(db)).toBe(1);
  });
  it("a row each of very many tickers takes little", async () => {
    const rows = Array.from({ length: 10_000 }, (_, k) => `T${k},2024-01-02,1,1,1,1,1\n`);
    const before = process.memoryUsage().arrayBuffers;
    let most = 0;
    const watch = setInterval(() => (most = Math.max(most, process.memoryUsage().arrayBuffers)), 5);
    const report = await importText(BARS + rows.join(""));
    clearInterval(watch);
    expect(report.imported).toBe(true);
    expect((most - before) / 10_000).toBeLessThan(1_200);
  }, 60_000);
});

describe(`500 files with something changed (seed ${SEED})`, () => {
  it(
    "are taken whole or refused with a place, and leave nothing in part",
    async () => {
      console.log(`mutated files: YUBRIN_SEED=${SEED}`);
      const random = seeded(SEED);
      const pick = (n: number) => Math.floor(random() * n);
      const source = await openDatabase(":memory:");
      // A dozen instruments with six bars each: small files, so that a change meets every kind of row.
      const whole = makeWorld(2, { stocks: 3, years: 1, reserve: 1 }).dataset;
      const kept = new Set([
        ...whole.bars.slice(0, 12).map((b) => b.ticker),
        ...whole.markets.flatMap((m) => [m.broadIndex, m.volatilityIndex]),
      ]);
      const own = <T extends { ticker: string }>(rows: readonly T[]) => rows.filter((row) => kept.has(row.ticker));
      const six = (b: InstrumentBars): InstrumentBars => ({
        ticker: b.ticker,
        days: b.days.slice(0, 6),
        ...{
          open: b.open.slice(0, 6),
          high: b.high.slice(0, 6),
          low: b.low.slice(0, 6),
          close: b.close.slice(0, 6),
          volume: b.volume.slice(0, 6),
        },
      });
      const small: Dataset = {
        markets: whole.markets,
        instruments: own(whole.instruments),
        bars: own(whole.bars).map(six),
        membership: own(whole.membership).slice(0, 30),
        holidays: whole.holidays.slice(0, 20),
        fundamentals: own(whole.fundamentals).slice(0, 20),
      };
      await writeDataset(source, small);
      const written = await exportFiles(source, path.join(folder, "out"));
      await source.destroy();
      const texts = new Map(written.map((place) => [path.basename(place), fs.readFileSync(place)]));
      const bits = [
        '"',
        ",",
        "\n",
        "\r\n",
        "\0",
        "-",
        "1e999",
        "NaN",
        "__proto__",
        "\u{1F600}",
        "'=1",
        "2024-02-30",
        ";",
        "\uFEFF",
        "0.0",
        "-1",
      ];
      const outcomes = { imported: 0, refused: 0 };
      for (let round = 0; round < times(500); round++) {
        const name = [...texts.keys()][pick(texts.size)]!;
        let bytes = Buffer.from(texts.get(name)!);
        for (let changes = 1 + pick(3); changes > 0; changes--) {
          const at = pick(bytes.length);
          const kind = pick(4);
          const bit = Buffer.from(bits[pick(bits.length)]!);
          if (kind === 0) bytes = Buffer.concat([bytes.subarray(0, at), bit, bytes.subarray(at)]);
          else if (kind === 1) bytes = Buffer.concat([bytes.subarray(0, at), bytes.subarray(at + 1 + pick(20))]);
          else if (kind === 2) bytes = Buffer.from(bytes.subarray(0, at));
          else bytes[at] = pick(256);
        }
        const files = [...texts.keys()].map((file) => {
          const place = path.join(folder, file);
          fs.writeFileSync(place, file === name ? bytes : texts.get(file)!);
          return { path: place, name: file };
        });
        const version = await getDataVersion(db);
        const report = await importFiles(db, { files });
        outcomes[report.imported ? "imported" : "refused"]++;
        expect(await getDataVersion(db)).toBe(report.imported ? version + 1 : version);
        if (!report.imported) expect(report.problemCount).toBeGreaterThan(0);
        for (const problem of report.problems) expect(problem.reason.length).toBeLessThan(420);
      }
      expect(outcomes.refused).toBeGreaterThan(100);
      expect(outcomes.imported).toBeGreaterThan(20);
    },
    times(120_000),
  );
});
