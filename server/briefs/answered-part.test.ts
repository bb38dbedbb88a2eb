import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { findEpochDay, isoDate } from "@core";
import { isLive, savedBrief, type AnswerPart } from "@studies/briefs/brief-schema";
import { briefOfRoutine, duplicatedBrief, routineOfBrief, routineStops } from "@studies/briefs/begin-brief";
import { READY_ROUTINES } from "@studies/briefs/ready-routines";
import type { PanesPicture } from "@studies/pictures/picture-schema";
import { makeWorld } from "@world/make-world";
import type { Desk } from "../ask/desk.server";
import { insertCall } from "../calls.server";
import { putDrawing } from "../drawings.server";
import { deskOf } from "../testing/desk-of";
import { answeredPart } from "./answered-part.server";

const world = makeWorld(5, { stocks: 40, years: 4, reserve: 10 }).dataset;
const days = world.bars.find((b) => b.ticker === "ALBRO")!.days;
const [asOf, weekAgo] = [days.at(-1)!, days.at(-6)!];
let desk: Desk;
beforeAll(async () => {
  desk = await deskOf(world);
});
afterAll(() => desk.close());

let ids = 0;
const freshId = () => `fresh${String(++ids).padStart(5, "0")}`;
const part = (more: Partial<AnswerPart> = {}): AnswerPart => ({
  ...{ type: "answer", id: "partofone", study: "breadth", params: {}, market: "ALDANE", href: "/breadth", name: "Breadth" },
  ...{ show: "reading" },
  ...more,
});
const brief = { market: "ALDANE", asOf };

describe("a part of a brief", () => {
  it("has the answer of its question at the session of the brief; a frozen one stays as it was", async () => {
    const now = await answeredPart(desk, part(), brief);
    const direct = await desk.ask({ study: "breadth", params: {}, market: "ALDANE", asOf: isoDate(asOf) });
    expect(now.shown).toEqual({ asOf, reading: direct.reading });
    const before = await answeredPart(desk, part(), { ...brief, asOf: weekAgo });
    expect(before.shown!.asOf).toBe(weekAgo);
    expect(before.shown).not.toEqual(now.shown);
    const frozen = await answeredPart(desk, part({ frozen: before.shown! }), brief, weekAgo);
    expect(frozen).toEqual({ id: "partofone", shown: before.shown });
  });
  it("shows what was chosen of it: a sentence, rows and columns in an order, a picture", async () => {
    const direct = await desk.ask({ study: "breadth", params: {}, market: "ALDANE", asOf: isoDate(asOf) });
    expect((await answeredPart(desk, part({ show: "sentence", at: "1" }), brief)).shown!.reading).toEqual([direct.reading[1]]);
    const table = async (choice: AnswerPart["table"]) =>
      (await answeredPart(desk, part({ study: "groups", show: "table", table: choice }), brief)).shown!.table!;
    const plain = await table({ rows: 3 });
    expect([plain.rows.length, plain.columns.length]).toEqual([3, 7]);
    expect(plain.of).toBeGreaterThan(3);
    const all = await table({ rows: 60, columns: ["name", "r63"], sort: "-r63" });
    expect(all.columns.map((column) => column.key)).toEqual(["name", "r63"]);
    const values = all.rows.map((row) => row[1] as number);
    expect(values).toEqual([...values].sort((a, b) => b - a));
    const latest = (await answeredPart(desk, part({ show: "table", table: { rows: 2 } }), brief)).shown!.table!;
    expect(latest.rows.map((row) => row[0])).toEqual([isoDate(asOf), isoDate(days.at(-2)!)]);
    expect((await answeredPart(desk, part({ show: "picture", at: "shares" }), brief)).shown!.picture).toMatchObject({
      kind: "bars",
    });
    // Of a key that is not there any more the first one.
    expect((await answeredPart(desk, part({ show: "picture", at: "gone" }), brief)).shown!.picture).toMatchObject({
      kind: "panes",
    });
  });
  it("tells what has changed by its states and figures", async () => {
    const sessions = [...days].slice(-200);
    let changed = 0;
    for (const s of [199, 150, 100, 60]) {
      const [t, u] = [sessions[s]!, sessions[s - 5]!];
      const { changes } = await answeredPart(desk, part({ study: "regime" }), { ...brief, asOf: t }, u);
      const [now, was] = await Promise.all(
        [t, u].map(async (at) => {
          const { result } = await desk.ask<{ now: { direction: string; volatility: string } }>({
            ...{ study: "regime", params: {}, market: "ALDANE", asOf: isoDate(at) },
          });
          return result.now;
        }),
      );
      expect(changes!.since).toBe(u);
      expect(changes!.states.map((x) => x.name)).toEqual(
        (["direction", "volatility"] as const).filter((name) => now![name] !== was![name]),
      );
      changed += Number(changes!.isChanged);
      expect(changes!.isChanged).toBe(changes!.states.length > 0 || changes!.figures.some((x) => x.isChanged));
    }
    expect(changed).toBeGreaterThan(0);
    expect((await answeredPart(desk, part(), brief)).changes).toBeUndefined();
  });
  it("says why where it has no answer, and is not lost", async () => {
    for (const more of [
      { study: "gone" },
      { params: { average: "none" } },
      { study: "chart", params: { ticker: "NOBODY" } },
      { market: "NOWHERE" },
    ] as Partial<AnswerPart>[])
      expect((await answeredPart(desk, part(more), brief, weekAgo)).lacking, JSON.stringify(more)).toMatch(/\w/);
    const early = await answeredPart(desk, part(), { market: "ALDANE", asOf: findEpochDay("1990-01-01") });
    expect(early.lacking).toContain("no session");
  });
  it("of what is saved has it as it is by then", async () => {
    const calls = () => answeredPart(desk, part({ study: "calls" }), brief);
    expect(JSON.stringify((await calls()).shown!.reading)).toContain("No call");
    const own = { id: "callofone", market: "ALDANE", subject: "ALBRO", direction: "up", horizon: 5, reason: "" };
    await insertCall(desk.db, JSON.stringify({ version: 1, ...own, made: weekAgo, written: weekAgo }));
    expect(JSON.stringify((await calls()).shown!.reading)).toContain("fell due");
  });
  it("of a chart has what was drawn on it by then, without what is hidden on its screen", async () => {
    const { close } = world.bars.find((b) => b.ticker === "ALBRO")!;
    const at = (back: number) => ({ day: days.at(-1 - back)!, price: close.at(-1 - back)! });
    const made = days.at(-4)!;
    for (const [id, kind, points] of [
      ["line0001", "line", [at(60), at(20)]],
      ["zone0001", "zone", [at(50), { ...at(50), price: at(50).price * 1.02 }]],
    ] as const)
      await putDrawing(
        desk.db,
        { market: "ALDANE", subject: "ALBRO" },
        JSON.stringify({ id, name: id, versions: [{ made, kind, scale: "linear", points }] }),
      );
    const drawnAt = async (day: number, href = "/chart/ALBRO") => {
      const chart = part({ study: "chart", params: { ticker: "ALBRO", history: "90" }, href, show: "picture", at: "bars" });
      const { shown, lacking } = await answeredPart(desk, chart, { market: "ALDANE", asOf: day });
      expect(lacking).toBeUndefined();
      const [pane] = (shown!.picture as PanesPicture).panes;
      return {
        bands: pane!.drawn?.bands.map((band) => band.name) ?? [],
        lines: pane!.drawn?.lines.map((line) => line.name) ?? [],
      };
    };
    expect((await drawnAt(asOf)).bands).toEqual(["zone0001"]);
    expect((await drawnAt(asOf)).lines).toContain("line0001");
    expect(await drawnAt(asOf, "/chart/ALBRO?hide=zone0001")).toMatchObject({ bands: [] });
    // Before it was made it is not there.
    expect(await drawnAt(days.at(-5)!)).toMatchObject({ bands: [] });
    expect((await drawnAt(days.at(-5)!)).lines).not.toContain("line0001");
  });
});

