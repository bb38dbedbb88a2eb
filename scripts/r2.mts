import { openDatabase } from "@server/db.server";
import { Desk } from "@server/ask/desk.server";
const desk = new Desk(await openDatabase("/tmp/y/demo2.db"));
for (let k = 0; k < 12; k++)
  await desk.ask<any>({
    study: "rotation",
    params: { set: "stock", in: "group:ALBIG", every: "daily" },
    asOf: `2026-0${1 + (k % 8)}-1${k % 9}`,
  });
process.exit(0);
