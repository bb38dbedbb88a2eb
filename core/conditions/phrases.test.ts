import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { catalogue, MEASURES, readPhrase, readSentence, ruleSentence } from "..";

const ROWS = readFileSync("docs/conditions.md", "utf8")
  .split("## Phrases")[1]!
  .split("\n")
  .filter((line) => line.startsWith("|") && !/^\| (typed|---)/.test(line))
  .map(
    (line) =>
      line
        .split("|")
        .slice(1, -1)
        .map((cell) => cell.trim()) as [string, string],
  );

describe("typed phrases", () => {
  it("are more than two hundred", () => {
    expect(ROWS.length).toBeGreaterThanOrEqual(200);
  });
  it.each(ROWS)("%s", (typed, sentence) => {
    expect(readPhrase(typed)[0]?.sentence).toBe(sentence);
    expect(ruleSentence(readSentence(sentence)!)).toBe(sentence);
  });
  it("have up to seven readings, each another, the likeliest first", () => {
    const readings = readPhrase("above 55").map((r) => r.sentence);
    expect(readings).toEqual([
      "its close is above its 55-session simple average",
      "its close is above its 55-session exponential average",
      "its RSI(14) is above 55",
    ]);
    const many = readPhrase("st").map((r) => r.sentence);
    expect(many).toHaveLength(7);
    expect(new Set(many).size).toBe(7);
  });
  it("speak of what is drawn by its name, of each as what it is", () => {
    const drawn = [
      { name: "Spring", kinds: ["line"] },
      { name: "Line 1", kinds: ["line", "level"] },
      { name: "Old shelf", kinds: ["zone"] },
      { name: "Leg", kinds: ["retracement"] },
    ] as const;
    const read = (typed: string) => readPhrase(typed, drawn).map((r) => r.sentence);
    for (const [typed, sentence] of [
      ["above spring", "its close is above its \u201cSpring\u201d line"],
      ["closes below Line 1", "its close is below its \u201cLine 1\u201d line"],
      ["close crosses above line Spring", "its close crosses above its \u201cSpring\u201d line"],
      ["crossed below the zone Old Shelf", "its close crosses below its \u201cOld shelf\u201d bottom"],
      ["above old shelf", "its close is above its \u201cOld shelf\u201d top"],
      ["below old shelf top", "its close is below its \u201cOld shelf\u201d top"],
      ["below 50% Leg", "its close is below its 50% retracement of \u201cLeg\u201d"],
      ["low below leg", "its low is below its 61.8% retracement of \u201cLeg\u201d"],
      ["market above spring for 3 sessions", "the market's close is above its \u201cSpring\u201d line for 3 sessions running"],
    ] as const) {
      expect(read(typed)[0]).toBe(sentence);
      expect(ruleSentence(readSentence(sentence)!)).toBe(sentence);
    }
    expect(read("inside old shelf")[0]).toBe(
      "its close is at least its \u201cOld shelf\u201d bottom and its close is at most its \u201cOld shelf\u201d top",
    );
    // A zone has no line, and nothing is called what is not drawn.
    expect(read("above old shelf").join()).not.toContain("line");
    expect(readPhrase("above spring")).toEqual([]);
  });
  it("are completed while they are being typed", () => {
    expect(readPhrase("last sess").map((r) => r.sentence)).toContain("it is the last session of the month");
    expect(readPhrase("volat").map((r) => r.sentence)).toContain("the market's volatility is Rough");
  });
  it("that mean nothing, or nothing within its bounds, have no reading", () => {
    expect(readPhrase("purple cows")).toEqual([]);
    expect(readPhrase("  ")).toEqual([]);
    expect(readPhrase("above 99999 average").filter((r) => /99,?999/.test(r.sentence))).toEqual([]);
  });
});

describe("each measure", () => {
  it.each(MEASURES.map((m) => [m.name, m] as const))(
    "%s is found by what it is called, and its phrases mean it",
    (_, measure) => {
      expect(measure.aliases.length).toBeGreaterThan(0);
      for (const [comparator, right] of measure.usual) {
        const rule = { left: { measure: measure.name }, comparator, right };
        expect(ruleSentence(readSentence(ruleSentence(rule))!)).toBe(ruleSentence(rule));
      }
    },
  );
});

describe("the catalogue", () => {
  it("is of clauses that read as they stand, each once", () => {
    const { all, calendar } = catalogue();
    expect(all.length).toBeGreaterThan(130);
    expect(new Set(all.map((c) => c.sentence)).size).toBe(all.length);
    for (const { sentence, rule } of all) expect(ruleSentence(rule)).toBe(sentence);
    expect(calendar.every((c) => all.some((x) => x.sentence === c.sentence))).toBe(true);
  });
});
