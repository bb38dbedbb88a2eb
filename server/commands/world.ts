import fs from "node:fs";
import { makeWorld } from "@world/make-world";
import { DEMO_SIZE } from "@world/world-size";
import { databasePath, openDatabase } from "../db.server";
import { layDemoWork } from "../work/demo-desk.server";
import { writeWorld } from "../transfer/write-world.server";
import { progressLine, readArguments } from "./arguments";

const USAGE = "npm run world -- [--seed 2] [--out data/yubrin.db] [--stocks 480] [--years 24] [--scale 1] [--bare]";

const values = readArguments(
  {
    seed: { type: "string", default: "2" },
    out: { type: "string" },
    stocks: { type: "string" },
    years: { type: "string" },
    // So many times as many stocks.
    scale: { type: "string", default: "1" },
    // Without the desk that somebody has worked at.
    bare: { type: "boolean", default: false },
  },
  USAGE,
);
const whole = (text: string | undefined, otherwise: number): number => {
  const n = text === undefined ? otherwise : Number(text);
  if (!Number.isInteger(n) || n < 1) {
    console.error(`"${text}" is not a whole number above 0.\n\n${USAGE}`);
    process.exit(2);
  }
  return n;
};
const out = values.out ?? databasePath();
if (fs.existsSync(out)) {
  console.error(`${out} is there already: name another file with --out, or remove it first.`);
  process.exit(1);
}
const started = Date.now();
const show = progressLine("Making the market");
const world = makeWorld(
  whole(values.seed, 2),
  {
    ...DEMO_SIZE,
    stocks: whole(values.scale, 1) * whole(values.stocks, DEMO_SIZE.stocks),
    years: whole(values.years, DEMO_SIZE.years),
  },
  (share, doing) => {
    show(0.75 * share, doing);
  },
);
// Made beside its place and moved there whole, so that a killed run leaves no half-made database.
const unfinished = `${out}.unfinished`;
for (const ending of ["", "-wal", "-shm"]) fs.rmSync(unfinished + ending, { force: true });
const db = await openDatabase(unfinished);
await writeWorld(db, world, (share) => {
  show(0.75 + 0.25 * share, "writing the database");
});
if (!values.bare) await layDemoWork(db, world.dataset);
await db.destroy();
fs.renameSync(unfinished, out);
console.log(`${out}: ${world.dataset.instruments.length} instruments, made in ${((Date.now() - started) / 1000).toFixed(1)} s`);
