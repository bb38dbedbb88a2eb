import { openDatabase } from "@server/db.server";
import { Desk } from "@server/ask/desk.server";
const desk = new Desk(await openDatabase("/tmp/y/demo2.db"));
for (const p of [
  { set: "sector" },
  { set: "sector", bench: "flat" },
  { set: "industry" },
  { set: "industry", in: "sector:Shipyards" },
  { set: "theme" },
  { set: "fund" },
  { set: "style" },
  { set: "region" },
  { set: "world" },
  { set: "asset-class" },
  { set: "family" },
  { set: "commodity" },
  { set: "commodity", in: "group:Fuels" },
  { set: "currency" },
  { set: "currency", bench: "mean" },
  { set: "stock", in: "sector:Shipyards" },
  { set: "stock", in: "market:" },
  { set: "stock", in: "group:ALBIG", every: "daily" },
  { set: "world", every: "monthly" },
] as Record<string, string>[]) {
  const t = performance.now();
  const a = await desk.ask<any>({ study: "rotation", params: p });
  const ms = performance.now() - t;
  const t2 = performance.now();
  await desk.ask<any>({ study: "rotation", params: p, asOf: "2026-09-11" });
  const ms2 = performance.now() - t2;
  console.log(
    JSON.stringify(p),
    ms.toFixed(0),
    ms2.toFixed(0),
    a.result.rows.length,
    a.result.events.length,
    a.result.benchmarkName,
  );
  console.log("   ", a.reading.map((s: any) => s.map((x: any) => (typeof x === "string" ? x : x.figure)).join("")).join(" "));
}
process.exit(0);
