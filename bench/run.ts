import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { atSamples, isMember, isoDate, participation, rotation, ROTATION_WINDOWS, samplesOf, seriesOf } from "@core";
import { internalsColumns } from "@studies/columns/internals";
import { deriveWhole } from "@studies/market/derived";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { periodMap } from "@studies/period-map/period-map";
import { strengthOfGroups } from "@studies/cross-section/strength-of-groups";
import { strengthOfSeries } from "@studies/cross-section/strength-of-series";
import { laneColumns, stanceCountColumns, pressureColumn } from "@studies/columns/timing";
import { deliveries } from "./delivery";
import { openDatabase } from "@server/db.server";
import { loadMarkets } from "@server/panel/load-market.server";
import { listMarkets } from "@server/stores/markets-store.server";

/*
 * npm run bench: a row for each job with its time and, where there is one, the ratio to a reference calculation of the
 * same job in the same run. Times move with the machine; ratios are what to hold.
 */

const folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-bench-"));
const database = path.join(folder, "bench.db");
const rows: { job: string; ms: string; reference: string }[] = [];
const row = (job: string, ms: number | string, reference = "") => {
  const shown = { job, ms: typeof ms === "number" ? ms.toFixed(ms < 10 ? 2 : 0) : ms, reference };
  rows.push(shown);
  console.log(`${shown.job.padEnd(62)} ${shown.ms.padStart(16)}  ${shown.reference}`);
};

function timed<T>(work: () => T): [T, number] {
  const start = performance.now();
  const result = work();
  return [result, performance.now() - start];
}

/** The shortest of some runs. */
function shortest(rounds: number, work: () => unknown): number {
  return Math.min(...Array.from({ length: rounds }, () => timed(work)[1]));
}

function quantile(values: readonly number[], q: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))]!;
}

/** The same participation in scalar C, where a compiler is at hand: milliseconds and a checksum. */
function participationInC(data: MarketData): { ms: number; sum: string } | undefined {
  const binary = path.join(folder, "participation");
  if (spawnSync("gcc", ["-O3", "-o", binary, path.join(import.meta.dirname, "participation.c"), "-lm"]).status !== 0)
    return undefined;
  const { panel, universe } = data;
  const n = panel.sessions.length;
  const closes = new Float64Array(panel.count * n);
  const member = new Uint8Array(closes.length);
  for (let i = 0; i < panel.count; i++) {
    closes.set(seriesOf(panel.close, panel.stride, i, n), i * n);
    for (let s = 0; s < n; s++) member[i * n + s] = isMember(universe, i, s) ? 1 : 0;
  }
  const input = path.join(folder, "closes.bin");
  fs.writeFileSync(input, Buffer.from(closes.buffer));
  fs.appendFileSync(input, member);
  const said = spawnSync(binary, [input, String(panel.count), String(n)], { encoding: "utf8" })
    .stdout.trim()
    .split(" ");
  return { ms: Number(said[0]), sum: said[1] ?? "" };
}

function checksum({ above, counted }: ReturnType<typeof participation>): string {
  const n = above[0]!.length;
  let sum = 0;
  above.forEach((column, h) => {
    column.forEach((a, s) => (sum += a * (((h * n + s) % 97) + 1) + counted[h]![s]!));
  });
  return String(sum);
}

/** Rotation of some series over all their samples, and the same in scalar C. */
function rotationRow(data: MarketData, members: number): void {
  const { sessions } = samplesOf(data.panel.sessions, data.panel.sessions.length - 1, "weekly");
  const n = data.panel.sessions.length;
  const closes = data.instruments.map((_, i) => seriesOf(data.panel.close, data.panel.stride, i, n));
  // Those that have a close at every sample, so that both count the same.
  const q = closes
    .map((close) => atSamples(close, sessions).map(Math.log))
    .filter((own) => own.every((x) => !Number.isNaN(x)))
    .slice(0, members);
  const work = () => rotation(q, () => true, ROTATION_WINDOWS.weekly);
  const { trend, momentum } = work();
  const ms = shortest(8, work);
  const binary = path.join(folder, "rotation");
  const job = `rotation of ${q.length} members over all ${sessions.length} weekly samples`;
  if (spawnSync("gcc", ["-O3", "-o", binary, path.join(import.meta.dirname, "rotation.c"), "-lm"]).status !== 0) {
    row(job, ms, "no C compiler");
    return;
  }
  const input = path.join(folder, "q.bin");
  fs.writeFileSync(input, Buffer.from(Float64Array.from(q.flatMap((own) => Array.from(own))).buffer));
  const { n: window, k } = ROTATION_WINDOWS.weekly;
  const said = spawnSync(binary, [input, q.length, sessions.length, window, k].map(String), { encoding: "utf8" })
    .stdout.trim()
    .split(" ");
  const sum = [...trend, ...momentum].reduce(
    (total, own) => total + own.reduce((s, x) => s + (Number.isNaN(x) ? 0 : Math.abs(x)), 0),
    0,
  );
  if (!(Math.abs(sum - Number(said[1])) < 1e-6 * sum)) throw new Error("rotation and its reference in C disagree");
  row(job, ms, `${(ms / Number(said[0])).toFixed(1)} x scalar C (${Number(said[0]).toFixed(1)} ms)`);
}

