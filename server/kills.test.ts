import { spawn } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import type { Knex } from "knex";
import { afterAll, describe, expect, it } from "vitest";
import { seeded } from "@core/testing";
import { makeWorld } from "@world/make-world";
import { openDatabase } from "./db.server";
import { fromBlocks, isIntact } from "./stores/bar-block";
import { listInstruments } from "./stores/instruments-store.server";
import { times } from "./testing/times";
import { writeWorld } from "./transfer/write-world.server";
import writerUrl from "./testing/write-forever.ts?node-worker";

/* What was answered as saved is there after a kill at any moment, and nothing is there in part or twice. */

const KILLS = times(60);
const SEED = Number(process.env["YUBRIN_SEED"] ?? Date.now() % 1_000_000);
const folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-kills-"));
afterAll(() => {
  fs.rmSync(folder, { recursive: true, force: true });
});

/** Runs the writer until it is killed, so many milliseconds after it has said some word; gives the lines that it had said. */
function killed(file: string, from: number, { word, after }: { word: string; after: number }): Promise<string[]> {
  const child = spawn(process.execPath, [fileURLToPath(writerUrl), String(from)], { env: { ...process.env, YUBRIN_DB: file } });
  return new Promise((resolve, reject) => {
    let said = "";
    let errors = "";
    child.stderr.on("data", (chunk: Buffer) => (errors += chunk.toString()));
    child.stdout.on("data", (chunk: Buffer) => {
      const before = said;
      said += chunk.toString();
      if (said.includes(word) && !before.includes(word)) setTimeout(() => child.kill("SIGKILL"), after);
    });
    child.on("exit", (code) => {
      if (code === null) resolve(said.split("\n").slice(0, -1));
      else reject(new Error(`it ended by itself: ${errors.slice(-600)}`));
    });
  });
}

/** Requires each brief with both of its calls and as its revision says; those that were answered are there. */
async function requireBriefs(db: Knex, lines: readonly string[]): Promise<void> {
  const briefs = await db<{ id: string; revision: number; words: string; body: string }>("briefs");
  expect(await db("calls").count({ n: "*" })).toEqual([{ n: 2 * briefs.length }]);
  for (const { id, revision, words, body } of briefs) {
    expect((JSON.parse(body) as { parts: unknown[] }).parts).toHaveLength(revision);
    expect(words).toContain(`${id} ${revision}`);
  }
  const said = lines.flatMap((line) => (line.startsWith("briefed ") ? [line.slice(8)] : []));
  const finished = briefs.filter((brief) => brief.revision === 2).map((brief) => brief.id);
  expect(said.filter((id) => !finished.includes(id))).toEqual([]);
}

async function requireWhole(file: string, lines: readonly string[], kept: number): Promise<number> {
  const db = await openDatabase(file);
  try {
    await requireBriefs(db, lines);
    expect(await db.raw("pragma quick_check")).toEqual([{ quick_check: "ok" }]);
    const names = await db("lists").pluck<string[]>("name");
    // Each with both of its members, or not there.
    expect(await db("list_members").count({ n: "*" })).toEqual([{ n: 2 * names.length }]);
    const said = lines.flatMap((line) => (line.startsWith("kept ") ? [Number(line.slice(5))] : []));
    const highest = Math.max(kept, ...said);
    const there = names.map((name) => Number(name.slice(5))).sort((a, b) => a - b);
    // All that was answered, in order, and at most the one that was under way when it was killed.
    expect(there).toEqual(Array.from({ length: there.length }, (_, k) => k + 1));
    expect(there.length - highest).toBeGreaterThanOrEqual(0);
    expect(there.length - highest).toBeLessThanOrEqual(1);
    const blocks = await db("bar_blocks").orderBy(["instrument_id", "year"]);
    expect(blocks.every((b) => isIntact(b as Parameters<typeof isIntact>[0]))).toBe(true);
    for (const { id, ticker } of (await listInstruments(db)).slice(0, 3)) {
      const { days } = fromBlocks(
        ticker,
        blocks.filter((b) => (b as { instrument_id: number }).instrument_id === id) as Parameters<typeof fromBlocks>[1],
      );
      expect(days.every((day, k) => k === 0 || days[k - 1]! < day)).toBe(true);
    }
    const reserve = await db("feed_reserve").pluck<number[]>("day");
    const delivered = await db("delivered_sessions").pluck<number[]>("day");
    const progress = await db<{ key: string; value: string }>("meta").where({ key: "session_in_progress" }).first("value");
    const inProgress = Number(progress?.value.split(":")[0]);
    // A session is in the reserve or among the delivered, but for the one in progress.
    expect(delivered.filter((day) => reserve.includes(day) && day !== inProgress)).toEqual([]);
    expect((await db("data_changes").count({ n: "*" }))[0]).toMatchObject({ n: expect.any(Number) as number });
    return there.length;
  } finally {
    await db.destroy();
  }
}

/** Half of the kills, on a database of its own. */
async function lane(number: number): Promise<number> {
  const random = seeded(SEED + number);
  const file = path.join(folder, `lane-${number}.db`);
  const db = await openDatabase(file);
  await writeWorld(db, makeWorld(9 + number, { stocks: 8, years: 1, reserve: 40 }));
  await db.destroy();
  let kept = 0;
  for (let k = 0; k < KILLS / 2; k++) {
    // Every other time something has been answered before, however slow the machine is.
    const moment = { word: k % 2 === 0 ? "kept " : "\n", after: 200 * random() };
    kept = await requireWhole(file, await killed(file, kept, moment), kept);
  }
  return kept;
}

describe("kills while everything is written", () => {
  it(
    `${KILLS} of them lose nothing that was answered`,
    async () => {
      console.log(`kills: YUBRIN_SEED=${SEED}`);
      const kept = await Promise.all([lane(0), lane(1)]);
      expect(Math.min(...kept)).toBeGreaterThanOrEqual(KILLS / 4);
    },
    times(120_000),
  );
});
