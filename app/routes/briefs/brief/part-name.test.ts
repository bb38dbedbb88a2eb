import { describe, expect, it } from "vitest";
import type { AnswerPart } from "@studies/briefs/brief-schema";
import { plainText } from "@studies/briefs/rich-text";
import { nameAfter, partName } from "./part-name";

const answer = (show: AnswerPart["show"], href = "/breadth"): AnswerPart => ({
  ...{ type: "answer", id: "partofone", study: "breadth", params: {}, market: "", href, name: "Breadth" },
  show,
});

describe("what a part is called in the outline", () => {
  it("is its own words, or what is shown of a screen", () => {
    expect(partName({ type: "heading", id: "headingof", text: "The market" })).toBe("The market");
    expect(partName({ type: "heading", id: "headingof", text: "" })).toBe("Heading");
    expect(partName({ type: "text", id: "textofone", doc: plainText("First line.", "Second.") })).toBe("First line.");
    expect(partName({ type: "text", id: "textofone", doc: plainText("  ") })).toBe("Words");
    const long = partName({ type: "text", id: "textofone", doc: plainText("What rallied this week was narrow again") });
    expect(long.length).toBeLessThanOrEqual(29);
    expect(long).toMatch(/^What rallied this week.*…$/);
    expect(partName(answer("reading"))).toBe("Breadth");
    expect(partName(answer("table"))).toBe("Breadth, table");
    expect(partName({ type: "call", id: "partofcall", call: "callofone" })).toBe("Call");
  });
  it("is shorter behind a part of the same screen at the same settings", () => {
    expect(nameAfter(answer("picture"), answer("reading"))).toEqual({ name: "its picture", isSame: true });
    expect(nameAfter(answer("picture"), answer("reading", "/breadth?average=sma"))).toEqual({
      name: "Breadth, picture",
      isSame: false,
    });
    expect(nameAfter(answer("reading"), undefined).isSame).toBe(false);
  });
});
