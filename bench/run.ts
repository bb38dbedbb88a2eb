import { spawnSync } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { calculationRows } from "./calculations";
import { ingestRows } from "./ingest";
import { javascriptRows } from "./javascript";
import { row, timed } from "./rows";
import { scaleRows } from "./scale";
import { serverRows, stop } from "./server";

/*
 * npm run bench: a row for each job with its time and, where there is one, the ratio to a reference calculation of the
 * same job in the same run, or its budget. Times move with the machine; ratios are what to hold.
 */

const folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-bench-"));
const database = path.join(folder, "bench.db");

if (process.argv[2] === "scale") {
  await scaleRows(folder).finally(async () => {
    await stop();
    fs.rmSync(folder, { recursive: true, force: true });
  });
  process.exit(0);
}
try {
  const node = (...args: string[]) => {
    if (spawnSync(process.execPath, args, { stdio: ["ignore", "ignore", "inherit"] }).status !== 0)
      throw new Error(`${args.join(" ")} failed`);
  };
  const [, making] = timed(() => {
    node("--import", "tsx", "server/commands/world.ts", "--out", database);
  });
  row("database making from nothing", making);
  await calculationRows(database, folder);
  await ingestRows(folder);
  node("node_modules/@react-router/dev/bin.js", "build", "--logLevel", "error");
  javascriptRows();
  await serverRows(database);
} finally {
  await stop();
  fs.rmSync(folder, { recursive: true, force: true });
}
