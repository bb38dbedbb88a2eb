import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { STUDIES } from "@studies/registry";
import { makeWorld } from "@world/make-world";
import { Invalid, NotFound } from "../errors";
import { openDatabase } from "../db.server";
import { putDrawing, removeDrawing } from "../drawings.server";
import { bumpDataVersion } from "../stores/meta-store.server";
import { deskOf } from "../testing/desk-of";
import { differences } from "../testing/differences";
import { exampleParams } from "../testing/example-params";
import { Desk } from "./desk.server";
import { paramsFromSearch } from "./params-from-search";
import { startPool, type StudyPool } from "./pool.server";

let desk: Desk;
let pool: StudyPool;
const made = makeWorld(4, { stocks: 26, years: 2, reserve: 3 });
const world = made.dataset;

beforeAll(async () => {
  desk = await deskOf(world);
  pool = startPool();
});
afterAll(async () => {
  await desk.close();
  await pool.close();
});

describe("the desk", () => {
  it("takes the last session on or before the date", async () => {
    const friday = await desk.ask({ study: "breadth", params: {}, asOf: "2026-03-13" });
    const sunday = await desk.ask({ study: "breadth", params: {}, asOf: "2026-03-15" });
    expect(sunday.asOf).toBe(friday.asOf);
    expect(sunday.isLatest).toBe(false);
    expect((await desk.ask({ study: "breadth", params: {}, asOf: "2030-01-01" })).isLatest).toBe(true);
  });
  it.each([
    [{ study: "nothing", params: {} }, NotFound, "no study"],
    [{ study: "breadth", params: {}, market: "NOWHERE" }, NotFound, "no market"],
    [{ study: "breadth", params: {}, asOf: "yesterday" }, Invalid, "not a date"],
    [{ study: "breadth", params: {}, asOf: "1990-01-01" }, Invalid, "no session on or before"],
    [{ study: "breadth", params: { average: "weighted" } }, Invalid, "not right"],
    [{ study: "stocks", params: { group: ["planet:Mars"] } }, Invalid, "not right"],
  ])("refuses %j", async (question, kind, words) => {
    await expect(desk.ask(question)).rejects.toThrow(kind);
    await expect(desk.ask(question)).rejects.toThrow(words);
  });
  it("says where a parameter is wrong", async () => {
    const error = await desk.ask({ study: "breadth", params: { history: "many" } }).catch((e: unknown) => e);
    expect((error as Invalid).details.join()).toContain("history");
  });
  it("answers in a worker what it answers itself", async () => {
    const pooled = new Desk(desk.db, { pool });
    for (const study of ["today", "breadth", "members", "groups", "timeline"]) {
      const question = { study, params: {}, asOf: "2026-06-12" };
      expect(differences(await pooled.ask(question), await desk.ask(question))).toEqual([]);
    }
  });
  it("answers what somebody waits for before what gives way", async () => {
    const pooled = new Desk(desk.db, { pool });
    await pooled.ask({ study: "members", params: {} });
    const order: string[] = [];
    const ask = async (name: string, asOf: string, givesWay = false) => {
      await pooled.ask({ study: "members", params: {}, asOf, givesWay });
      order.push(name);
    };
    const later = ["2026-05-12", "2026-05-13", "2026-05-14", "2026-05-15"].map((asOf, k) => ask(`later ${k}`, asOf, true));
    await Promise.all([...later, ask("now", "2026-05-18")]);
    expect(order).toHaveLength(5);
    // The first may have been begun already.
    expect(order.indexOf("now")).toBeLessThan(2);
    expect([...order].sort()).toEqual(["later 0", "later 1", "later 2", "later 3", "now"]);
  });
  it("reads what is drawn as it stands when it is asked, itself and in a worker", async () => {
    const stock = world.instruments.find((i) => i.kind === "stock")!;
    const bars = world.bars.find((b) => b.ticker === stock.ticker)!;
    const on = { market: world.markets[0]!.market, subject: stock.ticker };
    const made = bars.days[100]!;
    const put = (price: number) => {
      const version = { made, kind: "level", scale: "linear", points: [{ day: made, price }] };
      return putDrawing(desk.db, on, JSON.stringify({ id: "level0001", name: "Floor", versions: [version] }));
    };
    const when = "its close is above its \u201cFloor\u201d line";
    const pooled = new Desk(desk.db, { pool });
    const above = async () => {
      const answers = await Promise.all(
        [desk, pooled].map((d) =>
          d.ask<{ record: { n: number } }>({
            study: "precedents",
            params: { when, for: stock.ticker, hold: 1, overlaps: "kept" },
          }),
        ),
      );
      expect(differences(answers[1], answers[0])).toEqual([]);
      return answers[0]!.result.record.n;
    };
    expect(await above()).toBe(0);
    const closes = Array.from(bars.close.subarray(100));
    const middle = [...closes].sort((a, b) => a - b)[Math.floor(closes.length / 2)]!;
    for (const price of [middle, 0.01]) {
      await put(price);
      // A hold of one session from the next open ends on the session after; the last one has none.
      const expected = closes.slice(0, -1).filter((c) => c > price * (1 + 1e-9)).length;
      expect(Math.abs((await above()) - expected)).toBeLessThanOrEqual(1);
    }
    await removeDrawing(desk.db, "level0001");
    expect(await above()).toBe(0);
  });
  it("gives the worker the data anew when they change", async () => {
    const pooled = new Desk(desk.db, { pool });
    const before = await pooled.ask({ study: "breadth", params: {} });
    await desk.db.transaction((trx) => bumpDataVersion(trx));
    expect(differences(await pooled.ask({ study: "breadth", params: {} }), before)).toEqual([]);
    expect((await pooled.status()).dataVersion).toBe(2);
  });
  it("says so when there is no data", async () => {
    const empty = new Desk(await openDatabase(":memory:"));
    await expect(empty.ask({ study: "today", params: {} })).rejects.toThrow("no market data yet");
    expect(await empty.status()).toEqual({ dataVersion: 0, latest: null });
    await empty.close();
  });
  it("answers every study on the very first session", async () => {
    const first = world.bars.find((b) => b.ticker === "ALBRO")!.days[0]!;
    const asOf = new Date(first * 86_400_000).toISOString().slice(0, 10);
    for (const study of STUDIES.values()) {
      const answer = await desk.ask({ study: study.name, params: exampleParams(world, study.examples[0]!), asOf });
      const said = answer.reading.flat().map((part) => (typeof part === "string" ? part : part.figure));
      expect(said.join(" ")).not.toContain("NaN");
      expect(study.table(answer.result).columns.length).toBeGreaterThan(0);
    }
  });
});

describe("parameters from a query", () => {
  it("take the study's own keys, lists where it wants lists", () => {
    const { params } = STUDIES.get("stocks")!;
    expect(paramsFromSearch(params, new URLSearchParams("group=a&group=b&asof=2024-01-02&sort=rank"))).toEqual({
      group: ["a", "b"],
    });
    expect(paramsFromSearch(STUDIES.get("focus")!.params, new URLSearchParams("group=a"))).toEqual({ group: ["a"] });
  });
});
