import { describe, expect, it } from "vitest";
import { isTooDeep, ruleSchema } from "./rule-schema";

describe("rules as they come", () => {
  const rule = { left: { measure: "close" }, comparator: "above", right: 5 };
  const nested = (levels: number, key: "all" | "any" | "not"): unknown =>
    levels <= 1 ? rule : key === "not" ? { not: nested(levels - 1, key) } : { [key]: [rule, nested(levels - 1, key)] };
  it.each(["all", "any", "not"] as const)("nested in %s are taken to twenty levels", (key) => {
    expect(ruleSchema.safeParse(nested(20, key)).success).toBe(true);
    const refused = ruleSchema.safeParse(nested(21, key));
    expect(refused.success).toBe(false);
    expect(refused.error?.issues[0]?.message).toBe("is nested deeper than 20 levels");
  });
  it("of other forms are refused without a fault", () => {
    for (const value of [null, 1, "x", [], {}, { all: 1 }, { any: [null] }, { not: [] }, JSON.parse('{"__proto__":{}}')])
      expect(ruleSchema.safeParse(value).success).toBe(false);
  });
  it("are measured before they are read: brackets within a text do not count", () => {
    expect(isTooDeep('{"a":"[[[[","b":"\\"[[["}', 3)).toBe(false);
    expect([isTooDeep("[[[]]]", 3), isTooDeep("[[[[]]]]", 3)]).toEqual([false, true]);
    expect([isTooDeep("[][][][][]", 1), isTooDeep("", 1), isTooDeep('"unclosed [[', 1)]).toEqual([false, false, false]);
  });
});
