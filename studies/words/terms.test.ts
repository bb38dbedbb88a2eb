import { describe, expect, it } from "vitest";
import { withTerms } from "./terms";

const terms = (text: string, around?: string) =>
  withTerms(text, around).flatMap(({ text: own, entry }) => (entry ? [`${own}: ${entry.name}`] : []));

describe("words of the glossary in a text", () => {
  it("are whole words in the longest form, and leaves the text as it was", () => {
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
  it("are not common words", () => {
    expect(terms("Long government bonds trails at −1.9% and fell in a quick move of blocks held long.")).toEqual([]);
    expect(terms("It made −2.0% in three months, below the close of Trendy Works.")).toEqual([]);
    expect(terms("the last to turn was the composite's")).toEqual(["composite: composite"]);
    expect(terms("Falling is not failing; 3.2 azimuths z.")).toEqual([]);
  });
  it("are read by what they stand in", () => {
    expect(terms("Long", "lane Long")).toEqual(["Long: Long"]);
    expect(terms("Long")).toEqual([]);
    expect(terms("stands at z +1.2, or at +3.1σ")).toEqual(["z: z", "σ: sigma"]);
    expect(terms("(three and six months combined: z −0.4)")).toEqual([
      "three and six months combined: three and six months combined",
      "z: z",
    ]);
  });
});
