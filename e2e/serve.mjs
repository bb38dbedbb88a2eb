// Starts the built server over fresh databases, each on a port of its own: `node e2e/serve.mjs made=5001 empty=5002 ...`.
// `made`, `fed` and `watched` hold small markets (sessions are delivered in the last two), `empty` nothing, `bars` the stocks of
// a small market as they come in a file of bars alone. Beside the made one stand its tables as CSV files, for the journeys that
// import. The last that is named answers when all do.
import { spawn } from "node:child_process";
import { once } from "node:events";
import fs from "node:fs";
import path from "node:path";

const folderOf = (which) => path.resolve("test-results", `e2e-${which}`);
const databaseOf = (which) => path.join(folderOf(which), "yubrin.db");
const csv = (which) => path.join(folderOf(which), "csv");
const env = { ...process.env, NODE_ENV: "production" };

async function run(command, file, ...args) {
  const child = spawn(process.execPath, ["--import", "tsx", `server/commands/${command}.ts`, ...args], {
    stdio: "inherit",
    env: { ...env, YUBRIN_DB: file },
  });
  const [code] = await once(child, "exit");
  if (code !== 0) process.exit(code ?? 1);
}

async function makeMarket() {
  await run("world", databaseOf("made"), "--stocks", "90", "--years", "6", "--seed", "11", "--bare");
  await run("export", databaseOf("made"), "--out", csv("made"));
}

async function makeFed() {
  await run("world", databaseOf("fed"), "--stocks", "60", "--years", "6", "--seed", "11", "--bare");
  fs.copyFileSync(databaseOf("fed"), databaseOf("watched"));
}

async function makeBars() {
  const whole = path.join(folderOf("bars"), "whole.db");
  await run("world", whole, "--stocks", "40", "--years", "4", "--seed", "7");
  await run("export", whole, "--out", csv("bars"), "--market", "ALDANE");
  const lines = (name) =>
    fs
      .readFileSync(path.join(csv("bars"), name), "utf8")
      .trim()
      .split("\r\n");
  const stocks = new Set(
    lines("instruments.csv")
      .map((line) => line.split(","))
      .filter((cells) => cells[2] === "stock")
      .map((cells) => cells[0]),
  );
  const bars = lines("bars.csv").filter((line, k) => k === 0 || stocks.has(line.slice(0, line.indexOf(","))));
  const file = path.join(folderOf("bars"), "bars.csv");
  fs.writeFileSync(file, `${bars.join("\n")}\n`);
  await run(
    "import",
    databaseOf("bars"),
    "--from",
    file,
    "--market",
    "HOME",
    "--market-name",
    "Home market",
    "--currency",
    "EUR",
  );
}

async function serve([which, port]) {
  spawn(process.execPath, ["server.js"], {
    stdio: "inherit",
    env: { ...env, YUBRIN_DB: databaseOf(which), PORT: port },
  }).once("exit", (code) => process.exit(code ?? 1));
  const isUp = () =>
    fetch(`http://127.0.0.1:${port}/healthz`).then(
      (answer) => answer.ok,
      () => false,
    );
  while (!(await isUp())) await new Promise((resolve) => setTimeout(resolve, 100));
}

const servers = process.argv.slice(2).map((one) => one.split("="));
for (const [which] of servers) {
  fs.rmSync(folderOf(which), { recursive: true, force: true });
  fs.mkdirSync(folderOf(which), { recursive: true });
}
await Promise.all([makeMarket(), makeFed().then(makeBars)]);
await Promise.all(servers.slice(0, -1).map(serve));
await serve(servers.at(-1));
