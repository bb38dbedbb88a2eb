import fs from "node:fs";
import path from "node:path";
import { databasePath, openDatabase } from "../db.server";
import { Inbox } from "../inbox/inbox";
import { importGiven } from "../ingest/import-given.server";
import { IngestHere } from "../ingest/ingest-here";
import { makeUploadFolder, removeUploadFolder } from "../transfer/upload-folders.server";
import { progressLine, readArguments } from "./arguments";

const USAGE =
  "npm run import -- --from folder-or-file [--market CODE [--market-name NAME] [--currency CUR]] [--only-good]\n" +
  "npm run import -- --watch folder [--market CODE …]\n" +
  "Files may have any usual form; what was chosen for files of a form on the Data screen is used for the next of them.\n" +
  "--market names the market that new tickers join; --only-good leaves out rows with a problem instead of refusing all.";

const values = readArguments(
  {
    from: { type: "string" },
    watch: { type: "string" },
    market: { type: "string" },
    "market-name": { type: "string" },
    currency: { type: "string" },
    "only-good": { type: "boolean" },
  },
  USAGE,
);
const choose = {
  ...(values.market === undefined ? {} : { market: values.market, marketName: values["market-name"] ?? values.market }),
  ...(values.currency === undefined ? {} : { currency: values.currency }),
};
const database = databasePath();
if (values.watch !== undefined) await watchFolder(values.watch);
else await importOnce(values.from ?? "");

async function importOnce(from: string): Promise<void> {
  if (from === "" || !fs.existsSync(from)) {
    console.error(from === "" ? `Name a folder or a file.\n\n${USAGE}` : `There is no ${from}.`);
    process.exit(2);
  }
  const names = fs.statSync(from).isDirectory()
    ? fs
        .readdirSync(from, { withFileTypes: true })
        .flatMap((one) => (one.isFile() && !one.name.startsWith(".") ? [one.name] : []))
    : [path.basename(from)];
  const folder = fs.statSync(from).isDirectory() ? from : path.dirname(from);
  const db = await openDatabase(database, { busyMs: 10_000 });
  const unpacked = makeUploadFolder();
  const report = await importGiven(
    db,
    new IngestHere(db),
    {
      files: names.map((name) => ({ path: path.join(folder, name), name })),
      folder: unpacked,
      database,
      choose,
      onlyGood: values["only-good"] ?? false,
    },
    { tell: progressLine("Importing"), signal: new AbortController().signal },
  ).finally(() => {
    removeUploadFolder(unpacked);
  });
  await db.destroy();
  for (const note of report.notes) console.log(`note: ${note}`);
  for (const { file, line, reason } of report.problems) console.error(`${file}${line > 0 ? `, line ${line}` : ""}: ${reason}`);
  if (report.problemCount > report.problems.length) console.error(`… and ${report.problemCount - report.problems.length} more`);
  if (!report.imported) {
    console.error(
      `Nothing was imported: ${report.problemCount} problem${report.problemCount === 1 ? "" : "s"}. ${database} is as it was.`,
    );
    process.exit(1);
  }
  console.log(`Imported into ${database}: ${report.words}.`);
}

async function watchFolder(folder: string): Promise<void> {
  const db = await openDatabase(database, { busyMs: 10_000 });
  const inbox = new Inbox({
    db,
    database,
    folder: path.resolve(folder),
    ingest: new IngestHere(db),
    choose,
    onDone({ imported, refused, words }) {
      if (imported.length > 0) console.log(`Imported ${imported.join(", ")}: ${words}.`);
      for (const { name, reasons } of refused) console.error(`Refused ${name}: ${reasons[0] ?? ""}`);
    },
    onError(error) {
      console.error(error instanceof Error ? error.message : error);
    },
  });
  await inbox.start();
  console.log(`Watching ${path.resolve(folder)} for ${database}; Ctrl-C ends it.`);
  for (const signal of ["SIGINT", "SIGTERM"])
    process.on(signal, () => {
      void inbox
        .stop()
        .then(() => db.destroy())
        .then(() => process.exit(0));
    });
}
