import { describe, expect, it } from "vitest";
import type { OfferedGroup, OfferedInstrument } from "~/offered-groups.server";
import { benchmarkChoices, insideChoices } from "./choices";

const instruments = [
  { ticker: "BRO", name: "Broad" },
  { ticker: "GLD", name: "Metal" },
] as OfferedInstrument[];
const groups = [
  { kind: "sector", value: "sector:Fish", label: "Fish" },
  { kind: "industry", value: "industry:Nets", label: "Nets" },
  { kind: "fund", value: "group:FND", label: "Fund" },
] as OfferedGroup[];
const values = (choices: readonly { value: string }[]) => choices.map((c) => c.value);

describe("what members can be held against", () => {
  const against = (bench: string, ...[set]: [Parameters<typeof benchmarkChoices>[1]]) =>
    benchmarkChoices({ bench, benchmarkName: "as it is called" }, set, instruments);

  it("is the index, a flat line, the average, and every instrument, each once", () => {
    expect(values(against("index", "sector"))).toEqual(["index", "flat", "mean", "BRO", "GLD"]);
    expect(values(against("GLD", "sector"))).toEqual(["index", "flat", "mean", "BRO", "GLD"]);
  });

  it("names the index that is in force, and one that is not among those offered", () => {
    expect(against("index", "sector")[0]!.label).toBe("as it is called");
    expect(against("mean", "sector")[0]!.label).toBe("the index of the set");
    expect(against("OLD", "sector")[3]).toEqual({ value: "OLD", label: "as it is called" });
  });

  it("has no index where a set has none: its own usual benchmark stands for it", () => {
    expect(values(against("flat", "currency")).slice(0, 2)).toEqual(["index", "mean"]);
    expect(values(against("mean", "asset-class")).slice(0, 2)).toEqual(["flat", "index"]);
  });
});

describe("what members can be narrowed to", () => {
  const inside = (set: Parameters<typeof insideChoices>[0], at = "", focus = false) =>
    values(insideChoices(set, { in: at, inName: "it" }, groups, focus));

  it("is a sector for industries, and any group but an industry for stocks", () => {
    expect(inside("industry")).toEqual(["", "sector:Fish"]);
    expect(inside("stock")).toEqual(["sector:Fish", "group:FND"]);
  });

  it("has the one in hand first and once, and the focus before it", () => {
    expect(inside("stock", "group:FND", true)).toEqual(["focus", "group:FND", "sector:Fish"]);
    expect(inside("industry", "sector:Fish", true)).toEqual(["", "focus", "sector:Fish"]);
  });

  it("is offered of sectors only where there is something to go back from", () => {
    expect(inside("sector")).toEqual([]);
    expect(inside("theme", "", true)).toEqual(["", "focus"]);
    expect(inside("world")).toEqual([]);
    expect(inside("world", "list:1")).toEqual(["", "list:1"]);
  });
});
