import type { Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { seeded } from "@core/testing";
import { STUDIES } from "@studies/registry";
import { makeWorld } from "@world/make-world";
import { paramsFromSearch } from "../ask/params-from-search";
import { openDatabase } from "../db.server";
import { Foreseen, Invalid } from "../errors";
import { removeList, saveList } from "../lists.server";
import { saveItem } from "../items.server";
import { askedPlans } from "../plans.server";
import { deskOf } from "../testing/desk-of";
import { times } from "../testing/times";
import { demoWork } from "./demo/demo-work";
import { findDemoDesk, layDemoWork, removeDemoDesk, restoreDemoDesk } from "./demo-desk.server";
import { KINDS_OF_WORK, WORK_KINDS } from "./kinds-of-work.server";
import { countWork, exportWork, importWork, readWork, textOfWork, workOfText } from "./work-file.server";

const { dataset } = makeWorld(11, { stocks: 90, years: 6, reserve: 5 });
const demo = demoWork(dataset)!;

const list = (name: string, ...tickers: string[]) => ({
  ...{ version: 1 as const, name, market: "ALDANE", note: "", made: null },
  members: tickers.map((ticker) => ({ ticker, note: "", added: null, removed: null })),
});
const account = (value: number) => ({ version: 1, currency: "ALD", values: [{ day: 20_000, value }], percent: 1 });

describe("a file of work", () => {
  let db: Knex;
  let other: Knex;
  beforeEach(async () => {
    [db, other] = [await openDatabase(":memory:"), await openDatabase(":memory:")];
  });
  afterEach(() => Promise.all([db.destroy(), other.destroy()]));

  it("takes everything elsewhere as it is, and finds all of it known the second time", async () => {
    const pin = { of: "answer", asOf: 20_000, study: "breadth", params: {}, market: "", href: "/breadth", name: "Breadth" };
    const trade = { version: 1, id: "tradebyhand", market: "ALDANE", ticker: "LINON", side: "long", units: 10, entered: 20_000 };
    const whole = textOfWork({
      ...demo,
      trades: [{ ...trade, entry: 5, note: "" }] as typeof demo.trades,
      pins: [{ ...pin, show: "reading" }] as typeof demo.pins,
    });
    const came = await importWork(db, whole);
    expect(came.added).toEqual([
      `${demo.items.length} saved items`,
      "3 lists",
      "3 alerts",
      "1 drawing",
      "4 calls",
      "2 plans",
      "1 trade",
      "1 brief",
      "1 pin",
    ]);
    // Every kind of work is in it.
    const there = await readWork(db);
    for (const kind of WORK_KINDS) expect(there[kind].length, kind).toBeGreaterThan(0);
    await importWork(other, await exportWork(db));
    expect(await exportWork(other)).toBe(await exportWork(db));
    expect(await importWork(other, await exportWork(db))).toEqual({
      ...{ added: [], renamed: [], stayed: [] },
      known: countWork(there),
    });
  });

  it("brings what has a name that is taken under another one, and what names it follows", async () => {
    await saveList(db, JSON.stringify(list("Mine", "AAA")));
    await saveItem(db, { kind: "account", name: "Main", body: JSON.stringify(account(100)) });
    await saveItem(db, { kind: "exposure-set", name: "usual", body: '{"version":1,"set":["AAA"]}' });
    const before = await readWork(db);
    await saveList(other, JSON.stringify(list("Mine", "BBB")));
    await saveItem(other, { kind: "account", name: "Main", body: JSON.stringify(account(200)) });
    await saveItem(other, { kind: "exposure-set", name: "usual", body: '{"version":1,"set":["BBB"]}' });
    const file = await readWork(other);
    const plan = demo.plans[0]!;
    const sized = { ...plan, versions: plan.versions.map((version) => ({ ...version, account: "Main" })) };
    const alert = { version: 1 as const, name: "Who comes", market: "ALDANE", on: "list:Mine", judged: 20_000, events: [] };
    const came = await importWork(db, textOfWork({ ...file, plans: [sized], alerts: [alert] }));
    expect(came.renamed).toEqual([
      { from: "Main", to: "Main (2)" },
      { from: "Mine", to: "Mine (2)" },
    ]);
    expect(came.stayed).toEqual(["usual"]);
    const now = await readWork(db);
    expect(now.lists.map(({ name, members }) => [name, members[0]!.ticker])).toEqual([
      ["Mine", "AAA"],
      ["Mine (2)", "BBB"],
    ]);
    expect(now.alerts[0]!.on).toBe("list:Mine (2)");
    expect(now.plans[0]!.versions[0]!.account).toBe("Main (2)");
    expect(now.items.filter((item) => before.items.some((was) => was.name === item.name))).toEqual(before.items);
  });

  it("brings a drawing under a free name where another of its chart has it", async () => {
    const drawn = demo.drawings[0]!;
    await importWork(db, textOfWork({ drawings: [drawn] }));
    const second = { ...drawn, drawing: { ...drawn.drawing, id: "anotherdrawing" } };
    await importWork(db, textOfWork({ drawings: [second] }));
    expect((await readWork(db)).drawings.map(({ drawing }) => drawing.name)).toEqual([
      "Low of the quarter",
      "Low of the quarter (2)",
    ]);
    const moved = { ...drawn, drawing: { ...drawn.drawing, name: "Moved" } };
    expect((await importWork(db, textOfWork({ drawings: [moved] }))).stayed).toEqual(["Moved"]);
    expect((await readWork(db)).drawings[0]!.drawing.name).toBe("Low of the quarter");
  });

  it("keeps what it does not know, such as an item of a newer version", async () => {
    const items = [
      { kind: "scan", name: "Later", body: { version: 99, what: "ever" } },
      { kind: "hologram", name: "Later still", body: [1, 2] },
    ];
    await importWork(db, textOfWork({ items }));
    expect((await readWork(db)).items).toEqual(items);
  });

  it("is refused whole where anything of it is wrong, with its place", async () => {
    const bad = textOfWork({ ...demo, lists: [...demo.lists, { ...list(""), members: [] }] });
    const refusal = (await importWork(db, bad).catch((error: unknown) => error)) as Invalid;
    expect(refusal.details.join(" ")).toContain("lists[3]");
    const scan = { kind: "scan", name: "Wrong", body: { version: 1, when: 3 } };
    await expect(importWork(db, textOfWork({ ...demo, items: [...demo.items, scan] }))).rejects.toThrow("saved item “Wrong”");
    await expect(importWork(db, "[]")).rejects.toThrow(Invalid);
    await expect(importWork(db, '{"yubrin":"plans","version":1}')).rejects.toThrow("no file of work");
    await expect(importWork(db, '{"yubrin":"work","version":2}')).rejects.toThrow(Invalid);
    expect(countWork(await readWork(db))).toBe(0);
  });

  it(
    "is taken or refused in words, with one letter of it changed anywhere",
    async () => {
      const text = textOfWork({ ...demo, briefs: [], items: demo.items.slice(0, 4) });
      const random = seeded(4);
      let taken = 0;
      for (let round = 0; round < times(250); round++) {
        const at = Math.floor(random() * text.length);
        const letter = String.fromCharCode(32 + Math.floor(95 * random()));
        const mutated = text.slice(0, at) + letter + text.slice(at + (random() < 0.5 ? 1 : 0));
        const came = await importWork(db, mutated).catch((error: unknown) => error);
        if (came instanceof Error) expect(came).toBeInstanceOf(Foreseen);
        else taken++;
        // What was taken can be read by everything that lists it.
        await readWork(db);
      }
      expect(taken).toBeGreaterThan(20);
      expect(taken).toBeLessThan(times(230));
    },
    times(60_000),
  );
});

describe("the demo's desk", () => {
  it("is the same for the same data, and holds what a desk has", () => {
    expect(demoWork(dataset)).toEqual(demo);
    const countOf = (kind: string) => demo.items.filter((item) => item.kind === kind).length;
    expect(["routine", "scan", "situation", "arrangement", "account"].map(countOf)).toEqual([2, 6, 4, 3, 1]);
    expect(countOf("trial")).toBe(2);
    expect(demo.lists.filter((one) => one.scan)).toHaveLength(1);
    expect(demo.plans).toHaveLength(2);
    for (const kind of WORK_KINDS)
      for (const body of demo[kind]) expect(KINDS_OF_WORK[kind].schema.safeParse(body).error, kind).toBeUndefined();
    expect(demoWork({ ...dataset, bars: [] })).toBeUndefined();
  });

  it("has a plan under way, one that waits, and calls that are scored", async () => {
    const desk = await deskOf(dataset);
    await layDemoWork(desk.db, dataset);
    const ask = async (study: string, params: object) =>
      (await desk.ask<Record<string, unknown>>({ study, params: params as never, market: "ALDANE" })).result;
    const plans = (await ask("plans", { plans: JSON.stringify(await askedPlans(desk.db, demo.plans)) })) as {
      plans: { sides: { status: string }[] }[];
    };
    expect(plans.plans.map(({ sides }) => sides.map((side) => side.status))).toEqual([["entered"], ["waiting", "waiting"]]);
    const calls = (await ask("calls", { calls: JSON.stringify(demo.calls) })) as { rows: { state: string }[] };
    expect(calls.rows.map((row) => row.state)).toEqual(["scored", "scored", "scored", "scored"]);
    await desk.close();
  });

  it("asks with its models, scans and situations what has an answer", async () => {
    const desk = await deskOf(dataset);
    const asked: string[] = [];
    for (const { kind, name, body } of demo.items as { kind: string; name: string; body: Record<string, unknown> }[]) {
      const search = new URLSearchParams();
      if (kind === "trial")
        for (const [key, values] of Object.entries(body["params"] as Record<string, string[]>))
          for (const value of values) search.append(key, value);
      else if (kind === "scan" || kind === "situation") search.set("when", JSON.stringify(body["when"]));
      else continue;
      const study = { trial: "rebalanced-model", scan: "scan", situation: "precedents" }[kind];
      const { result, reading } = await desk.ask({ study, params: paramsFromSearch(STUDIES.get(study)!.params, search) });
      expect(result, name).toBeDefined();
      expect(reading.length, name).toBeGreaterThan(0);
      asked.push(kind);
    }
    expect(asked.filter((kind) => kind === "trial")).toHaveLength(2);
    expect(new Set(asked).size).toBe(3);
    await desk.close();
  });
  it("goes as a whole, but for what was changed since, and comes back", async () => {
    const db = await openDatabase(":memory:");
    expect(await findDemoDesk(db)).toBeUndefined();
    await layDemoWork(db, dataset);
    const laid = await exportWork(db);
    await saveList(db, JSON.stringify(list("Of my own", "AAA")));
    // What a session brings by itself is no change of the analyst's.
    await db("alerts").update({ judged: 30_000 });
    await db("alert_events").insert({ alert_id: 1, session: 29_999, ticker: "AAA", seen: 0 });
    const [first] = demo.lists;
    await saveList(db, JSON.stringify({ ...first!, note: "Changed by me" }), first!.name);
    expect(await removeDemoDesk(db)).toEqual({ removed: countWork(demo) - 1, stayed: [first!.name] });
    expect(countWork(await readWork(db))).toBe(2);
    expect(await findDemoDesk(db)).toEqual({ brought: countWork(demo), here: 1 });
    await removeList(db, first!.name);
    await removeList(db, "Of my own");
    await restoreDemoDesk(db);
    expect(await exportWork(db)).toBe(laid);
    expect(await findDemoDesk(db)).toEqual({ brought: countWork(demo), here: countWork(demo) });
    expect(countWork(workOfText(laid))).toBe(countWork(demo));
    await db.destroy();
  });
});
