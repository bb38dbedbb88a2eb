import { spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import Database from "better-sqlite3";
import { SCREENS } from "../app/screens";
import { STUDIES } from "../studies/registry";
import { quantile, row } from "./rows";
import { answer, snapshotOf, startServer, stop } from "./server";

/*
 * npm run bench -- scale: every screen and every heavy or long question at the size of the demo and at ten times its stocks, with the
 * exponent of the growth: 1 grows as the instruments do, above 1.05 does not hold.
 */

const SCALES = [1, 10] as const;
/** Dates at which each is asked after the first time. */
const DATES = ["2026-09-15", "2026-08-11", "2026-06-16"] as const;

interface Measured {
  readonly instruments: number;
  readonly rows: Map<string, number>;
  readonly megabytes: number;
}

export async function scaleRows(folder: string): Promise<void> {
  const [small, large] = [await measure(folder, SCALES[0]), await measure(folder, SCALES[1])];
  const growth = Math.log(large.instruments / small.instruments);
  row("instruments", `${small.instruments} ${large.instruments}`);
  for (const [name, ms] of small.rows) {
    const more = large.rows.get(name)!;
    const exponent = Math.log(more / ms) / growth;
    row(name, `${ms.toFixed(0)} ${more.toFixed(0)}`, `^${exponent.toFixed(2)}${exponent > 1.05 ? " does not hold" : ""}`);
  }
  row("memory of the server afterwards, MB", `${small.megabytes.toFixed(0)} ${large.megabytes.toFixed(0)}`);
}

async function measure(folder: string, scale: number): Promise<Measured> {
  const rows = new Map<string, number>();
  const timed = async <T>(name: string, work: () => T | Promise<T>): Promise<T> => {
    const start = performance.now();
    const result = await work();
    rows.set(name, performance.now() - start);
    console.error(scale, name, rows.get(name)!.toFixed(0));
    return result;
  };
  const database = path.join(folder, `scale-${scale}.db`);
  const csv = path.join(folder, `scale-${scale}`);
  const command = (name: string, file: string, ...args: string[]) => {
    const env = { ...process.env, YUBRIN_DB: file };
    const done = spawnSync(process.execPath, ["--import", "tsx", `server/commands/${name}.ts`, ...args], {
      env,
      stdio: ["ignore", "ignore", "inherit"],
    });
    if (done.status !== 0) throw new Error(`${name} failed`);
  };
  await timed("made", () => {
    command("world", database, "--scale", String(scale), "--out", database);
  });
  await timed("exported as CSV", () => {
    command("export", database, "--out", csv);
  });
  await timed("exported as Parquet", () => {
    command("export", database, "--out", `${csv}-parquet`, "--as", "parquet");
  });
  await timed("imported from CSV", () => {
    command("import", path.join(folder, `imported-${scale}.db`), "--from", csv);
  });
  for (const made of [csv, `${csv}-parquet`, path.join(folder, `imported-${scale}.db`)])
    fs.rmSync(made, { recursive: true, force: true });
  const base = "http://127.0.0.1:5392";
  await startServer(database, 5392);
  await timed("first answer after start, without a snapshot", () => answer(`${base}/_.data`));
  await snapshotOf(database);
  await stop();
  await startServer(database, 5392);
  await timed("first answer after start", () => answer(`${base}/_.data`));
  for (const [name, address] of questions()) {
    const separator = address.includes("?") ? "&" : "?";
    try {
      await timed(`${name}, first`, () => answer(base + address));
    } catch (error) {
      console.error(`${name} is left out`, error);
      continue;
    }
    const times: number[] = [];
    for (const date of DATES) times.push(await answer(`${base}${address}${separator}asof=${date}`));
    rows.set(`${name}, another date`, quantile(times, 0.5));
    console.error(scale, name, times.map((t) => t.toFixed(0)).join(" "));
  }
  const { memory } = (await (await fetch(`${base}/healthz?detail`)).json()) as { memory: { process: number } };
  const { n } = new Database(database, { readonly: true }).prepare("select count(*) as n from instruments").get() as {
    n: number;
  };
  await stop();
  return { instruments: n, rows, megabytes: memory.process / 2 ** 20 };
}

/** Every screen, and every question that is not light. */
function questions(): [name: string, address: string][] {
  const screens = SCREENS.map(({ name, path: at, id }): [string, string] => [
    `screen ${name}`,
    at === "/" ? "/_.data" : `${at}${id === "chart" ? "/ALBRO" : ""}.data`,
  ]);
  const studies = [...STUDIES.values()]
    .filter((study) => study.cost !== "light")
    .map((study): [string, string] => [`${study.cost} ${study.name}`, `/data/${study.name}${searchOf(study.examples[0] ?? {})}`]);
  return [...screens, ...studies];
}

const NAMES: Readonly<Record<string, string>> = { stock: "LINON", sector: "Shipyards", index: "ALBRO", fund: "HUBUT" };

/** Parameters as an address has them; what stands for a name of the data is put in. */
function searchOf(params: object): string {
  const search = new URLSearchParams();
  for (const [key, value] of Object.entries(params) as [string, unknown][])
    for (const one of Array.isArray(value) ? (value as unknown[]) : [value])
      search.append(
        key,
        (typeof one === "string" ? one : JSON.stringify(one)).replace(/\$(\w+)/g, (_, name: string) => NAMES[name] ?? ""),
      );
  return search.size > 0 ? `?${search.toString()}` : "";
}
