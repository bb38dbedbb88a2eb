import { describe, expect, it } from "vitest";
import { isEmptyText, isSafeLink, plainText, richText, wordsOf } from "./rich-text";

const paragraph = (text: string) => ({ type: "paragraph", content: [{ type: "text", text }] });
const listOf = (...items: readonly object[]) => ({
  type: "bulletList",
  content: items.map((item) => ({ type: "listItem", content: [item] })),
});
const doc = (...content: readonly object[]) => ({ type: "doc", content });

describe("a link in a text", () => {
  it("leads to the web, a mailbox or a screen, and nowhere else", () => {
    for (const href of ["https://one.test/a?b=c#d", "http://one.test", "mailto:me@one.test", "/breadth?asof=2025-03-14"])
      expect(isSafeLink(href), href).toBe(true);
    for (const href of [
      "javascript:alert(1)",
      "JavaScript:alert(1)",
      "data:text/html,<b>",
      "//one.test/a",
      "one.test",
      "vbscript:x",
      " https://one.test",
      'https://one.test/"onmouseover="x',
      "https://one.test/<b>",
      "/\\one.test",
      "https://one.test/a b",
      "",
    ])
      expect(isSafeLink(href), href).toBe(false);
  });
});

describe("a text", () => {
  it("of paragraphs, lists and quotes is its words, a line a block", () => {
    const own = richText.parse(doc(paragraph("One."), listOf(paragraph("Two"), listOf(paragraph("Three")))));
    expect(wordsOf(own)).toBe("One.\nTwo\nThree");
    expect(
      wordsOf(richText.parse(doc({ type: "paragraph", content: [{ type: "text", text: "a" }, { type: "hardBreak" }] }))),
    ).toBe("a\n");
  });
  it("is empty where it has blocks and no word", () => {
    expect(isEmptyText(plainText(""))).toBe(true);
    expect(isEmptyText(richText.parse(doc(listOf(paragraph("  ")))))).toBe(true);
    expect(isEmptyText(plainText("", "x"))).toBe(false);
    expect(isEmptyText(richText.parse({ type: "doc" }))).toBe(true);
  });
  it("of anything else is not taken in", () => {
    const refused = [
      doc({ type: "image", attrs: { src: "x" } }),
      doc({ type: "paragraph", content: [{ type: "text", text: "x", marks: [{ type: "code" }] }] }),
      doc({
        type: "paragraph",
        content: [{ type: "text", text: "x", marks: [{ type: "link", attrs: { href: "javascript:alert(1)" } }] }],
      }),
      doc({ type: "heading", attrs: { level: 1 }, content: [] }),
      doc({ ...paragraph("x"), style: "color:red" }),
      { ...doc(paragraph("x")), html: "<b>" },
    ];
    for (const one of refused) expect(richText.safeParse(one).success, JSON.stringify(one)).toBe(false);
  });
  it("may have lists in lists six deep, and no deeper", () => {
    const deep = (n: number): object => (n === 0 ? paragraph("x") : listOf(deep(n - 1)));
    // Each list and its item are two.
    expect(richText.safeParse(doc(deep(3))).success).toBe(true);
    expect(richText.safeParse(doc(deep(4))).success).toBe(false);
  });
});
