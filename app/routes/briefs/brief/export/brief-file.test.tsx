import { describe, expect, it } from "vitest";
import type { BriefPart, SavedBrief, ShownPart } from "@studies/briefs/brief-schema";
import type { CallRow } from "@studies/calls/call-row";
import { pageHeadCss } from "../../document/page-head-css";
import { briefHtml, type WholeBrief } from "./brief-file.server";
import { briefMarkdown } from "./brief-markdown";

const EVIL = `</style><script>alert(1)</script><img src=x onerror=alert(2)> "';`;

const shown: ShownPart = {
  asOf: 20_000,
  reading: [["It says ", { figure: EVIL }]],
  table: {
    columns: [
      { key: "a", label: EVIL, unit: "text" },
      { key: "b", label: "b", unit: "change" },
    ],
    rows: [
      [EVIL, 0.05],
      ["|x", null],
    ],
    of: 9,
  },
  picture: { kind: "bars", unit: "count", rows: [{ name: EVIL, value: 3, words: EVIL }] },
  caption: EVIL,
};
const parts: readonly BriefPart[] = [
  { type: "heading", id: "partheading", text: EVIL },
  {
    type: "text",
    id: "partoftext",
    doc: {
      type: "doc",
      content: [
        {
          type: "paragraph",
          content: [
            { type: "text", text: EVIL, marks: [{ type: "bold" }] },
            { type: "text", text: "a page", marks: [{ type: "link", attrs: { href: "https://example.org/a" } }] },
            // What the schema would refuse is refused once more where it is drawn.
            { type: "text", text: "no page", marks: [{ type: "link", attrs: { href: "javascript:alert(3)" } }] },
          ],
        },
        {
          type: "bulletList",
          content: [{ type: "listItem", content: [{ type: "paragraph", content: [{ type: "text", text: "one" }] }] }],
        },
      ],
    },
  },
  { type: "answer", id: "partanswer", study: "breadth", params: {}, market: "", href: "/breadth", name: EVIL, show: "reading" },
  { type: "call", id: "partofcall", call: "callofone" },
];
const brief: SavedBrief = { version: 1, id: "briefofone", market: "ALDANE", purpose: EVIL, title: EVIL, asOf: 20_000, parts };
const call = {
  ...{ id: "callofone", subject: EVIL, benchmark: "", direction: "up", horizon: 5, confidence: 60, reason: EVIL, state: "open" },
  ...{ base: 0.5, baseHolds: 10, due: 20_007, left: 5, gain: NaN },
} as CallRow;
const whole: WholeBrief = {
  ...{ brief, marketName: EVIL, sectors: [], calls: [call] },
  answers: new Map([["partanswer", { id: "partanswer", shown }]]),
};

describe("a brief as a page that stands alone", () => {
  const html = briefHtml(whole);
  it("has no script, no handler and nothing from elsewhere, whatever was typed or taken in", () => {
    expect(html).not.toMatch(/<script|<img|onerror=(?!alert\(2\)&gt;)/);
    expect(html.match(/<\/style>/g)).toHaveLength(1);
    expect(html).not.toContain("javascript:");
    expect(html).not.toMatch(/(?:src|href)="https?:\/\/(?!example\.org\/a")/);
    expect(html).toContain("default-src &#x27;none&#x27;");
    expect(html).toContain("&lt;script&gt;");
    expect(html).toContain('<a href="https://example.org/a" rel="noreferrer">a page</a>');
  });
  it("has its faces, its picture and its table in it", () => {
    expect(html.match(/@font-face/g)).toHaveLength(3);
    expect(html).toContain("url(data:font/woff2;base64,");
    expect(html).toContain("<svg");
    expect(html).toContain("+5.0%");
    expect(html).toContain("2 rows of 9");
  });
  it("has its title at the head of every page, of which no sign ends the style", () => {
    expect(pageHeadCss('a"b\\</style>{')).toContain('content: "a\\22 b\\5c \\3c \\2f style\\3e \\7b "');
  });
});

describe("a brief as Markdown", () => {
  const { text, pictures } = briefMarkdown(whole);
  it("takes nothing that was typed as a mark or as markup", () => {
    expect(text).not.toMatch(/(?<!\\)<script|(?<!\\)<img/);
    expect(text).not.toContain("javascript:");
    expect(text).toContain("[a page](https://example.org/a)");
    expect(text).toContain("no page");
    expect(text).toContain("- one");
  });
  it("has a table with its cells kept apart, and its picture in a file of its own colours", () => {
    expect(text).toContain("| \\|x | – |");
    expect(text).toContain("(picture-01.svg)");
    expect(pictures).toHaveLength(1);
    expect(pictures[0]!.svg).toMatch(/^<svg /);
    expect(pictures[0]!.svg).not.toMatch(/var\(|<script/);
  });
});
