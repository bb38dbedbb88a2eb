// Starts the built server over a fresh database: `made` and `fed` hold small markets (what is changed is changed in the
// latter), `empty` nothing. Beside the made one stand its tables as CSV files, for the journeys that import.
import { spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";

const which = process.argv[2] ?? "made";
const folder = path.resolve("test-results", `e2e-${which}`);
fs.rmSync(folder, { recursive: true, force: true });
fs.mkdirSync(folder, { recursive: true });
process.env.YUBRIN_DB = path.join(folder, "yubrin.db");
const run = (command, ...args) => {
  const { status } = spawnSync(process.execPath, ["--import", "tsx", `server/commands/${command}.ts`, ...args], {
    stdio: "inherit",
  });
  if (status !== 0) process.exit(status ?? 1);
};
if (which !== "empty") run("world", "--stocks", which === "made" ? "90" : "60", "--years", "6", "--seed", "11");
if (which === "made") run("export", "--out", path.join(folder, "csv"));
await import("../server.js");
