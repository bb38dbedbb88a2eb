import { spawn } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import Database from "better-sqlite3";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { seeded } from "@core/testing";
import { makeWorld } from "@world/make-world";
import { makeBackup } from "./backup.server";
import { Desk } from "./ask/desk.server";
import { openDatabase } from "./db.server";
import { Foreseen, Invalid, NotFound } from "./errors";
import { saveList } from "./lists.server";
import { findBeforeRestore, restoreDatabase, undoRestore } from "./restore.server";
import { getDataVersion } from "./stores/meta-store.server";
import { layDemoWork } from "./work/demo-desk.server";
import { exportWork } from "./work/work-file.server";
import { downloadLines } from "./transfer/export.server";
import { TABLE_NAMES } from "./transfer/formats";
import { times } from "./testing/times";
import restorerUrl from "./testing/restore-forever.ts?node-worker";
import { writeWorld } from "./transfer/write-world.server";

const folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-restore-"));
const worlds = [makeWorld(5, { stocks: 12, years: 2, reserve: 5 }), makeWorld(6, { stocks: 14, years: 2, reserve: 5 })] as const;
const backup = path.join(folder, "backup.db");
let count = 0;
let file: string;
let own: string;

/** A copy of the backup, which a restore may write to. */
function copied(): string {
  const to = path.join(folder, `copy-${count}.db`);
  fs.copyFileSync(backup, to);
  return to;
}

const KILLS = times(10);

/** Lets the restorer work until so many ms after it has said some word. */
function killed(args: readonly string[], { word, after }: { readonly word: string; readonly after: number }): Promise<void> {
  const child = spawn(process.execPath, [fileURLToPath(restorerUrl), ...args], { env: { ...process.env, YUBRIN_DB: file } });
  return new Promise((resolve, reject) => {
    let errors = "";
    child.stderr.on("data", (chunk: Buffer) => (errors += chunk.toString()));
    let said = "";
    child.stdout.on("data", (chunk: Buffer) => {
      const before = said;
      said += chunk.toString();
      if (said.includes(word) && !before.includes(word)) setTimeout(() => child.kill("SIGKILL"), after);
    });
    child.on("exit", (code) => {
      if (code === null) resolve();
      else reject(new Error(`it ended by itself: ${errors.slice(-600)}`));
    });
  });
}

/** All that a database holds, as its files would say it. */
async function heldBy(desk: Desk): Promise<string> {
  let text = await exportWork(desk.db);
  for (const table of TABLE_NAMES) for await (const line of downloadLines(desk.db, table, { market: undefined })) text += line;
  return text;
}

beforeAll(async () => {
  const source = path.join(folder, "source.db");
  const db = await openDatabase(source);
  await writeWorld(db, worlds[0]);
  await layDemoWork(db, worlds[0].dataset);
  const { stream } = await makeBackup(source);
  fs.writeFileSync(backup, Buffer.from(await new Response(stream).arrayBuffer()));
  await db.destroy();
});
afterAll(() => {
  fs.rmSync(folder, { recursive: true, force: true });
});

