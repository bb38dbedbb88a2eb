import { spawnSync } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import exportUrl from "./export.ts?node-worker";
import importUrl from "./import.ts?node-worker";
import worldUrl from "./world.ts?node-worker";

const COMMANDS = { world: worldUrl, import: importUrl, export: exportUrl };

let folder: string;
beforeAll(() => {
  folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-commands-"));
});
afterAll(() => {
  fs.rmSync(folder, { recursive: true, force: true });
});

/** Runs a command in a process of its own. */
function run(command: keyof typeof COMMANDS, ...args: string[]) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [fileURLToPath(COMMANDS[command]), ...args], {
    encoding: "utf8",
    // Nothing else ends it: a call that waits is out of reach of the test's own limit.
    timeout: 60_000,
    killSignal: "SIGKILL",
    env: { ...process.env, YUBRIN_DB: path.join(folder, "commands.db") },
  });
  return { status, stdout, stderr };
}

describe("the commands", () => {
  it("make a world, export it, and import it elsewhere", () => {
    const database = path.join(folder, "commands.db");
    const made = run("world", "--seed", "6", "--stocks", "14", "--years", "1");
    expect(made).toMatchObject({ status: 0 });
    expect(made.stdout).toContain("116 instruments");
    expect(fs.readdirSync(folder).filter((name) => name.includes("unfinished"))).toEqual([]);
    const exported = run("export", "--out", path.join(folder, "out"));
    expect(exported.status).toBe(0);
    expect(fs.readdirSync(path.join(folder, "out")).sort()).toEqual([
      "bars.csv",
      "fundamentals.csv",
      "holidays.csv",
      "instruments.csv",
      "markets.csv",
      "membership.csv",
    ]);
    fs.renameSync(database, path.join(folder, "first.db"));
    const imported = run("import", "--from", path.join(folder, "out"));
    expect(imported.status).toBe(0);
    expect(imported.stdout).toMatch(/Imported into .*commands\.db: 2 markets, 116 instruments/);
  });
  it("do not overwrite a database", () => {
    const again = run("world", "--out", path.join(folder, "first.db"));
    expect(again.status).toBe(1);
    expect(again.stderr).toContain("is there already");
  });
  it("say what is wrong, with status 1 for the data and 2 for the words", () => {
    fs.writeFileSync(path.join(folder, "bars.csv"), "ticker,date,close\nAAA,never,1\n");
    const bad = run("import", "--from", path.join(folder, "bars.csv"), "--market", "X");
    expect(bad.status).toBe(1);
    expect(bad.stderr).toContain('bars.csv, line 2: "never" is no date as the others are written');
    expect(bad.stderr).toContain("Nothing was imported: 1 problem.");
    expect(run("import", "--from", path.join(folder, "nowhere")).status).toBe(2);
    expect(run("export", "--out", path.join(folder, "x"), "--from", "soon").stderr).toContain('"soon" is not a date');
    expect(run("world", "--seed", "two", "--out", path.join(folder, "other.db")).stderr).toContain('"two" is not a whole number');
    expect(run("import", "--frm", "x").status).toBe(2);
  });
  it("read the sample of the documents", () => {
    const sample = run("import", "--from", "docs/sample");
    expect(sample.stderr).toBe("");
    expect(sample.stdout).toContain("9 bars");
  });
});
