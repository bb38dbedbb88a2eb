import knex, { type Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { openDatabase } from "./db.server";
import { findList, listLists, removeList, saveList } from "./lists.server";
import { migrations } from "./migrations.server";

let db: Knex;
beforeEach(async () => {
  db = await openDatabase(":memory:");
});
afterEach(() => db.destroy());

const member = (ticker: string, more: object = {}) => ({ ticker, note: "", added: 100, removed: null, ...more });
const list = (name: string, more: object = {}) =>
  JSON.stringify({ version: 1, name, market: "HOME", note: "", made: 100, members: [member("BBB"), member("AAA")], ...more });
const when = { left: { measure: "close" }, comparator: "above", right: 5 };

describe("lists", () => {
  it("are kept whole, with the order of their members, who has gone, and the scan of a live one", async () => {
    await saveList(
      db,
      list("One", { members: [member("BBB", { removed: 110 }), member("AAA", { note: "thin" }), member("BBB", { added: 120 })] }),
    );
    await saveList(db, list("Two", { scan: { when, for: "funds" }, members: [] }));
    await saveList(db, list("Away", { market: "AWAY" }));
    expect((await listLists(db, "HOME")).map((l) => l.name)).toEqual(["One", "Two"]);
    expect(await findList(db, "One")).toEqual({
      ...{ version: 1, name: "One", market: "HOME", note: "", made: 100 },
      members: [member("BBB", { removed: 110 }), member("AAA", { note: "thin" }), member("BBB", { added: 120 })],
    });
    expect((await findList(db, "Two"))!.scan).toEqual({ when, for: "funds" });
  });
  it("are changed and renamed in one step, and come back as they were when a removal is undone", async () => {
    await saveList(db, list("One"));
    await saveList(db, list("Two"));
    await saveList(db, list("First", { note: "why", members: [member("CCC")] }), "One");
    expect((await listLists(db)).map((l) => l.name)).toEqual(["First", "Two"]);
    expect((await findList(db, "First"))!.members).toEqual([member("CCC")]);
    const before = await findList(db, "First");
    const text = await removeList(db, "First");
    expect(await findList(db, "First")).toBeUndefined();
    expect(await db("list_members").count({ n: "*" })).toEqual([{ n: 2 }]);
    await saveList(db, text);
    expect(await findList(db, "First")).toEqual(before);
    await expect(removeList(db, "Nobody")).rejects.toThrow('no list "Nobody"');
  });
  it("refuse a name that is taken and what is no list, and nothing is lost", async () => {
    await saveList(db, list("One"));
    await saveList(db, list("Two"));
    await expect(saveList(db, list("One"))).rejects.toThrow('a list called "One" already');
    await expect(saveList(db, list("Two", { note: "x" }), "One")).rejects.toThrow('a list called "Two" already');
    await expect(saveList(db, "{")).rejects.toThrow("not JSON");
    await expect(saveList(db, list("Three", { members: [] }))).rejects.toThrow("needs a member");
    await expect(saveList(db, list("Three", { members: [{ ticker: "" }] }))).rejects.toThrow("cannot be kept as a list");
    expect((await listLists(db)).map((l) => [l.name, l.members.length])).toEqual([
      ["One", 2],
      ["Two", 2],
    ]);
    // One whose members have all gone stays.
    await saveList(db, list("One", { members: [] }), "One");
    expect((await findList(db, "One"))!.members).toEqual([]);
  });
});

describe("lists that were items before", () => {
  it("are carried over with their members, and back", async () => {
    const own = knex({ client: "better-sqlite3", connection: { filename: ":memory:" }, useNullAsDefault: true });
    await own.raw("pragma foreign_keys = on");
    const before = migrations.findIndex((m) => m.name === "011-lists");
    for (const migration of migrations.slice(0, before)) await migration.up(own);
    await own("items").insert([
      { kind: "list", name: "Held up", body: '{"version":1,"market":"HOME","tickers":["BBB","AAA"]}' },
      { kind: "list", name: "Newer", body: '{"version":2}' },
      { kind: "breadth-zones", name: "Zones", body: "{}" },
    ]);
    await migrations[before]!.up(own);
    expect(await listLists(own)).toEqual([
      {
        ...{ version: 1, name: "Held up", market: "HOME", note: "", made: null },
        members: ["BBB", "AAA"].map((ticker) => ({ ticker, note: "", added: null, removed: null })),
      },
    ]);
    expect(await own("items").orderBy("name").pluck<string[]>("name")).toEqual(["Newer", "Zones"]);
    await migrations[before]!.down!(own);
    expect(await own("items").where({ name: "Held up" }).pluck<string[]>("body")).toEqual([
      '{"version":1,"market":"HOME","tickers":["BBB","AAA"]}',
    ]);
    await own.destroy();
  });
});
