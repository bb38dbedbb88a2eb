import type { Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { plainText } from "@studies/briefs/rich-text";
import type { BriefPart, SavedBrief } from "@studies/briefs/brief-schema";
import type { SavedCall } from "@studies/calls/call-schema";
import {
  changeBrief,
  exportBriefs,
  findBriefBefore,
  getBrief,
  importBriefs,
  insertBrief,
  insertPin,
  listBriefs,
  listPins,
  removeBrief,
  removePins,
  updateBrief,
} from "./briefs.server";
import { getCall, insertCall, listCalls, removeCall, updateCall, withdrawCall } from "./calls.server";
import { openDatabase } from "./db.server";

const answer: BriefPart = {
  ...{ type: "answer", id: "partanswer", study: "breadth", params: { average: "sma" }, market: "ALDANE" },
  ...{ href: "/breadth?average=sma", name: "Breadth", show: "reading" },
};
const brief = (id: string, more: Partial<SavedBrief> = {}): SavedBrief => ({
  ...{ version: 1, id, market: "ALDANE", purpose: "Weekly review", title: "A narrow rally", asOf: 20_000 },
  parts: [
    { type: "heading", id: "partheading", text: "The market" },
    answer,
    { type: "text", id: "partoftext", doc: plainText("What rallied was narrow.") },
  ],
  ...more,
});
const call = (id: string, more: Partial<SavedCall> = {}): SavedCall => ({
  ...{ version: 1, id, market: "ALDANE", subject: "AAA", direction: "up", horizon: 5, confidence: 60 },
  ...{ made: 20_000, written: 20_000, reason: "It held." },
  ...more,
});
const pin = { of: "plan", asOf: 20_000, plan: "planofone", market: "ALDANE", name: "A plan" };

let db: Knex;
beforeEach(async () => {
  db = await openDatabase(":memory:");
});
afterEach(() => db.destroy());

describe("briefs", () => {
  it("are kept whole, the latest first, and come back when a removal is undone", async () => {
    for (const [id, asOf] of [
      ["briefofone", 20_000],
      ["briefoftwo", 20_007],
    ] as const)
      await insertBrief(db, JSON.stringify(brief(id, { asOf })));
    await insertBrief(db, JSON.stringify(brief("briefabroad", { market: "CORVANY" })));
    expect((await listBriefs(db, "ALDANE")).map((one) => one.brief.id)).toEqual(["briefoftwo", "briefofone"]);
    const body = await removeBrief(db, "briefofone");
    await expect(getBrief(db, "briefofone")).rejects.toThrow("not there any more");
    await insertBrief(db, body);
    expect((await getBrief(db, "briefofone")).brief).toEqual(brief("briefofone"));
    await expect(insertBrief(db, body)).rejects.toThrow("there already");
  });
  it("are found by all of some words, in any case, in title, headings, text and what was pinned", async () => {
    await insertBrief(db, JSON.stringify(brief("briefofone")));
    await insertBrief(db, JSON.stringify(brief("briefoftwo", { title: "Wider", parts: [] })));
    const found = async (words: string) => (await listBriefs(db, "ALDANE", words)).map((one) => one.brief.id);
    expect(await found("NARROW rally")).toEqual(["briefofone"]);
    expect(await found("narrow wider")).toEqual([]);
    expect(await found("breadth")).toEqual(["briefofone"]);
    expect(await found("the market")).toEqual(["briefofone"]);
    expect(await found("weekly")).toHaveLength(2);
    expect(await found("%")).toEqual([]);
  });
  it("know the last one of their kind before them", async () => {
    for (const [id, more] of [
      ["briefofone", { asOf: 19_990 }],
      ["briefoftwo", { asOf: 19_995 }],
      ["briefother", { asOf: 19_999, purpose: "Evening note" }],
      ["briefabroad", { asOf: 19_999, market: "CORVANY" }],
      ["briefnowed", {}],
    ] as const)
      await insertBrief(db, JSON.stringify(brief(id, more)));
    expect((await findBriefBefore(db, brief("briefnowed")))?.id).toBe("briefoftwo");
    expect(await findBriefBefore(db, brief("x", { asOf: 19_990 }))).toBeUndefined();
  });
  it("are not overwritten by a change of an older form; what is wrong changes nothing", async () => {
    await insertBrief(db, JSON.stringify(brief("briefofone")));
    await updateBrief(db, JSON.stringify(brief("briefofone", { title: "One" })), 1);
    await expect(updateBrief(db, JSON.stringify(brief("briefofone", { title: "Two" })), 1)).rejects.toThrow("another page");
    await expect(updateBrief(db, JSON.stringify({ ...brief("briefofone"), title: 5 }), 2)).rejects.toThrow("no brief");
    await expect(updateBrief(db, JSON.stringify(brief("briefabsent")), 1)).rejects.toThrow("not there");
    expect(await getBrief(db, "briefofone")).toMatchObject({ revision: 2, brief: { title: "One" } });
  });
  it("are saved in the order in which a page sent them, whichever comes first, and without one that was lost", async () => {
    await insertBrief(db, JSON.stringify(brief("briefofone")));
    const save = (title: string, revision: number) => updateBrief(db, JSON.stringify(brief("briefofone", { title })), revision);
    const later = save("Two", 2);
    await new Promise((resolve) => setTimeout(resolve, 120));
    await save("One", 1);
    await later;
    expect(await getBrief(db, "briefofone")).toMatchObject({ revision: 3, brief: { title: "Two" } });
    // The one before it never comes.
    await save("Four", 4);
    expect(await getBrief(db, "briefofone")).toMatchObject({ revision: 4, brief: { title: "Four" } });
    await expect(save("Three", 3)).rejects.toThrow("another page");
    await expect(save("Nine", 9)).rejects.toThrow("another page");
    expect((await getBrief(db, "briefofone")).brief.title).toBe("Four");
  });
  it("take every change of many at once", async () => {
    await insertBrief(db, JSON.stringify(brief("briefofone", { parts: [] })));
    const add = (k: number) =>
      changeBrief(db, "briefofone", (was) => ({
        ...was,
        parts: [...was.parts, { type: "heading", id: `partnumber${k}`, text: String(k) }],
      }));
    await Promise.all(Array.from({ length: 8 }, (_, k) => add(k)));
    expect(new Set((await getBrief(db, "briefofone")).brief.parts.map((part) => part.id)).size).toBe(8);
  });
  it("refuse two parts with one id, a link that could run, and forms that are not known", async () => {
    const refused = (parts: object[]) => insertBrief(db, JSON.stringify({ ...brief("briefofone"), parts }));
    await expect(refused([answer, answer])).rejects.toThrow("no brief");
    for (const href of ["javascript:alert(1)", " javascript:alert(1)", "data:text/html,x", "//elsewhere", "java\nscript:x"]) {
      const text = { type: "text", text: "x", marks: [{ type: "link", attrs: { href } }] };
      const doc = { type: "doc", content: [{ type: "paragraph", content: [text] }] };
      await expect(refused([{ type: "text", id: "partoftext", doc }])).rejects.toThrow("no brief");
    }
    for (const node of [{ type: "image", attrs: { src: "x" } }, { type: "paragraph", html: "<b>" }, { type: "script" }])
      await expect(refused([{ type: "text", id: "partoftext", doc: { type: "doc", content: [node] } }])).rejects.toThrow();
    await expect(refused([{ ...answer, href: "https://elsewhere/" }])).rejects.toThrow("no brief");
    expect(await listBriefs(db)).toEqual([]);
  });
  it("go out as a file and come in again without loss; what is there stays", async () => {
    await insertCall(db, JSON.stringify(call("callofone")));
    await insertCall(db, JSON.stringify(call("calloftwo")));
    const one = brief("briefofone", { parts: [...brief("x").parts, { type: "call", id: "partofcall", call: "callofone" }] });
    await insertBrief(db, JSON.stringify(one));
    const [all, own] = [await exportBriefs(db), await exportBriefs(db, "briefofone")];
    const other = await openDatabase(":memory:");
    expect(await importBriefs(other, own)).toEqual({ added: 2, known: 0 });
    expect(await listCalls(other)).toEqual([call("callofone")]);
    expect(await importBriefs(other, all)).toEqual({ added: 1, known: 2 });
    expect(await exportBriefs(other)).toBe(all);
    await expect(importBriefs(other, '{"yubrin":"plans","version":1}')).rejects.toThrow("no file of briefs");
    await expect(importBriefs(other, all.replaceAll('"horizon": 5', '"horizon": -5'))).rejects.toThrow("nothing was taken");
    await other.destroy();
  });
});

describe("calls", () => {
  it("can be changed and taken away until the next close, then only withdrawn", async () => {
    await insertCall(db, JSON.stringify(call("callofone")));
    await updateCall(db, JSON.stringify(call("callofone", { confidence: 70, made: 1, written: 30_000 })), 20_000);
    expect(await getCall(db, "callofone")).toEqual(call("callofone", { confidence: 70 }));
    await expect(updateCall(db, JSON.stringify(call("callofone")), 20_001)).rejects.toThrow("stands as it is");
    await expect(removeCall(db, "callofone", 20_001)).rejects.toThrow("stands as it is");
    await withdrawCall(db, "callofone", 20_003);
    await withdrawCall(db, "callofone", 20_009);
    expect(await getCall(db, "callofone")).toEqual(call("callofone", { confidence: 70, withdrawn: 20_003 }));
    await insertCall(db, JSON.stringify(call("calloftwo")));
    expect(await removeCall(db, "calloftwo", 20_000)).toEqual(call("calloftwo"));
    expect((await listCalls(db, "ALDANE")).map((one) => one.id)).toEqual(["callofone"]);
    expect(await listCalls(db, "CORVANY")).toEqual([]);
  });
  it("refuse what is none, and an id that there is", async () => {
    await expect(insertCall(db, JSON.stringify(call("callofone", { horizon: 0 })))).rejects.toThrow("cannot be called");
    await insertCall(db, JSON.stringify(call("callofone")));
    await expect(insertCall(db, JSON.stringify(call("callofone")))).rejects.toThrow("there already");
    await expect(withdrawCall(db, "callabsent", 1)).rejects.toThrow("not there");
    expect(await listCalls(db)).toHaveLength(1);
  });
});

describe("the tray", () => {
  it("holds what was pinned in its order, until it is taken out", async () => {
    const { type: _type, id: _id, ...of } = answer;
    const ids = [
      await insertPin(db, JSON.stringify(pin)),
      await insertPin(db, JSON.stringify({ of: "answer", asOf: 20_000, ...of })),
    ];
    expect((await listPins(db)).map((one) => [one.id, one.pin.of])).toEqual([
      [ids[0], "plan"],
      [ids[1], "answer"],
    ]);
    await removePins(db, [ids[0]!, 999]);
    expect((await listPins(db)).map((one) => one.id)).toEqual([ids[1]]);
    await expect(insertPin(db, JSON.stringify({ ...pin, of: "thought" }))).rejects.toThrow("cannot be pinned");
  });
  it("has a bound, and says so", async () => {
    for (let k = 0; k < 100; k++) await insertPin(db, JSON.stringify(pin));
    await expect(insertPin(db, JSON.stringify(pin))).rejects.toThrow("holds 100");
  });
});
