import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { zipSync } from "fflate";
import { afterAll, describe, expect, it } from "vitest";
import type { InstrumentBars } from "@core/columns/dataset";
import { seeded } from "@core/testing";
import { times } from "../testing/times";
import { writeDialect, type Dialect } from "../testing/write-dialect";
import { lookAtFiles } from "./look-at-files";
import { readBatch } from "./read-forms";

/* Files that mean harm, or were harmed: refused in words or read with their faults listed, soon, and never with a fault of ours. */

const SEED = Number(process.env["YUBRIN_SEED"] ?? Date.now() % 1_000_000);
const folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-hostile-files-"));
afterAll(() => {
  fs.rmSync(folder, { recursive: true, force: true });
});
let count = 0;

/** Looks at a file and reads what is found, as an import would; gives the rows and the reasons. */
async function take(name: string, bytes: Uint8Array) {
  const own = path.join(folder, String(count++));
  fs.mkdirSync(path.join(own, "unpacked"), { recursive: true });
  const file = path.join(own, "given");
  fs.writeFileSync(file, bytes);
  const { forms, unreadable } = await lookAtFiles([{ path: file, name }], path.join(own, "unpacked"));
  const reasons = unreadable.map(({ reason }) => reason);
  let rows = 0;
  for (const form of forms) {
    const read = await readBatch(
      { form: { files: form.files, mapping: form.mapping }, files: form.files, known: new Map() },
      () => undefined,
    );
    for (const one of read.bars) {
      rows += one.rows;
      reasons.push(...one.problems.map(({ reason }) => reason));
      for (const bars of one.bars) expect(bars.days.every((day, k) => k === 0 || bars.days[k - 1]! < day)).toBe(true);
    }
    for (const one of read.names) reasons.push(...one.problems.map(({ reason }) => reason));
  }
  fs.rmSync(own, { recursive: true, force: true });
  return { rows, reasons };
}

const days = Int32Array.from({ length: 30 }, (_, k) => 19_723 + 7 * Math.floor(k / 5) + (k % 5));
const prices = Float64Array.from(days, (_, k) => 10 + k / 10);
const BARS: InstrumentBars[] = ["AAA", "BBB"].map((ticker) => ({
  ticker,
  days,
  open: prices,
  high: prices,
  low: prices,
  close: prices,
  volume: prices.map((p) => Math.round(1000 * p)),
}));
const headers = [
  ["ticker", "Symbol"],
  ["date", "Date"],
  ["open", "Open"],
  ["high", "High"],
  ["low", "Low"],
  ["close", "Close"],
  ["volume", "Volume"],
] as const;
const DIALECTS: readonly Dialect[] = [
  { headers },
  { headers, delimiter: ";", decimal: ",", quoted: true },
  { headers, encoding: "utf16le-bom", delimiter: "\t" },
  { headers, carrier: "json" },
  { headers, carrier: "parquet" },
  { headers, packed: "gz" },
  { headers, packed: "zip" },
];

describe(`files with some of their bytes changed (seed ${SEED})`, () => {
  it.each(
    DIALECTS.map(
      (dialect) => [dialect.packed ?? dialect.carrier ?? dialect.encoding ?? dialect.delimiter ?? "plain", dialect] as const,
    ),
  )("%s", { timeout: times(60_000) }, async (_name, dialect) => {
    const random = seeded(SEED);
    const [{ name, bytes }] = writeDialect(BARS, dialect) as [{ name: string; bytes: Uint8Array }];
    for (let k = 0; k < times(220); k++) {
      const harmed = Uint8Array.from(bytes);
      const changes = 1 + Math.floor(6 * random());
      for (let c = 0; c < changes; c++) harmed[Math.floor(random() * harmed.length)] = Math.floor(256 * random());
      const cut = random() < 0.2 ? harmed.subarray(0, Math.floor(random() * harmed.length)) : harmed;
      const started = performance.now();
      const { rows, reasons } = await take(name, cut);
      expect(rows + reasons.length).toBeGreaterThanOrEqual(0);
      expect(reasons.every((reason) => reason.length < 500)).toBe(true);
      expect(performance.now() - started).toBeLessThan(3_000);
    }
  });
});

describe("files that mean harm", () => {
  it("an archive whose names lead elsewhere writes nothing there", async () => {
    const outside = path.join(folder, "outside.csv");
    await take(
      "x.zip",
      zipSync({
        "../../outside.csv": Buffer.from("date;close\n2024-01-02;1\n"),
        "/etc/outside.csv": Buffer.from("date;close\n2024-01-02;1\n"),
      }),
    );
    expect(fs.existsSync(outside)).toBe(false);
  });
  it("a cell of a megabyte, a row without end, and a million columns are refused in short", async () => {
    const long = await take("a.csv", Buffer.from(`date;close\n2024-01-02;${"9".repeat(900_000)}\n2024-01-03;5\n`));
    expect(long.reasons.every((reason) => reason.length < 200)).toBe(true);
    const open = await take("a.csv", Buffer.from(`date;close\n2024-01-02;"${"5\n".repeat(700_000)}`));
    expect(open.reasons.length).toBeGreaterThan(0);
    const wide = await take("a.csv", Buffer.from(`date,${"x,".repeat(300_000)}y\n2024-01-02,${"1,".repeat(300_000)}1\n`));
    expect(wide.reasons.length).toBeGreaterThan(0);
  });
  it("JSON that is deep, or of no rows", async () => {
    for (const text of [
      "[".repeat(200_000),
      '{"a":{"b":[]}}',
      "[1,2,3]",
      '[{"date":"2024-01-02"},[]]',
      "[]",
      "{}",
      '{"x":[null]}',
    ])
      expect((await take("a.json", Buffer.from(text))).reasons.length, text.slice(0, 20)).toBeGreaterThan(0);
  });
});
