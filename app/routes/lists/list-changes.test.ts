import { describe, expect, it } from "vitest";
import { membersOn, savedList, type SavedList } from "@studies/lists/list-schema";
import { combined, tickersFrom, withAdded, withMemberNote, withMoved, withoutMember } from "./list-changes";

const list: SavedList = savedList.parse({
  version: 1,
  name: "Mine",
  market: "HOME",
  made: 100,
  members: [
    { ticker: "AAA", added: 100 },
    { ticker: "BBB", added: null, note: "thin" },
    { ticker: "CCC", added: 105, removed: 110 },
  ],
});
const on = (l: SavedList, day: number) => membersOn(l, day).map((m) => m.ticker);

describe("a list that was picked by hand", () => {
  it("has on each day those who had come and not gone", () => {
    expect([99, 100, 104, 105, 109, 110].map((day) => on(list, day).join())).toEqual([
      "BBB",
      "AAA,BBB",
      "AAA,BBB",
      "AAA,BBB,CCC",
      "AAA,BBB,CCC",
      "AAA,BBB",
    ]);
  });
  it("takes in who is not there, and one who had gone again from then on", () => {
    const next = withAdded(list, ["AAA", "DDD", "CCC", "DDD"], 120);
    expect([on(next, 119), on(next, 120), on(next, 107)]).toEqual([
      ["AAA", "BBB"],
      ["AAA", "BBB", "DDD", "CCC"],
      ["AAA", "BBB", "CCC"],
    ]);
  });
  it("keeps that somebody had been there, unless it was on that very session alone", () => {
    const without = withoutMember(list, "AAA", 120);
    expect([on(without, 119), on(without, 120)]).toEqual([["AAA", "BBB"], ["BBB"]]);
    expect(withoutMember(withAdded(list, ["DDD"], 120), "DDD", 120)).toEqual(list);
    // One added before there were dates has been there always.
    expect(on(withoutMember(list, "BBB", 120), 90)).toEqual(["BBB"]);
  });
  it("is put into another order and noted without touching who has gone", () => {
    const moved = withMoved(list, "BBB", -1, 120);
    expect(on(moved, 120)).toEqual(["BBB", "AAA"]);
    expect(on(moved, 107)).toEqual(["BBB", "AAA", "CCC"]);
    expect(withMoved(list, "AAA", -1, 120)).toBe(list);
    expect(withMoved(list, "NOBODY", 1, 120)).toBe(list);
    expect(membersOn(withMemberNote(list, "AAA", "watch"), 120)[0]!.note).toBe("watch");
  });
});

describe("two lists together", () => {
  it("are merged, what both have, or what the second has not", () => {
    const [a, b] = [
      ["AAA", "BBB", "CCC"],
      ["CCC", "DDD", "AAA"],
    ];
    expect(combined("merge", a, b)).toEqual(["AAA", "BBB", "CCC", "DDD"]);
    expect(combined("intersect", a, b)).toEqual(["AAA", "CCC"]);
    expect(combined("subtract", a, b)).toEqual(["BBB"]);
  });
});

describe("tickers that are pasted", () => {
  it("are read from lines, commas and tables", () => {
    expect(tickersFrom("aaa, bbb;CCC\nddd  AAA")).toEqual(["AAA", "BBB", "CCC", "DDD"]);
    expect(tickersFrom('ticker,name\nAAA,"Alpha, Works"\nBBB,Beta\n')).toEqual(["AAA", "BBB"]);
    expect(tickersFrom('"Ticker";"name"\r\n"AAA";"x"\r\n')).toEqual(["AAA"]);
    expect(tickersFrom("  ")).toEqual([]);
    expect(tickersFrom("AAA <b> ../x")).toEqual(["AAA"]);
  });
});
