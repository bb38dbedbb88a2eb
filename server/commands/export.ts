import fs from "node:fs";
import { findEpochDay } from "@core";
import { databasePath, openDatabase } from "../db.server";
import { EXPORT_FORMS, exportFiles } from "../transfer/export.server";
import { progressLine, readArguments } from "./arguments";

const USAGE = "npm run export -- --out folder [--market CODE] [--from 2020-01-01] [--to 2024-12-31] [--as csv|parquet]";

const values = readArguments(
  {
    out: { type: "string" },
    market: { type: "string" },
    from: { type: "string" },
    to: { type: "string" },
    as: { type: "string", default: "csv" },
  },
  USAGE,
);
const stop = (message: string): never => {
  console.error(`${message}\n\n${USAGE}`);
  process.exit(2);
};
const day = (text: string | undefined): number | undefined => {
  if (text === undefined) return undefined;
  const found = findEpochDay(text);
  return Number.isNaN(found) ? stop(`"${text}" is not a date such as 2020-01-31.`) : found;
};
const out = values.out ?? stop("Name the folder to write to.");
const as = EXPORT_FORMS.find((form) => form === values.as) ?? stop(`"${values.as}" is none of ${EXPORT_FORMS.join(", ")}.`);
const scope = { market: values.market, from: day(values.from), to: day(values.to), as };
if (!fs.existsSync(databasePath())) stop(`There is no database at ${databasePath()}: name one with YUBRIN_DB.`);
const db = await openDatabase(databasePath(), { busyMs: 10_000 });
const written = await exportFiles(db, out, scope, progressLine("Exporting"));
await db.destroy();
console.log(written.join("\n"));
