import { spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import { atSamples, isMember, rotation, ROTATION_WINDOWS, samplesOf, seriesOf, type participation } from "@core";
import type { MarketData } from "@studies/market/market-data";
import { row, shortest } from "./rows";

/** The same participation in scalar C, where a compiler is at hand: milliseconds and a checksum. */
export function participationInC(data: MarketData, folder: string): { ms: number; sum: string } | undefined {
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

export function checksum({ above, counted }: ReturnType<typeof participation>): string {
  const n = above[0]!.length;
  let sum = 0;
  above.forEach((column, h) => {
    column.forEach((a, s) => (sum += a * (((h * n + s) % 97) + 1) + counted[h]![s]!));
  });
  return String(sum);
}

/** Rotation of some series over all their samples, and the same in scalar C. */
export function rotationRow(data: MarketData, members: number, folder: string): void {
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

/** A situation judged on every session of some instruments in scalar C: milliseconds, and how often it is true. */
export function situationInC(
  closes: readonly Float64Array[],
  average: number,
  folder: string,
): { readonly ms: number; readonly sum: number } | undefined {
  const binary = path.join(folder, "conditions");
  if (spawnSync("gcc", ["-O3", "-o", binary, path.join(import.meta.dirname, "conditions.c"), "-lm"]).status !== 0)
    return undefined;
  const input = path.join(folder, "closes-of-members.bin");
  fs.writeFileSync(input, "");
  for (const close of closes) fs.appendFileSync(input, Buffer.from(close.slice().buffer));
  const said = spawnSync(binary, [input, closes.length, closes[0]!.length, average].map(String), { encoding: "utf8" });
  const [ms, sum] = said.stdout.trim().split(" ").map(Number);
  return { ms: ms!, sum: sum! };
}
