// Starts the built server over a fresh database: `made`, `fed` and `watched` hold small markets (sessions are delivered in the
// last two), `empty` nothing, `bars` the stocks of a small market as they come in a file of bars alone. Beside the made one
// stand its tables as CSV files, for the journeys that import.
import { spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";

const which = process.argv[2] ?? "made";
const folder = path.resolve("test-results", `e2e-${which}`);
fs.rmSync(folder, { recursive: true, force: true });
fs.mkdirSync(folder, { recursive: true });
const database = path.join(folder, "yubrin.db");
const run = (command, file, ...args) => {
  const env = { ...process.env, YUBRIN_DB: file };
  const { status } = spawnSync(process.execPath, ["--import", "tsx", `server/commands/${command}.ts`, ...args], {
    stdio: "inherit",
    env,
  });
  if (status !== 0) process.exit(status ?? 1);
};
const csv = path.join(folder, "csv");
if (["made", "fed", "watched"].includes(which))
  run("world", database, "--stocks", which === "made" ? "90" : "60", "--years", "6", "--seed", "11");
if (which === "made") run("export", database, "--out", csv);
if (which === "bars") {
  const whole = path.join(folder, "whole.db");
  run("world", whole, "--stocks", "40", "--years", "4", "--seed", "7");
  run("export", whole, "--out", csv, "--market", "ALDANE");
  const lines = (name) => fs.readFileSync(path.join(csv, name), "utf8").trim().split("\r\n");
  const stocks = new Set(
    lines("instruments.csv")
      .map((line) => line.split(","))
      .filter((cells) => cells[2] === "stock")
      .map((cells) => cells[0]),
  );
  const bars = lines("bars.csv").filter((line, k) => k === 0 || stocks.has(line.slice(0, line.indexOf(","))));
  const file = path.join(folder, "bars.csv");
  fs.writeFileSync(file, `${bars.join("\n")}\n`);
  run("import", database, "--from", file, "--market", "HOME", "--market-name", "Home market", "--currency", "EUR");
}
process.env.YUBRIN_DB = database;
await import("../server.js");
