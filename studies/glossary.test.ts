import { describe, expect, it } from "vitest";
import { DIRECTIONS, PHASES, ROTATION_EVENTS, VOLATILITIES } from "@core";
import { findEntry, GLOSSARY, withTerms } from "./glossary";
import { LANES } from "./lane-names";
import { STRENGTH_NOTES } from "./strength-notes";

const terms = (text: string, around?: string) =>
  withTerms(text, around).flatMap(({ text: own, entry }) => (entry ? [`${own}: ${entry.name}`] : []));

describe("the glossary", () => {
  it.each([
    ["lanes", LANES],
    ["phases", PHASES],
    ["phases in a sentence", PHASES.map((p) => p.replace(", ", " and "))],
    ["directions", DIRECTIONS],
    ["volatilities", VOLATILITIES],
    ["notes on strength", Object.keys(STRENGTH_NOTES)],
    ["stances", ["Favour", "Hold", "Avoid"]],
    ["zones", ["washed out", "crowded", "stretched"]],
    ["what happens in a rotation", ROTATION_EVENTS],
    ["scores", ["Strength", "Trend", "Pressure", "staying power", "stance"]],
  ])("has the %s", (_of, words) => {
    expect(words.filter((word) => !findEntry(word))).toEqual([]);
  });
  it("defines each word once, in a sentence", () => {
    const entries = GLOSSARY.flatMap((part) => part.entries);
    const forms = entries.flatMap((e) => [e.name, ...(e.forms ?? [])]);
    expect(new Set(forms).size).toBe(forms.length);
    for (const { name, says } of entries) expect(`${name}: ${says}`).toMatch(/: [A-Z\d].{20,}\.$/s);
  });
  it("finds whole words in the longest form, and leaves the text as it was", () => {
    const text = "All four timing lanes, from Quick to Long, are down; breadth pressure stands at −98, which is washed out.";
    expect(terms(text)).toEqual([
      "timing lanes: timing lanes",
      "Quick: Quick",
      "Long: Long",
      "breadth pressure: Pressure",
      "washed out: washed out",
    ]);
    expect(
      withTerms(text)
        .map((p) => p.text)
        .join(""),
    ).toBe(text);
  });
  it("leaves common words alone", () => {
    expect(terms("Long government bonds trails at −1.9% and fell in a quick move of blocks held long.")).toEqual([]);
    expect(terms("It made −2.0% in three months, below the close of Trendy Works.")).toEqual([]);
    expect(terms("the last to turn was the composite's")).toEqual(["composite: composite"]);
    expect(terms("Falling is not failing; 3.2 azimuths z.")).toEqual([]);
  });
  it("reads a word by what it stands in", () => {
    expect(terms("Long", "lane Long")).toEqual(["Long: Long"]);
    expect(terms("Long")).toEqual([]);
    expect(terms("stands at z +1.2, or at +3.1σ")).toEqual(["z: z", "σ: sigma"]);
    expect(terms("(three and six months combined: z −0.4)")).toEqual([
      "three and six months combined: three and six months combined",
      "z: z",
    ]);
  });
});