describe("routines", () => {
  it("that come with it are briefs of which every part has an answer", async () => {
    for (const { name, body } of READY_ROUTINES) {
      const begun = briefOfRoutine(body, { id: "briefofone", ...brief }, freshId);
      expect(savedBrief.parse(begun)).toEqual(begun);
      for (const one of begun.parts.filter(isLive)) {
        const answered = await answeredPart(desk, one, begun, weekAgo);
        expect(answered.lacking, `${name}: ${one.type === "answer" ? one.name : ""}`).toBeUndefined();
        const { reading, table, picture } = answered.shown!;
        expect(reading.length + (table?.rows.length ?? 0) + Number(picture !== undefined)).toBeGreaterThan(0);
      }
    }
  }, 60_000);
  it("are the order of a brief without its words; a duplicate keeps the words, and calls stay where they were made", () => {
    const [week] = READY_ROUTINES;
    const begun = briefOfRoutine(week!.body, { id: "briefofone", ...brief }, freshId);
    const written = savedBrief.parse({
      ...begun,
      title: "A narrow rally",
      parts: [
        { ...begun.parts[1], isSeen: true, frozen: { asOf, reading: [["x"]] } },
        { type: "text", id: "partoftext", doc: { type: "doc", content: [] } },
        { type: "call", id: "partofcall", call: "callofone" },
      ],
    });
    const again = duplicatedBrief(written, { id: "briefoftwo", asOf: asOf + 7 }, freshId);
    expect(again).toMatchObject({ id: "briefoftwo", asOf: asOf + 7, title: "A narrow rally" });
    expect(again.parts.map((one) => one.type)).toEqual(["answer", "text"]);
    expect(again.parts[0]).not.toHaveProperty("frozen");
    expect(again.parts[0]).not.toHaveProperty("isSeen");
    expect(routineOfBrief(written, freshId).parts.map((one) => one.type)).toEqual(["answer"]);
  });
  it("stop once at a screen that several parts in a row are of", () => {
    const begun = briefOfRoutine(READY_ROUTINES[0]!.body, { id: "briefofone", ...brief }, freshId);
    const stops = routineStops(begun.parts);
    expect(stops[0]).toMatchObject({ href: "/regime", isSeen: false });
    expect(stops[0]!.parts).toHaveLength(2);
    expect(stops.map((stop) => stop.href)).toHaveLength(new Set(stops.map((stop) => stop.href)).size);
    const seen = begun.parts.map((one) => (one.id === stops[0]!.parts[0] ? { ...one, isSeen: true as const } : one));
    expect(routineStops(seen as typeof begun.parts)[0]!.isSeen).toBe(false);
  });
});
