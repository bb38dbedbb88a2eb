import { renderToStaticMarkup } from "react-dom/server";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Desk } from "@server/ask/desk.server";
import { deskOf } from "@server/testing/desk-of";
import { exampleParams } from "@server/testing/example-params";
import { picture as pictureSchema, type Picture as PictureData } from "@studies/pictures/picture-schema";
import { panesPicture, lineOf } from "@studies/pictures/picture-parts";
import { STUDIES } from "@studies/registry";
import { makeWorld } from "@world/make-world";
import { coloursOf } from "./picture-colours";
import { Picture } from "./picture";
import { pictureSvg } from "./picture-file.server";

const world = makeWorld(5, { stocks: 32, years: 4, reserve: 5 }).dataset;
let desk: Desk;
beforeAll(async () => {
  desk = await deskOf(world);
});
afterAll(() => desk.close());

const markup = (picture: PictureData, isAlone = false) =>
  renderToStaticMarkup(<Picture picture={picture} label="What it shows" colours={coloursOf([], isAlone)} />);

describe("the pictures of studies", () => {
  it("are of most studies, are plain data, and are drawn without a gap in their numbers", async () => {
    let drawn = 0;
    const drawing = new Set<string>();
    for (const study of STUDIES.values()) {
      if (!study.pictures) continue;
      for (const example of study.examples) {
        const { result } = await desk.ask({ study: study.name, params: exampleParams(world, example) });
        for (const [key, own] of Object.entries(study.pictures)) {
          const picture = own.draw(result);
          if (!picture) continue;
          drawn++;
          drawing.add(`${study.name} ${key}`);
          const read = pictureSchema.safeParse(JSON.parse(JSON.stringify(picture)));
          expect(read.error?.issues ?? [], `${study.name} ${key}`).toEqual([]);
          expect(read.data).toEqual(picture);
          const text = markup(picture);
          expect(text, `${study.name} ${key}`).not.toMatch(/NaN|undefined|Infinity|null/);
          expect(text.length).toBeLessThan(600_000);
        }
      }
    }
    expect(drawn).toBeGreaterThan(50);
    for (const key of [
      "regime index",
      "breadth history",
      "timing lanes",
      "rotation dial",
      "groups strength",
      "chart bars",
      "plan ladder",
    ])
      expect([...drawing]).toContain(key);
  }, 120_000);
  it("alone have colours of their own, on a page those of the page", () => {
    const picture: PictureData = { kind: "bars", unit: "change", rows: [{ name: "<b>", value: 0.05, tick: 0.01 }] };
    expect(markup(picture)).toContain("var(--teal)");
    expect(markup(picture, true)).not.toContain("var(");
    expect(markup(picture)).toContain("&lt;b&gt;");
    expect(markup(picture)).toContain("+5.0%");
  });
  it("leave as a file that needs nothing else: its title, what is read off it, its letters' face", () => {
    const picture: PictureData = { kind: "bars", unit: "change", rows: [{ name: "<b>", value: 0.05 }] };
    const said = Array.from({ length: 60 }, (_, k) => `word${k}`).join(" ");
    const svg = pictureSvg({
      ...{ picture, title: "What <each> made", dated: "Made market, at the close of 3 March" },
      reading: [["It says ", { figure: "+5% & more" }, "."], [said]],
      colours: coloursOf([], true),
    });
    const ends = [...svg.matchAll(/<(\/?)(\w+)[^>]*?(\/?)>/g)].reduce(
      (open, [, close, , self]) => open + (close ? -1 : self ? 0 : 1),
      0,
    );
    expect(ends).toBe(0);
    expect(svg).toContain("<title>What &lt;each&gt; made, Made market, at the close of 3 March</title>");
    expect(svg).toContain("It says +5% &amp; more.");
    for (const [, line] of svg.matchAll(/<text x="28" y="\d+" fill="#1b2430">([^<]*)/g)) expect(line!.length).toBeLessThan(112);
    expect(svg).toContain("word59");
    expect(svg).toContain("url(data:font/woff2;base64,");
    expect(svg.replace(/base64,[^)]*/, "")).not.toMatch(/var\(|NaN|undefined|<b>|href/);
    // The drawing lies within the page of the file.
    const [, height] = /^<svg [^>]*height="(\d+)"/.exec(svg)!;
    const [, y, own] = /<svg x="[\d.]+" y="(\d+)" width="[\d.]+" height="([\d.]+)"/.exec(svg)!;
    expect(Number(y) + Number(own)).toBeLessThan(Number(height));
  });
  it("are thinned to what a page can show, the last row always among them", () => {
    const days = Int32Array.from({ length: 5000 }, (_, k) => 10_000 + k);
    const { days: shown, panes } = panesPicture(days, [
      {
        ...{ share: 1, unit: "price", lines: [lineOf("x", days, "ink")] },
        tints: [{ from: 4990, to: 4999, ink: "teal", name: "rising" }],
        ribbons: [{ name: "one", runs: [[0, 4999, 1]] }],
      },
    ]);
    expect(shown.length).toBeLessThanOrEqual(800);
    expect(shown.at(-1)).toBe(14_999);
    expect(panes[0]!.lines[0]!.values).toEqual(shown);
    expect(panes[0]!.tints![0]!.to).toBe(shown.length - 1);
    expect(panes[0]!.ribbons![0]!.runs[0]).toEqual([0, shown.length - 1, 1]);
  });
});