async function core(): Promise<void> {
  const db = await openDatabase(database);
  const market = (await listMarkets(db))[0]!;
  const loads: number[] = [];
  let data: MarketData | undefined;
  for (let k = 0; k < 3; k++) {
    const start = performance.now();
    data = (await loadMarkets(db, k)).get(market.market);
    loads.push(performance.now() - start);
  }
  row("panel load", Math.min(...loads));
  const whole = data!;
  const [counts, cold] = timed(() => participation(whole.panel, whole.universe, "ema"));
  row("participation over all history, first call", cold);
  const c = participationInC(whole);
  if (c && c.sum !== checksum(counts)) throw new Error("participation and its reference in C disagree");
  const ema = shortest(6, () => participation(whole.panel, whole.universe, "ema"));
  row(
    "participation over all history, five EMA and all five",
    ema,
    c ? `${(ema / c.ms).toFixed(1)} x scalar C (${c.ms.toFixed(0)} ms)` : "no C compiler",
  );
  const sma = shortest(6, () => participation(whole.panel, whole.universe, "sma"));
  row("participation over all history, five SMA and all five", sma, c ? `${(sma / c.ms).toFixed(1)} x the same` : "");
  const t = whole.panel.sessions.length - 1;
  const [, first] = timed(() => [
    strengthOfGroups(new Market(whole, t), "sector"),
    strengthOfGroups(new Market(whole, t), "industry"),
  ]);
  row("strength of all sectors and industries, first call", first);
  let back = 0;
  row(
    "strength of all sectors and industries as of one day",
    shortest(30, () => {
      const as = new Market(whole, t - (back += 7));
      return [strengthOfGroups(as, "sector"), strengthOfGroups(as, "industry")];
    }),
  );
  rotationRow(whole, 60);
  const everything = whole.instruments.flatMap((i, index) =>
    i.kind === "stock" || i.kind === "fund"
      ? [
          {
            part: new Market(whole, t),
            levels: seriesOf(whole.panel.close, whole.panel.stride, index, t + 1),
            belongsAt: () => true,
          },
        ]
      : [],
  );
  const asked = everything[0]!.part;
  const all = everything.map((one) => ({ ...one, part: asked }));
  row(
    `strength with staying power over ${all.length} instruments`,
    shortest(5, () => strengthOfSeries(asked, all)),
  );
  const mapped = () =>
    periodMap.ask(new Market(whole, t), periodMap.params.parse({ from: isoDate(whole.panel.sessions[t - 63]!) }));
  mapped();
  row(`period map of ${mapped().rows.length} stocks over 63 sessions`, shortest(5, mapped));
  row("advances, new highs and lows, McClellan over all history", timed(() => deriveWhole(whole, internalsColumns()))[1]);
  row("Pressure over all history", timed(() => deriveWhole(whole, pressureColumn))[1]);
  row("stances of all members at every week's end", timed(() => deriveWhole(whole, stanceCountColumns))[1]);
  row("four lanes over all history", timed(() => deriveWhole(whole, laneColumns))[1]);
  await db.destroy();
}

async function start(port: number): Promise<ChildProcess> {
  const server = spawn(process.execPath, ["server.js"], {
    env: { ...process.env, PORT: String(port), YUBRIN_DB: database, NODE_ENV: "production" },
    stdio: "ignore",
  });
  await new Promise((resolve) => server.once("spawn", resolve));
  return server;
}

async function answer(url: string): Promise<number> {
  const begun = performance.now();
  for (;;) {
    try {
      const response = await fetch(url);
      await response.arrayBuffer();
      if (!response.ok) throw new Error(`${url}: ${response.status}`);
      return performance.now() - begun;
    } catch (error) {
      if (performance.now() - begun > 60_000 || (error instanceof Error && error.message.startsWith("http"))) throw error;
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
  }
}

let running: ChildProcess | undefined;

async function stop(): Promise<void> {
  if (!running) return;
  const gone = new Promise((resolve) => running!.once("exit", resolve));
  running.kill();
  await gone;
  running = undefined;
}

async function server(): Promise<void> {
  const port = 5391;
  const base = `http://127.0.0.1:${port}`;
  const firsts: number[] = [];
  for (let k = 0; k < 3; k++) {
    await stop();
    running = await start(port);
    firsts.push(await answer(`${base}/`));
  }
  row("first answer after start (Today, whole page)", Math.min(...firsts));
  const { result } = (await (await fetch(`${base}/data/timeline`)).json()) as { result: { days: number[] } };
  const dates = result.days.slice(-420).map((day) => new Date(day * 86_400_000).toISOString().slice(0, 10));
  const screens: [string, string][] = [
    ["Today", "/_.data?"],
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
  const open: [string, string[]][] = [
    ["Today", ["/_.data"]],
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
  const status = fs.existsSync(`/proc/${running!.pid}/status`) ? fs.readFileSync(`/proc/${running!.pid}/status`, "utf8") : "";
  const kb = /VmRSS:\s+(\d+)/.exec(status)?.[1];
  if (kb) row("memory of the server afterwards, MB", Number(kb) / 1024);
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
  await core();
  node("node_modules/@react-router/dev/bin.js", "build", "--logLevel", "error");
  await server();
} finally {
  await stop();
  fs.rmSync(folder, { recursive: true, force: true });
}
