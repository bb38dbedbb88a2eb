import { describe, expect, it } from "vitest";
import { flickHref, tickerOfHref } from "~/ui/flick";
import { flickFrom, withMark, withNote } from "./marks";

const searchOf = (changes: Readonly<Record<string, string | readonly string[]>>) => {
  const search = new URLSearchParams("of=AAA,BBB,CCC");
  for (const [key, value] of Object.entries(changes))
    for (const one of typeof value === "string" ? [value] : value) if (one !== "") search.append(key, one);
  return search;
};

describe("what was decided on charts", () => {
  it("is read from the address and written into it", () => {
    const first = flickFrom(searchOf({ ...withMark({ marks: new Map([["BBB", "drop"]]) }, "AAA", "keep") }));
    expect([...first.marks]).toEqual([
      ["AAA", "keep"],
      ["BBB", "drop"],
    ]);
    // Another mark takes the place of the first, the same one again takes it off.
    expect([...flickFrom(searchOf(withMark(first, "AAA", "short"))).marks]).toEqual([
      ["BBB", "drop"],
      ["AAA", "short"],
    ]);
    expect([...flickFrom(searchOf(withMark(first, "AAA", "keep"))).marks]).toEqual([["BBB", "drop"]]);
  });
  it("has notes with spaces, and an empty one takes it away", () => {
    const noted = flickFrom(searchOf(withNote({ notes: new Map([["AAA", "old"]]) }, "CCC", " gap to fill, see 12.50 ")));
    expect([...noted.notes]).toEqual([
      ["AAA", "old"],
      ["CCC", "gap to fill, see 12.50"],
    ]);
    expect([...flickFrom(searchOf(withNote(noted, "AAA", "  "))).notes.keys()]).toEqual(["CCC"]);
  });
  it("begins with the first, and knows only what is gone through", () => {
    const search = new URLSearchParams("of=AAA,BBB,AAA&at=ZZZ&keep=ZZZ,BBB&note=ZZZ no&note=bare");
    const { tickers, at, marks, notes } = flickFrom(search);
    expect([tickers, at, [...marks], [...notes]]).toEqual([["AAA", "BBB"], "AAA", [["BBB", "keep"]], []]);
    expect(flickFrom(new URLSearchParams()).at).toBe("");
  });
});

describe("the way to the charts of a table", () => {
  const here = { market: undefined, asOf: "2026-01-05", focus: [] };
  it("has the instruments to which its rows lead, each once, in their order", () => {
    const hrefs = ["/chart/BBB?asof=2026-01-05", "/chart/AAA", "/groups?in=x", "/chart/BBB", "/chart/sector:Fish", "/chart"];
    expect(flickHref(here, hrefs, "Those that pass", "/chart/AAA")).toBe(
      "/flick?of=BBB%2CAAA&title=Those+that+pass&at=AAA&asof=2026-01-05",
    );
    expect(flickHref(here, ["/chart/AAA", "/chart/AAA"], "One")).toBeUndefined();
    expect(tickerOfHref("/chart/A%2FB")).toBe("A/B");
  });
});
