import { describe, expect, it } from "vitest";
import { pinnedOf, pinLabel, pinProps, plainHref, type AnswerSource } from "./pin-props";

const source: AnswerSource = {
  twin: "/data/breadth?average=sma&market=ALDANE&asof=2024-01-02&as=csv&in=a&in=b",
  show: "table",
  name: "Breadth",
};
const where = { market: "ALDANE", href: "/breadth?average=sma" };

describe("what can be pinned", () => {
  it("is a question with its own parameters, without market and date", () => {
    expect(pinnedOf(source, where)).toEqual({
      ...{ study: "breadth", params: { average: "sma", in: ["a", "b"] }, ...where, name: "Breadth" },
      ...{ show: "table", table: { rows: 8 } },
    });
    expect(pinnedOf(source, { ...where, sort: "-r63" }).table).toEqual({ rows: 8, sort: "-r63" });
    expect(pinnedOf({ ...source, show: "picture", picture: "shares" }, where)).toMatchObject({ show: "picture", at: "shares" });
    expect(pinnedOf({ ...source, show: "reading" }, { ...where, sentence: 1 })).toMatchObject({ show: "sentence", at: "1" });
  });
  it("is carried by its element as text", () => {
    expect(JSON.parse(pinProps(source)["data-pin"])).toEqual(source);
    expect(pinLabel(source)).toBe("the table of Breadth");
    expect(pinLabel({ of: "plan", id: "planofone", name: "LINON" })).toBe("the plan LINON");
  });
  it("leads back to its screen without market, date and focus", () => {
    expect(plainHref({ pathname: "/groups", search: "?in=sector%3AFish&market=X&asof=2024-01-02&focus=a&focus=b" })).toBe(
      "/groups?in=sector%3AFish",
    );
    expect(plainHref({ pathname: "/", search: "?asof=2024-01-02" })).toBe("/");
  });
});
