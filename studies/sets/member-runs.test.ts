import { data, N } from "@studies/testing/two-worlds";
import { describe, expect, it } from "vitest";
import { anyOf, pickedKey } from "./group-key";
import { groupsTitle, membersOf } from "./group-members";
import { Market } from "@studies/market/market";
import { memberRuns } from "./member-runs";

/* Sets, groups and what is said of them, on a market and a world made by hand. */

const market = new Market(data, N - 1);

describe("keys of groups", () => {
  it("stand for several groups, or for stocks picked one by one", () => {
    const both = anyOf(["sector:Fish", "group:Nautical"]);
    expect(membersOf(market, [both]).map((i) => market.at(i)!.ticker)).toEqual(["AAA", "BBB", "CCC"]);
    const picked = pickedKey(["BBB", "DDD"], "Held = up|well");
    expect(membersOf(market, [picked, "stocks:NONE"]).map((i) => market.at(i)!.ticker)).toEqual(["BBB", "DDD"]);
    expect(() => membersOf(market, ["planet:Mars"])).toThrow("is no key of a group");
  });
  it("have the members of any of their parts in their runs, and count each once", () => {
    const spans = memberRuns(data, anyOf(["sector:Fish", "group:Nautical"]));
    const runs = data.instruments.map((i, k) => [i.ticker, spans.offset[k + 1]! - spans.offset[k]!]);
    expect(runs.filter(([, n]) => n === 1).map(([ticker]) => ticker)).toEqual(["AAA", "BBB", "CCC"]);
    expect(market.groups.runsIn("group:Nautical", market.find("CCC")!.index)).toEqual([[400, N - 1]]);
    expect(new Market(data, 300).groups.everIn("group:Nautical").map((i) => i.ticker)).toEqual(["AAA"]);
    expect(market.groups.isIn("stocks:BBB", market.find("BBB")!.index, 5)).toBe(true);
  });
  it("are called by the names of what they name", () => {
    expect(groupsTitle(["group:FND"], market)).toBe("FND Works");
    expect(groupsTitle(["market:"], market)).toBe("Handmade");
    expect(groupsTitle(["sector:Fish", "stocks:Mine=AAA"], market)).toBe("Fish and Mine");
    expect(groupsTitle(["any:sector:Fish|sector:Ships|market:"], market)).toBe("3 groups");
  });
});
