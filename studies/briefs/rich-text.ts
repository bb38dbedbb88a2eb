import { z } from "zod";

/*
 * Text as it is written in a brief: paragraphs, small headings, lists, quotes, with words in bold, italic and links. Nothing else is
 * taken in, so that whatever is imported or pasted is text and nothing more.
 */

/** Where a link may lead: to a page of the web, a mailbox, or a screen of this application. */
const SAFE_LINK = /^(https?:\/\/|mailto:|\/(?!\/))[^\s"'<>\\]*$/i;

export function isSafeLink(href: string): boolean {
  return SAFE_LINK.test(href);
}

const mark = z.union([
  z.strictObject({ type: z.enum(["bold", "italic"]) }),
  z.strictObject({
    type: z.literal("link"),
    attrs: z.object({
      href: z.string().max(2000).refine(isSafeLink, "is no link that is taken: it begins with https://, mailto: or /"),
    }),
  }),
]);
export type RichMark = z.output<typeof mark>;

const inline = z.union([
  z.strictObject({
    type: z.literal("text"),
    text: z.string().min(1).max(20_000),
    marks: z.array(mark).max(3).readonly().optional(),
  }),
  z.strictObject({ type: z.literal("hardBreak") }),
]);
export type RichInline = z.output<typeof inline>;

const inlines = z.array(inline).max(2000).readonly().optional();
const paragraph = z.strictObject({ type: z.literal("paragraph"), content: inlines });
const heading = z.strictObject({
  type: z.literal("heading"),
  attrs: z.strictObject({ level: z.literal(3) }),
  content: inlines,
});

export interface RichList {
  readonly type: "bulletList" | "orderedList" | "blockquote" | "listItem";
  readonly attrs?: Record<string, unknown> | undefined;
  readonly content: readonly RichBlock[];
}
export type RichBlock = z.output<typeof paragraph> | z.output<typeof heading> | RichList;

/** Lists within lists, so deep. */
const DEEPEST = 6;

const block: z.ZodType<RichBlock> = z.lazy(() =>
  z.union([
    paragraph,
    heading,
    z.strictObject({
      type: z.enum(["bulletList", "orderedList", "blockquote", "listItem"]),
      attrs: z.record(z.string().max(20), z.unknown()).optional(),
      content: z.array(block).max(500).readonly(),
    }),
  ]),
);

/** A text with its form. */
export const richText = z
  .strictObject({ type: z.literal("doc"), content: z.array(block).max(500).readonly().default([]) })
  .refine((doc) => doc.content.every((one) => depthOf(one) <= DEEPEST), "has lists that are nested too deep");
export type RichText = z.output<typeof richText>;

function depthOf(one: RichBlock): number {
  return isList(one) ? 1 + Math.max(0, ...one.content.map(depthOf)) : 0;
}

function isList(one: RichBlock): one is RichList {
  return one.type !== "paragraph" && one.type !== "heading";
}

/** The words alone, a line a block. */
export function wordsOf(doc: RichText): string {
  const words = (one: RichBlock): string =>
    isList(one)
      ? one.content.map(words).join("\n")
      : (one.content ?? []).map((part) => (part.type === "text" ? part.text : "\n")).join("");
  return doc.content.map(words).join("\n");
}

/** A text of plain paragraphs. */
export function plainText(...paragraphs: readonly string[]): RichText {
  return {
    type: "doc",
    content: paragraphs.map((text) => ({ type: "paragraph", ...(text === "" ? {} : { content: [{ type: "text", text }] }) })),
  };
}

/** Whether nothing is written in it. */
export function isEmptyText(doc: RichText): boolean {
  return wordsOf(doc).trim() === "";
}
