import type { Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { openDatabase } from "./db.server";
import { listDrawings, putDrawing, removeDrawing } from "./drawings.server";

let db: Knex;
beforeEach(async () => {
  db = await openDatabase(":memory:");
});
afterEach(() => db.destroy());

const on = { market: "HOME", subject: "AAA" };
const version = (made: number, price = 5) => ({
  made,
  kind: "level" as const,
  scale: "linear" as const,
  points: [{ day: 100, price }],
});
const drawing = (id: string, name: string, ...versions: readonly object[]) =>
  JSON.stringify({ id, name, versions: versions.length > 0 ? versions : [version(200)] });

describe("drawings", () => {
  it("are kept per chart, in the order in which they were made, with every form they have had", async () => {
    await putDrawing(db, on, drawing("bbbb0001", "Second"));
    await putDrawing(db, on, drawing("aaaa0001", "First", version(210, 6), version(200)));
    await putDrawing(db, { ...on, subject: "BBB" }, drawing("cccc0001", "First"));
    expect(await listDrawings(db, on)).toEqual([
      { id: "bbbb0001", name: "Second", versions: [version(200)] },
      { id: "aaaa0001", name: "First", versions: [version(200), version(210, 6)] },
    ]);
  });
  it("are put as a whole: what they were is gone, and comes back the same", async () => {
    const first = drawing("aaaa0001", "First", version(200), version(210, 6));
    await putDrawing(db, on, first);
    await putDrawing(db, on, drawing("aaaa0001", "Renamed", version(220, 7)));
    expect(await listDrawings(db, on)).toEqual([{ id: "aaaa0001", name: "Renamed", versions: [version(220, 7)] }]);
    await putDrawing(db, on, first);
    expect((await listDrawings(db, on))[0]).toMatchObject({ name: "First", versions: [version(200), version(210, 6)] });
    await removeDrawing(db, "aaaa0001");
    expect(await listDrawings(db, on)).toEqual([]);
    expect(await db("drawing_versions")).toEqual([]);
    await expect(removeDrawing(db, "aaaa0001")).rejects.toThrow("not there any more");
  });
  it("of what belongs to no market are seen from every market, those of a group from its own", async () => {
    await putDrawing(db, { market: "", subject: "WORLD" }, drawing("aaaa0001", "Level 1"));
    await putDrawing(db, { market: "HOME", subject: "sector:Fish" }, drawing("bbbb0001", "Level 1"));
    expect(await listDrawings(db, { market: "AWAY", subject: "WORLD" })).toHaveLength(1);
    expect(await listDrawings(db, { market: "AWAY", subject: "sector:Fish" })).toHaveLength(0);
  });
  it("refuse a name that is taken and what is no drawing, and nothing is lost", async () => {
    await putDrawing(db, on, drawing("aaaa0001", "First"));
    await expect(putDrawing(db, on, drawing("bbbb0001", "First"))).rejects.toThrow('called "First" here already');
    await expect(putDrawing(db, on, "{")).rejects.toThrow("not JSON");
    await expect(putDrawing(db, on, drawing("aaaa0001", "First", version(50)))).rejects.toThrow("cannot be drawn");
    await expect(putDrawing(db, on, drawing("a b", "Third"))).rejects.toThrow("cannot be drawn");
    expect(await listDrawings(db, on)).toEqual([{ id: "aaaa0001", name: "First", versions: [version(200)] }]);
  });
});
