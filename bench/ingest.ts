import fs from "node:fs";
import path from "node:path";
import Papa from "papaparse";
import { isoDate, weekday } from "@core";
import { seeded } from "@core/testing";
import { openDatabase } from "@server/db.server";
import { dryRun } from "@server/ingest/dry-run.server";
import { lookAtFiles } from "@server/ingest/look-at-files";
import { readForms } from "@server/ingest/read-forms";
import { importFiles } from "@server/transfer/import.server";
import { row, timed } from "./rows";

const FILES = 500;
const SESSIONS = 5_040;

/** A folder of one-ticker files of twenty years: looked at, tried, imported; in one thread, where the server has two. */
export async function ingestRows(folder: string): Promise<void> {
  const given = writeFiles(path.join(folder, "prices"));
  const db = await openDatabase(path.join(folder, "ingest.db"));
  const unpacked = path.join(folder, "unpacked");
  fs.mkdirSync(unpacked);
  const [, parsing] = timed(() => {
    for (const file of given) Papa.parse(fs.readFileSync(file.path, "utf8"), { delimiter: "," });
  });
  const [seen, looking] = await waited(() => lookAtFiles(given, unpacked));
  row("500 one-ticker files of 20 years, looked at", looking);
  const forms = seen.forms.map((form) => ({ files: form.files, mapping: { ...form.mapping, market: "HOME" } }));
  const [read, reading] = await waited(() => readForms(forms, new Map(), () => undefined));
  row(
    "read and scaled to their adjusted close, in one thread",
    reading,
    `${(reading / parsing).toFixed(1)} x papaparse on the same files, which gives texts (${parsing.toFixed(0)} ms)`,
  );
  const request = { files: [], forms };
  const [, trying] = await waited(() => dryRun(db, request, { read }));
  row("tried against an empty database", trying);
  const [report, writing] = await waited(() => importFiles(db, request, { read }));
  if (report.rows["bars"] !== FILES * SESSIONS) throw new Error("not all bars were imported");
  row("imported", writing);
  const [, again] = await waited(() => dryRun(db, request, { read }));
  row("tried against all of it", again);
  await db.destroy();
}

/** A result that is waited for, and the ms that it took. */
async function waited<T>(work: () => Promise<T>): Promise<[T, number]> {
  const start = performance.now();
  const result = await work();
  return [result, performance.now() - start];
}

function writeFiles(folder: string): { path: string; name: string }[] {
  fs.mkdirSync(folder);
  const days: string[] = [];
  for (let day = 12_422; days.length < SESSIONS; day++) if (weekday(day) <= 5) days.push(isoDate(day));
  return Array.from({ length: FILES }, (_, file) => {
    const random = seeded(file + 1);
    let price = 20 + file / 10;
    const lines = days.map((day) => {
      const open = price * (0.995 + 0.01 * random());
      price *= 0.99 + 0.0201 * random();
      const cells = [open, Math.max(open, price) * 1.004, Math.min(open, price) * 0.996, price].map((x) => x.toFixed(4));
      return `${day},${cells.join(",")},${(0.9 * price).toFixed(6)},${Math.round(1e5 + 1e6 * random())}`;
    });
    const name = `T${String(file).padStart(3, "0")}.csv`;
    const own = path.join(folder, name);
    fs.writeFileSync(own, `Date,Open,High,Low,Close,Adj Close,Volume\n${lines.join("\n")}\n`);
    return { path: own, name };
  });
}
