import { spawn, type ChildProcess } from "node:child_process";
import fs from "node:fs";
import { deliveries } from "./delivery";
import { cpuPerRequest, waits } from "./load";
import { reviewRows } from "./briefs";
import { browserRows } from "./browser";
import { quantile, row } from "./rows";

/* Rows about the built server: start, steps in time, deliveries, readers, memory. */

/** Starts the built server; `stop` ends it. */
export async function startServer(database: string, port: number): Promise<void> {
  running = await start(database, port);
}

async function start(database: string, port: number): Promise<ChildProcess> {
  const server = spawn(process.execPath, ["server.js"], {
    env: { ...process.env, PORT: String(port), YUBRIN_DB: database, NODE_ENV: "production" },
    stdio: "ignore",
  });
  await new Promise((resolve) => server.once("spawn", resolve));
  return server;
}

/** Asks until there is an answer; gives the ms. */
export async function answer(url: string): Promise<number> {
  const begun = performance.now();
  for (;;) {
    try {
      const response = await fetch(url);
      await response.arrayBuffer();
      if (!response.ok) throw new Error(`${url}: ${response.status}`);
      return performance.now() - begun;
    } catch (error) {
      if (performance.now() - begun > 600_000 || (error instanceof Error && error.message.startsWith("http"))) throw error;
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
  }
}

let running: ChildProcess | undefined;

export async function stop(): Promise<void> {
  if (!running) return;
  const gone = new Promise((resolve) => running!.once("exit", resolve));
  running.kill();
  await gone;
  running = undefined;
}

/** Rows of the built server over a database, from its start on. */
export async function serverRows(database: string): Promise<void> {
  const port = 5391;
  const base = `http://127.0.0.1:${port}`;
  await startServer(database, port);
  row("first answer after start without a snapshot (Today, whole page)", await answer(`${base}/`));
  await snapshotOf(database);
  const firsts: number[] = [];
  for (let k = 0; k < 5; k++) {
    await stop();
    await startServer(database, port);
    firsts.push(await answer(`${base}/`));
  }
  row("first answer after start (Today, whole page), median of 5", quantile(firsts, 0.5), "budget 1500");
  const { result } = (await (await fetch(`${base}/data/timeline`)).json()) as { result: { days: number[] } };
  const dates = result.days.slice(-420).map((day) => new Date(day * 86_400_000).toISOString().slice(0, 10));
  const screens: [string, string][] = [
    ["Today", "/_.data?"],
    ["Today, what comes later", "/today-later.data?"],
    ["Regime", "/regime.data?"],
    ["Breadth", "/breadth.data?"],
    ["Timing", "/timing.data?"],
    ["Groups", "/groups.data?"],
    ["Groups, one sector with its stocks", "/groups.data?in=sector:Shipyards&"],
    ["Rotation of the sectors", "/rotation.data?"],
    ["Rotation of the funds", "/rotation.data?set=fund&"],
    ["Groups, the world", "/groups.data?peers=world&"],
    ["Groups, the funds", "/groups.data?peers=fund&"],
    ["Period map", "/period-map.data?"],
    ["Chart", "/chart/ALBRO.data?"],
    ["Setups", "/setups.data?"],
    ["Setups, the records of its kinds", "/setups/records.data?"],
  ];
  for (const [name, place] of screens) {
    for (const date of dates.slice(0, 10)) await answer(`${base}${place}asof=${date}`);
    const times: number[] = [];
    for (const date of dates.slice(10, 110)) times.push(await answer(`${base}${place}asof=${date}`));
    row(`${name}: data of another date, p50 / p95`, `${quantile(times, 0.5).toFixed(0)} / ${quantile(times, 0.95).toFixed(0)}`);
    const again: number[] = [];
    for (const date of dates.slice(10, 110)) again.push(await answer(`${base}${place}asof=${date}`));
    row(`${name}: data asked for before, p50 / p95`, `${quantile(again, 0.5).toFixed(0)} / ${quantile(again, 0.95).toFixed(0)}`);
  }
  await reviewRows(base);
  await loadRows(base, dates);
  await browserRows(base);
  const open: [string, string[]][] = [
    ["Today", ["/_.data"]],
    ["Today with what comes later", ["/_.data", "/today-later.data"]],
    ["Timing", ["/timing.data"]],
    ["Breadth", ["/breadth.data"]],
    ["Today, Regime, Breadth and Timing", ["/_.data", "/regime.data", "/breadth.data", "/timing.data"]],
  ];
  for (const [names, places] of open) {
    const spent = await deliveries(base, places, 10);
    row(
      `a delivered session until it is on the open screens (${names}), median / worst`,
      `${quantile(spent, 0.5).toFixed(0)} / ${Math.max(...spent).toFixed(0)}`,
    );
  }
  const { memory } = (await (await fetch(`${base}/healthz?detail`)).json()) as { memory: Costs };
  const mb = (bytes: number) => (bytes / 2 ** 20).toFixed(0);
  row("memory of the server afterwards, MB", mb(memory.process), "budget 900");
  row("  answers that are kept, MB", mb(memory.answers));
  for (const { market, column, bytes } of memory.columns.slice(0, 8)) row(`  ${market} ${column}, MB`, mb(bytes));
}

interface Costs {
  readonly process: number;
  readonly answers: number;
  readonly columns: readonly { readonly market: string; readonly column: string; readonly bytes: number }[];
}

/** Waits until there is a snapshot that is not written anew any more: it is when there has been quiet for some seconds. */
export async function snapshotOf(database: string): Promise<void> {
  const file = `${database}-snapshot`;
  for (let k = 0; k < 3000; k++) {
    if (fs.existsSync(file) && Date.now() - fs.statSync(file).mtimeMs > SETTLED_MS) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

const SETTLED_MS = 12_000;

/** CPU a request at a new date, and how long fifty readers wait. */
async function loadRows(base: string, dates: readonly string[]): Promise<void> {
  const pages = [
    ["Today", "/"],
    ["Regime", "/regime"],
    ["Breadth", "/breadth"],
    ["Period map", "/period-map"],
  ] as const;
  for (const [name, page] of pages) {
    const of = (suffix: string, from: number) =>
      cpuPerRequest((date) => answer(`${base}${suffix}?asof=${date}`), dates.slice(from, from + 60), cpuOf);
    const data = await of(page === "/" ? "/_.data" : `${page}.data`, 150);
    const whole = await of(page, 210);
    row(`${name}: CPU a request at a new date, step / first page, ms`, `${data.toFixed(0)} / ${whole.toFixed(0)}`);
    if (name === "Today") row("  what comes later, once the page rests", (await of("/today-later.data", 210)).toFixed(0));
  }
  const ask = async (reader: number, k: number) => {
    const page = pages[(reader + k) % pages.length]![1];
    const date = dates[(reader * 7 + k) % dates.length]!;
    const spent = await answer(`${base}${page === "/" ? "/_" : page}.data?asof=${date}`);
    // Who reads Today rests there.
    if (page === "/") void answer(`${base}/today-later.data?asof=${date}`);
    return spent;
  };
  const health: number[] = [];
  const looking = setInterval(() => void answer(`${base}/healthz`).then((ms) => health.push(ms)), 500);
  const spent = await waits(ask, { readers: 50, pauseMs: 5_000, forMs: 30_000 });
  clearInterval(looking);
  row("50 readers, five seconds between requests, p50 / p95", both(spent), "budget 300 at p95");
  row("/healthz meanwhile, p50 / worst", `${quantile(health, 0.5).toFixed(0)} / ${Math.max(...health).toFixed(0)}`, "budget 100");
}

const both = (values: readonly number[]) => `${quantile(values, 0.5).toFixed(0)} / ${quantile(values, 0.95).toFixed(0)}`;

/** CPU time of the server so far, all threads together, in ms. */
function cpuOf(): number {
  const fields = fs.readFileSync(`/proc/${running!.pid}/stat`, "utf8").split(") ")[1]!.split(" ");
  return 10 * (Number(fields[11]) + Number(fields[12]));
}