describe("a backup that is restored", () => {
  let desk: Desk;
  beforeEach(async () => {
    file = path.join(folder, `${++count}.db`);
    const db = await openDatabase(file);
    await writeWorld(db, worlds[1]);
    await saveList(
      db,
      JSON.stringify({
        version: 1,
        name: "Mine",
        market: "ALDANE",
        members: [{ ticker: "AAA", note: "", added: null, removed: null }],
      }),
    );
    desk = new Desk(db);
    own = await heldBy(desk);
    return () => desk.close();
  });

  it("is all that there is afterwards, for those who have asked before as well; and can be undone and done again", async () => {
    const source = new Desk(await openDatabase(path.join(folder, "source.db")));
    const wanted = await heldBy(source);
    const asked = { study: "breadth", params: {}, market: "ALDANE" };
    const said = await source.ask(asked);
    const before = await desk.ask(asked);
    const version = await getDataVersion(desk.db);
    expect(findBeforeRestore(file)).toBeUndefined();
    expect(await restoreDatabase(desk.db, copied(), file)).toEqual({ instruments: worlds[0].dataset.instruments.length });
    expect(await heldBy(desk)).toBe(wanted);
    expect(await getDataVersion(desk.db)).toBeGreaterThan(version);
    expect((await desk.ask(asked)).reading).toEqual(said.reading);
    expect((await desk.ask(asked)).reading).not.toEqual(before.reading);
    await undoRestore(desk.db, fs.mkdtempSync(path.join(folder, "undo-")), file);
    expect(await heldBy(desk)).toBe(own);
    expect((await desk.ask(asked)).reading).toEqual(before.reading);
    await undoRestore(desk.db, fs.mkdtempSync(path.join(folder, "undo-")), file);
    expect(await heldBy(desk)).toBe(wanted);
    await source.close();
  });

  it("of a newer version is refused; nothing is changed", async () => {
    const newer = copied();
    const other = new Database(newer);
    other.exec("insert into knex_migrations (name, batch, migration_time) values ('999-later', 9, 0)");
    other.close();
    await expect(restoreDatabase(desk.db, newer, file)).rejects.toThrow("newer version");
    expect(await heldBy(desk)).toBe(own);
    expect(findBeforeRestore(file)).toBeUndefined();
  });

  it("of an earlier version is brought up to date", async () => {
    const earlier = copied();
    const other = new Database(earlier);
    other.exec(
      `delete from knex_migrations where name like '016%';
       ${["instruments_before", "bars_before", "instruments_after", "bars_after"].map((c) => `alter table data_changes drop column ${c};`).join(" ")}`,
    );
    other.close();
    await restoreDatabase(desk.db, earlier, file);
    expect(await exportWork(desk.db)).toContain("Worth a look");
  });

  it("that is something else is refused", async () => {
    const text = path.join(folder, "text.db");
    fs.writeFileSync(text, "ticker,date,close\n");
    await expect(restoreDatabase(desk.db, text, file)).rejects.toThrow("no backup of Yubrin");
    fs.writeFileSync(text, "");
    await expect(restoreDatabase(desk.db, text, file)).rejects.toThrow(Invalid);
    const foreign = path.join(folder, "foreign.db");
    const other = new Database(foreign);
    other.exec("create table if not exists meta (key text)");
    other.close();
    await expect(restoreDatabase(desk.db, foreign, file)).rejects.toThrow("no backup of Yubrin");
    const armed = copied();
    const triggered = new Database(armed);
    triggered.exec("create trigger harm after insert on meta begin delete from meta; end");
    triggered.close();
    await expect(restoreDatabase(desk.db, armed, file)).rejects.toThrow("no backup of Yubrin");
    await expect(undoRestore(desk.db, folder, file)).rejects.toThrow(NotFound);
    expect(await heldBy(desk)).toBe(own);
  });

  it(
    "by a process that is killed leaves the one or the other whole",
    async () => {
      const source = new Desk(await openDatabase(path.join(folder, "source.db")));
      const wholes = [await heldBy(source), own];
      const { stream } = await makeBackup(file);
      const present = path.join(folder, "present.db");
      fs.writeFileSync(present, Buffer.from(await new Response(stream).arrayBuffer()));
      await source.close();
      await desk.close();
      const random = seeded(3);
      const found = new Set<number>();
      for (let round = 0; round < KILLS; round++) {
        const place = fs.mkdtempSync(path.join(folder, "kill-"));
        // The other of both is in place by then, and the next one begun.
        await killed([place, backup, present], { word: `restored ${round % 2}`, after: 60 * random() });
        const after = new Desk(await openDatabase(file));
        const now = await heldBy(after);
        expect(wholes).toContain(now);
        found.add(wholes.indexOf(now));
        await after.close();
      }
      // Each was met in place.
      expect(found.size).toBe(2);
      desk = new Desk(await openDatabase(file));
    },
    times(60_000),
  );

  it(
    "that is damaged anywhere is refused, or all of it can be read",
    async () => {
      const whole = fs.readFileSync(backup);
      const random = seeded(9);
      let refused = 0;
      for (let round = 0; round < times(40); round++) {
        const bytes = Buffer.from(whole);
        const at = Math.floor(random() * bytes.length);
        if (round % 4 === 0) bytes.fill(0, at, at + 3000);
        else bytes[at]! ^= 1 << Math.floor(8 * random());
        const damaged = path.join(folder, "damaged.db");
        for (const ending of ["", "-wal", "-shm"]) fs.rmSync(damaged + ending, { force: true });
        fs.writeFileSync(damaged, round % 10 === 9 ? bytes.subarray(0, at) : bytes);
        const came = await restoreDatabase(desk.db, damaged, file).catch((error: unknown) => error);
        if (came instanceof Error) {
          expect(came, came.stack ?? "").toBeInstanceOf(Foreseen);
          refused++;
        } else {
          await exportWork(desk.db);
          await desk.ask({ study: "today", params: {}, market: "ALDANE" });
          await restoreDatabase(desk.db, copied(), file);
        }
      }
      expect(refused).toBeGreaterThan(20);
      await undoRestore(desk.db, fs.mkdtempSync(path.join(folder, "undo-")), file).catch(() => undefined);
    },
    times(60_000),
  );
});
