import { describe, expect, it } from "vitest";
import { briefOfRoutine, duplicatedBrief, routineOfBrief, routineStops } from "./begin-brief";
import { savedBrief, searchedWords, type AnswerPart, type BriefPart, type SavedBrief } from "./brief-schema";
import { plainText } from "./rich-text";

let ids = 0;
const freshId = () => `fresh${String(++ids).padStart(5, "0")}`;
const answer = (id: string, href: string, more: Partial<AnswerPart> = {}): AnswerPart => ({
  ...{ type: "answer", id, study: "breadth", params: {}, market: "", href, name: `Screen ${href}`, show: "reading" },
  ...more,
});
const frozen = { asOf: 20_000, reading: [["As it was."]] };
const heading: BriefPart = { type: "heading", id: "headingof", text: "The market" };
const text: BriefPart = { type: "text", id: "textofone", doc: plainText("What rallied was narrow.") };
const call: BriefPart = { type: "call", id: "partofcall", call: "callofone" };
const plan: BriefPart = { type: "plan", id: "partofplan", plan: "planofone", isSeen: true, frozen };
const written: SavedBrief = {
  ...{ version: 1, id: "briefofone", market: "ALDANE", purpose: "Weekly review", title: "A narrow rally", asOf: 20_000 },
  parts: [heading, answer("partone0", "/regime", { isSeen: true, frozen }), text, call, plan, answer("parttwo0", "/breadth")],
};
const begun = { id: "briefoftwo", asOf: 20_007 };

describe("a brief that is begun", () => {
  it("of a routine has its headings and questions under ids of its own, and no title", () => {
    const routine = routineOfBrief(written, freshId);
    expect(routine.parts.map((part) => part.type)).toEqual(["heading", "answer", "answer"]);
    const brief = briefOfRoutine(routine, { ...begun, market: "CORVANY" }, freshId);
    expect(savedBrief.parse(brief)).toMatchObject({ ...begun, market: "CORVANY", purpose: "Weekly review", title: "" });
    const own = brief.parts.map((part) => part.id);
    expect(new Set([...own, ...routine.parts.map((part) => part.id), ...written.parts.map((part) => part.id)]).size).toBe(12);
  });
  it("from another has its words and questions, asked anew; what was seen, frozen or called stays behind", () => {
    const again = duplicatedBrief(written, begun, freshId);
    expect(again).toMatchObject({ ...begun, title: "A narrow rally", market: "ALDANE" });
    expect(again.parts.map((part) => part.type)).toEqual(["heading", "answer", "text", "plan", "answer"]);
    for (const part of again.parts) {
      expect(part).not.toHaveProperty("frozen");
      expect(part).not.toHaveProperty("isSeen");
    }
    expect(written.parts[1]).toHaveProperty("frozen");
  });
});

describe("the stops of a brief", () => {
  it("are its screens in their order, parts of one screen that follow each other as one", () => {
    const parts = [
      answer("partone0", "/regime", { isSeen: true }),
      answer("parttwo0", "/regime"),
      heading,
      answer("partthree", "/regime", { frozen }),
      plan,
      answer("partfour0", "/breadth", { isSeen: true }),
      answer("partfive0", "/regime"),
    ];
    expect(routineStops(parts)).toEqual([
      { href: "/regime", name: "Screen /regime", parts: ["partone0", "parttwo0", "partthree"], isSeen: false },
      { href: "/breadth", name: "Screen /breadth", parts: ["partfour0"], isSeen: true },
      { href: "/regime", name: "Screen /regime", parts: ["partfive0"], isSeen: false },
    ]);
    expect(routineStops([heading, text])).toEqual([]);
  });
});

describe("the words in which a brief is found", () => {
  it("are its title, purpose, headings, what is written and the names of its screens, in small letters", () => {
    expect(searchedWords(written).split("\n")).toEqual([
      ...["a narrow rally", "weekly review", "the market", "screen /regime", "what rallied was narrow.", "", ""],
      "screen /breadth",
    ]);
  });
});
