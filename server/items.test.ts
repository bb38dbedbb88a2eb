import type { Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { z } from "zod";
import { openDatabase } from "./db.server";
import { Invalid, NotFound } from "./errors";
import { findItem, listItems, listUnreadable, removeItem, saveItem, upgraded } from "./items.server";

const rule = { left: { measure: "close" }, comparator: "above", right: { measure: "sma", params: { n: 20 } } };
const system = (up: unknown) => JSON.stringify({ version: 1, market: "ALDANE", on: "composite", up, down: { not: rule } });

describe("kept things", () => {
  let db: Knex;
  beforeEach(async () => {
    db = await openDatabase(":memory:");
  });
  afterEach(() => db.destroy());

  it("are kept under a name of their kind, in order, and overwritten by it", async () => {
    await saveItem(db, { kind: "timing-system", name: " First ", body: system(rule) });
    await saveItem(db, { kind: "timing-system", name: "Second", body: system({ all: [rule, rule] }) });
    await saveItem(db, { kind: "timing-system", name: "First", body: system({ any: [rule] }) });
    const all = await listItems(db, "timing-system");
    expect(all.map((k) => k.name)).toEqual(["First", "Second"]);
    expect(all[0]!.body.up).toEqual({ any: [rule] });
    expect(await findItem(db, "oscillators", "First")).toBeUndefined();
  });
  it("give back what was dropped, so that it can be put back", async () => {
    await saveItem(db, { kind: "breadth-zones", name: "default", body: '{"version":1,"crowded":65,"washed":12}' });
    const body = await removeItem(db, "breadth-zones", "default");
    expect(await findItem(db, "breadth-zones", "default")).toBeUndefined();
    await saveItem(db, { kind: "breadth-zones", name: "default", body });
    expect(await findItem(db, "breadth-zones", "default")).toEqual({ version: 1, crowded: 65, washed: 12 });
    await expect(removeItem(db, "breadth-zones", "none")).rejects.toThrow(NotFound);
  });
  it("are renamed in one piece, and never over another", async () => {
    await saveItem(db, { kind: "timing-system", name: "First", body: system(rule), was: "" });
    await saveItem(db, { kind: "timing-system", name: "Second", body: system(rule), was: "" });
    await expect(saveItem(db, { kind: "timing-system", name: "First", body: system({ any: [] }), was: "" })).rejects.toThrow(
      'called "First" already',
    );
    await expect(
      saveItem(db, { kind: "timing-system", name: "Second", body: system({ any: [] }), was: "First" }),
    ).rejects.toThrow(Invalid);
    await expect(saveItem(db, { kind: "timing-system", name: "Third", body: system("nonsense"), was: "First" })).rejects.toThrow(
      Invalid,
    );
    const names = async () => (await listItems(db, "timing-system")).map((k) => k.name);
    expect(await names()).toEqual(["First", "Second"]);
    await saveItem(db, { kind: "timing-system", name: "Third", body: system({ any: [rule] }), was: "First" });
    expect(await names()).toEqual(["Second", "Third"]);
    await saveItem(db, { kind: "timing-system", name: "Third", body: system({ all: [rule] }), was: "Third" });
    expect((await findItem(db, "timing-system", "Third"))!.up).toEqual({ all: [rule] });
  });
  it("are refused with the place of the fault", async () => {
    const bad = system({ all: [{ ...rule, left: { measure: "luck" } }] });
    await expect(saveItem(db, { kind: "timing-system", name: "x", body: bad })).rejects.toMatchObject({ name: "Invalid" });
    await expect(
      saveItem(db, { kind: "timing-system", name: "x", body: system({ ...rule, left: { measure: "rsi", params: { n: 0 } } }) }),
    ).rejects.toThrow(Invalid);
    await expect(saveItem(db, { kind: "timing-system", name: "  ", body: system(rule) })).rejects.toThrow("needs a name");
    await expect(
      saveItem(db, { kind: "breadth-zones", name: "x", body: '{"version":1,"crowded":40,"washed":12}' }),
    ).rejects.toMatchObject({
      details: expect.arrayContaining([expect.stringContaining("crowded")]) as string[],
    });
    await expect(saveItem(db, { kind: "recipes", name: "x", body: "{}" })).rejects.toThrow('no kind "recipes"');
    await expect(saveItem(db, { kind: "oscillators", name: "x", body: "{" })).rejects.toThrow("not JSON");
    for (const kind of ["__proto__", "constructor", "toString"]) {
      await expect(saveItem(db, { kind, name: "x", body: "{}" })).rejects.toThrow("no kind");
      await expect(removeItem(db, kind, "x")).rejects.toThrow("no kind");
    }
    expect(await listItems(db, "timing-system")).toEqual([]);
  });
  it("are nested up to 20 levels, and no deeper", async () => {
    const nested = (levels: number): unknown => (levels <= 1 ? rule : { all: [nested(levels - 1)] });
    await saveItem(db, { kind: "timing-system", name: "deep", body: system(nested(20)) });
    await expect(saveItem(db, { kind: "timing-system", name: "deeper", body: system(nested(21)) })).rejects.toMatchObject({
      details: expect.arrayContaining([expect.stringContaining("deeper than 20 levels")]) as string[],
    });
    const hostile = `${'{"not":'.repeat(200_000)}1${"}".repeat(200_000)}`;
    const started = performance.now();
    await expect(saveItem(db, { kind: "timing-system", name: "x", body: `{"version":1,"up":${hostile}}` })).rejects.toThrow(
      "nested too deep",
    );
    await expect(saveItem(db, { kind: "timing-system", name: "x", body: "[".repeat(900_000) })).rejects.toThrow(
      "nested too deep",
    );
    expect(performance.now() - started).toBeLessThan(1_000);
    expect((await listItems(db, "timing-system")).map((k) => k.name)).toEqual(["deep"]);
  });
  it("of a form that is not known are told and left as they are, the others are read", async () => {
    await saveItem(db, { kind: "breadth-zones", name: "Mine", body: '{"version":1,"crowded":80,"washed":20}' });
    const newer = '{"version":2,"market":"ALDANE","members":["AAA"]}';
    await db("items").insert([
      { kind: "breadth-zones", name: "Newer", body: newer },
      { kind: "breadth-zones", name: "Broken", body: "{" },
      { kind: "recipe", name: "Other", body: "{}" },
    ]);
    expect((await listItems(db, "breadth-zones")).map((item) => item.name)).toEqual(["Mine"]);
    expect(await findItem(db, "breadth-zones", "Newer")).toBeUndefined();
    expect(await listUnreadable(db)).toEqual([
      { kind: "breadth-zones", name: "Newer" },
      { kind: "breadth-zones", name: "Broken" },
      { kind: "recipe", name: "Other" },
    ]);
    expect(await db("items").where({ name: "Newer" }).pluck<string[]>("body")).toEqual([newer]);
  });
  it("of an earlier form are upgraded step by step, and checked as what they become", () => {
    const kind = {
      version: 3,
      body: z.strictObject({ version: z.literal(3), tickers: z.array(z.string()), note: z.string() }),
      upgrades: [
        ({ ticker, ...rest }: Record<string, unknown>) => ({ ...rest, tickers: [ticker] }),
        (body: Record<string, unknown>) => ({ ...body, note: "" }),
      ],
    };
    expect(upgraded(kind, { version: 1, ticker: "AAA" })).toEqual({ version: 3, tickers: ["AAA"], note: "" });
    expect(upgraded(kind, { version: 2, tickers: ["B"] })).toEqual({ version: 3, tickers: ["B"], note: "" });
    expect(upgraded(kind, { version: 3, tickers: [], note: "x" })).toEqual({ version: 3, tickers: [], note: "x" });
    expect(() => upgraded(kind, { version: 4, tickers: [], note: "x" })).toThrow("newer than 3");
    for (const bad of [{ version: 3 }, { version: 0 }, {}, null, 7]) expect(() => upgraded(kind, bad)).toThrow();
  });
});
