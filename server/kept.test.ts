import type { Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { openDatabase } from "./db.server";
import { Invalid, NotFound } from "./errors";
import { dropThing, findKeptThing, keepThing, listKeptThings } from "./kept.server";

const rule = { left: { measure: "close" }, comparator: "above", right: { measure: "sma", params: { n: 20 } } };
const system = (up: unknown) => JSON.stringify({ version: 1, market: "ALDANE", on: "composite", up, down: { not: rule } });

describe("kept things", () => {
  let db: Knex;
  beforeEach(async () => {
    db = await openDatabase(":memory:");
  });
  afterEach(() => db.destroy());

  it("are kept under a name of their kind, in order, and overwritten by it", async () => {
    await keepThing(db, "timing-system", " First ", system(rule));
    await keepThing(db, "timing-system", "Second", system({ all: [rule, rule] }));
    await keepThing(db, "timing-system", "First", system({ any: [rule] }));
    const all = await listKeptThings(db, "timing-system");
    expect(all.map((k) => k.name)).toEqual(["First", "Second"]);
    expect(all[0]!.body.up).toEqual({ any: [rule] });
    expect(await findKeptThing(db, "oscillators", "First")).toBeUndefined();
  });
  it("give back what was dropped, so that it can be put back", async () => {
    await keepThing(db, "breadth-zones", "default", '{"version":1,"crowded":65,"washed":12}');
    const body = await dropThing(db, "breadth-zones", "default");
    expect(await findKeptThing(db, "breadth-zones", "default")).toBeUndefined();
    await keepThing(db, "breadth-zones", "default", body);
    expect(await findKeptThing(db, "breadth-zones", "default")).toEqual({ version: 1, crowded: 65, washed: 12 });
    await expect(dropThing(db, "breadth-zones", "none")).rejects.toThrow(NotFound);
  });
  it("are renamed in one piece, and never over another", async () => {
    await keepThing(db, "timing-system", "First", system(rule), "");
    await keepThing(db, "timing-system", "Second", system(rule), "");
    await expect(keepThing(db, "timing-system", "First", system({ any: [] }), "")).rejects.toThrow('called "First" already');
    await expect(keepThing(db, "timing-system", "Second", system({ any: [] }), "First")).rejects.toThrow(Invalid);
    await expect(keepThing(db, "timing-system", "Third", system("nonsense"), "First")).rejects.toThrow(Invalid);
    const names = async () => (await listKeptThings(db, "timing-system")).map((k) => k.name);
    expect(await names()).toEqual(["First", "Second"]);
    await keepThing(db, "timing-system", "Third", system({ any: [rule] }), "First");
    expect(await names()).toEqual(["Second", "Third"]);
    await keepThing(db, "timing-system", "Third", system({ all: [rule] }), "Third");
    expect((await findKeptThing(db, "timing-system", "Third"))!.up).toEqual({ all: [rule] });
  });
  it("are refused with the place of the fault", async () => {
    const bad = system({ all: [{ ...rule, left: { measure: "luck" } }] });
    await expect(keepThing(db, "timing-system", "x", bad)).rejects.toMatchObject({ name: "Invalid" });
    await expect(
      keepThing(db, "timing-system", "x", system({ ...rule, left: { measure: "rsi", params: { n: 0 } } })),
    ).rejects.toThrow(Invalid);
    await expect(keepThing(db, "timing-system", "  ", system(rule))).rejects.toThrow("needs a name");
    await expect(keepThing(db, "breadth-zones", "x", '{"version":1,"crowded":40,"washed":12}')).rejects.toMatchObject({
      details: expect.arrayContaining([expect.stringContaining("crowded")]) as string[],
    });
    await expect(keepThing(db, "recipes", "x", "{}")).rejects.toThrow('no kind "recipes"');
    await expect(keepThing(db, "oscillators", "x", "{")).rejects.toThrow("not JSON");
    for (const kind of ["__proto__", "constructor", "toString"]) {
      await expect(keepThing(db, kind, "x", "{}")).rejects.toThrow("no kind");
      await expect(dropThing(db, kind, "x")).rejects.toThrow("no kind");
    }
    expect(await listKeptThings(db, "timing-system")).toEqual([]);
  });
  it("are nested up to 20 levels, and no deeper", async () => {
    const nested = (levels: number): unknown => (levels <= 1 ? rule : { all: [nested(levels - 1)] });
    await keepThing(db, "timing-system", "deep", system(nested(20)));
    await expect(keepThing(db, "timing-system", "deeper", system(nested(21)))).rejects.toMatchObject({
      details: expect.arrayContaining([expect.stringContaining("deeper than 20 levels")]) as string[],
    });
    const hostile = `${'{"not":'.repeat(200_000)}1${"}".repeat(200_000)}`;
    const started = performance.now();
    await expect(keepThing(db, "timing-system", "x", `{"version":1,"up":${hostile}}`)).rejects.toThrow("nested too deep");
    await expect(keepThing(db, "timing-system", "x", "[".repeat(900_000))).rejects.toThrow("nested too deep");
    expect(performance.now() - started).toBeLessThan(1_000);
    expect((await listKeptThings(db, "timing-system")).map((k) => k.name)).toEqual(["deep"]);
  });
});
