import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anyOf, findGroup, isPassing, keyOf, labelOfKey, partsOf, pickedKey, type Group, type PlainGroup } from "./group-key";

const name = fc.string({
  minLength: 1,
  maxLength: 12,
  unit: fc.constantFrom("a", "B", " ", "|", "=", ",", ":", "\\", "é", "any:"),
});
const plain: fc.Arbitrary<PlainGroup> = fc.oneof(
  fc.constant({ level: "market" } as const),
  fc.record({ level: fc.constantFrom("sector", "industry", "group"), name }),
  fc.record({
    level: fc.constant("stocks" as const),
    name: fc.oneof(fc.constant(""), name),
    tickers: fc.array(name, { minLength: 1, maxLength: 4 }),
  }),
);
const group: fc.Arbitrary<Group> = fc.oneof(
  plain,
  fc.record({ level: fc.constant("any" as const), of: fc.array(plain, { minLength: 1, maxLength: 4 }) }),
);

describe("keys of groups", () => {
  it("are read back as what they were written from, whatever the names", () => {
    fc.assert(
      fc.property(group, (g) => {
        expect(findGroup(keyOf(g))).toEqual(g);
      }),
      { numRuns: 2000 },
    );
  });
  it("never throw, and what they read is written as a key of the same group", () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 30, unit: fc.constantFrom("sector:", "stocks:", "any:", "market:", "|", "=", ",", "\\", "A") }),
        (text) => {
          const read = findGroup(text);
          if (read) expect(findGroup(keyOf(read))).toEqual(read);
        },
      ),
      { numRuns: 2000 },
    );
  });
  it("are plain where the names are", () => {
    expect(findGroup("sector:Freight and ports")).toEqual({ level: "sector", name: "Freight and ports" });
    expect(findGroup("market:")).toEqual({ level: "market" });
    expect(findGroup("any:sector:Fish|group:ALBIG")).toEqual({
      level: "any",
      of: [
        { level: "sector", name: "Fish" },
        { level: "group", name: "ALBIG" },
      ],
    });
    expect(pickedKey(["AAA", "BBB"], "Held up")).toBe("stocks:Held up=AAA,BBB");
    expect(keyOf({ level: "sector", name: "Oil | Gas" })).toBe("sector:Oil | Gas");
    expect(anyOf(["sector:Oil | Gas", "market:"])).toBe("any:sector:Oil \\| Gas|market:");
  });
  it.each([
    "market:x",
    "sector:",
    "planet:Mars",
    "",
    "Shipyards",
    "stocks:",
    "stocks:a=b=C",
    "stocks:A,",
    "any:",
    "any:sector:Fish|planet:Mars",
    "any:any:sector:Fish",
  ])("%s is none", (text) => {
    expect(findGroup(text)).toBeUndefined();
  });
  it("several together are each of them once more", () => {
    expect(anyOf(["sector:Fish"])).toBe("sector:Fish");
    expect(anyOf(["any:sector:Fish|sector:Ships", "market:"])).toBe("any:sector:Fish|sector:Ships|market:");
    expect(partsOf(findGroup("any:sector:Fish|market:")).map(keyOf)).toEqual(["sector:Fish", "market:"]);
    expect(partsOf(undefined)).toEqual([]);
  });
  it("have labels, and those that were picked pass", () => {
    expect(
      [
        "stocks:AAA,BBB",
        "stocks:A,B,C",
        pickedKey(["A"], "Held = up|well"),
        "any:sector:Fish|market:",
        "market:",
        "group:ALBIG",
        "nonsense",
      ].map(labelOfKey),
    ).toEqual(["AAA and BBB", "3 picked stocks", "Held = up|well", "2 groups", "", "ALBIG", "nonsense"]);
    expect(["stocks:AAA", "any:sector:Fish|market:", "sector:any:", "market:"].map(isPassing)).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });
});
