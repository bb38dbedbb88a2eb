import fs from "node:fs";
import path from "node:path";
import { databasePath, openDatabase } from "../db.server";
import { FORMATS, TABLE_NAMES } from "../transfer/formats";
import { importFiles } from "../transfer/import.server";
import { progressLine, readArguments } from "./arguments";

const USAGE =
  "npm run import -- --from folder-or-file [--market CODE [--market-name NAME] [--currency CUR]]\n" +
  "--market names the market that tickers without an instrument row join.";

const values = readArguments(
  { from: { type: "string" }, market: { type: "string" }, "market-name": { type: "string" }, currency: { type: "string" } },
  USAGE,
);
const from = values.from ?? "";
if (from === "" || !fs.existsSync(from)) {
  console.error(from === "" ? `Name a folder or a file.\n\n${USAGE}` : `There is no ${from}.`);
  process.exit(2);
}
const files = fs.statSync(from).isDirectory()
  ? TABLE_NAMES.map((t) => FORMATS[t].file as string)
      .filter((name) => fs.existsSync(path.join(from, name)))
      .map((name) => ({ path: path.join(from, name), name }))
  : [{ path: from, name: path.basename(from) }];
const newMarket = values.market
  ? { market: values.market, name: values["market-name"] ?? values.market, currency: values.currency ?? "" }
  : undefined;
const db = await openDatabase(databasePath(), { busyMs: 10_000 });
const report = await importFiles(db, { files, newMarket }, { progress: progressLine("Importing") });
await db.destroy();
for (const note of report.notes) console.log(`note: ${note}`);
for (const { file, line, reason } of report.problems) console.error(`${file}${line > 0 ? `, line ${line}` : ""}: ${reason}`);
if (report.problemCount > report.problems.length) console.error(`… and ${report.problemCount - report.problems.length} more`);
if (!report.imported) {
  console.error(
    `Nothing was imported: ${report.problemCount} problem${report.problemCount === 1 ? "" : "s"}. ${databasePath()} is as it was.`,
  );
  process.exit(1);
}
console.log(`Imported into ${databasePath()}: ${report.words}.`);
