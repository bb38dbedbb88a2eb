import { openDatabase } from "@server/db.server";
import { Desk } from "@server/ask/desk.server";
const desk = new Desk(await openDatabase("/tmp/y/demo2.db"));
const funds = (await desk.ask<any>({ study: "groups", params: { peers: "fund" } })).result.rows.map((r: any) => r.ticker);
for (const [study, p] of [
  ["groups", {}],
  ["groups", { peers: "industry", in: "sector:Shipyards" }],
  ["groups", { peers: "theme" }],
  ["groups", { peers: "fund" }],
  ["groups", { peers: "style" }],
  ["groups", { peers: "region" }],
  ["groups", { peers: "world" }],
  ["groups", { peers: "asset-class" }],
  ["groups", { peers: "family" }],
  ["groups", { peers: "commodity" }],
  ["groups", { peers: "currency" }],
  ["stocks", { group: ["market:"] }],
  ["stocks", { group: ["sector:Shipyards"] }],
  ["fund", { ticker: funds[3] }],
  ["series", { key: "group:Fuels" }],
  ["period-map", {}],
  ["period-map", { set: "world" }],
  ["period-map", { set: "industry", from: "2026-01-02" }],
] as [string, Record<string, any>][]) {
  const t = performance.now();
  const a = await desk.ask<any>({ study, params: p });
  const ms = performance.now() - t;
  const t2 = performance.now();
  await desk.ask<any>({ study, params: p, asOf: "2026-09-11" });
  const ms2 = performance.now() - t2;
  console.log(study, JSON.stringify(p), ms.toFixed(0), ms2.toFixed(0), a.result.rows?.length);
  console.log("   ", a.reading.map((s: any) => s.map((x: any) => (typeof x === "string" ? x : x.figure)).join("")).join(" "));
  if (study === "period-map" && !p.set) console.log(a.result.swings.map((s: any) => s.words));
}
process.exit(0);
