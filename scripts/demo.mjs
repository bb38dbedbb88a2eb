// Builds what is out of date, makes the demo database when there is none, and starts the server.
import { spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";

function newest(place) {
  if (!fs.existsSync(place)) return 0;
  if (!fs.statSync(place).isDirectory()) return fs.statSync(place).mtimeMs;
  return Math.max(0, ...fs.readdirSync(place).map((name) => newest(path.join(place, name))));
}

function node(...args) {
  const { status } = spawnSync(process.execPath, args, { stdio: "inherit" });
  if (status !== 0) process.exit(status ?? 1);
}

const built = "build/server/index.js";
const sources = [
  "app",
  "core",
  "public",
  "server",
  "studies",
  "tools",
  "package-lock.json",
  "react-router.config.ts",
  "vite.config.ts",
];
if (!fs.existsSync(built) || fs.statSync(built).mtimeMs < Math.max(...sources.map(newest))) {
  node("node_modules/@react-router/dev/bin.js", "build", "--logLevel", "warn");
}
const database = path.resolve(process.env.YUBRIN_DB ?? "data/yubrin.db");
if (!fs.existsSync(database)) node("node_modules/tsx/dist/cli.mjs", "server/commands/world.ts", "--out", database);
process.env.NODE_ENV = "production";
await import("../server.js");
