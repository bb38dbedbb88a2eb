import { renderToStaticMarkup } from "react-dom/server";
import type { ShownPart } from "@studies/briefs/brief-schema";
import { isSafeLink, type RichBlock, type RichInline } from "@studies/briefs/rich-text";
import { callFacts, callSentence, confidenceText } from "@studies/calls/call-words";
import { cellText } from "@studies/table";
import { coloursOf } from "~/pictures/picture-colours";
import { Picture } from "~/pictures/picture";
import { briefDated } from "../../document/brief-dated";
import type { WholeBrief } from "./brief-file.server";

interface PictureFile {
  readonly name: string;
  readonly svg: string;
}

/** A brief as Markdown, with its pictures as files of their own. */
export function briefMarkdown({ brief, answers, calls, marketName, sectors }: WholeBrief): {
  readonly text: string;
  readonly pictures: readonly PictureFile[];
} {
  const pictures: PictureFile[] = [];
  const colours = coloursOf(sectors, true);
  const shownText = (shown: ShownPart, name: string): string => {
    const blocks: string[] = [];
    if (shown.reading.length > 0)
      blocks.push(
        shown.reading
          .map((sentence) =>
            sentence.map((part) => (typeof part === "string" ? escaped(part) : `**${escaped(part.figure)}**`)).join(""),
          )
          .join(" "),
      );
    if (shown.table) blocks.push(tableText(shown.table));
    if (shown.picture) {
      const caption = shown.caption ?? name;
      const file = `picture-${String(pictures.length + 1).padStart(2, "0")}.svg`;
      pictures.push({
        name: file,
        svg: renderToStaticMarkup(<Picture picture={shown.picture} label={caption} colours={colours} />),
      });
      blocks.push(`![${escaped(caption)}](${file})`, `*${escaped(caption)}*`);
    }
    return blocks.join("\n\n");
  };
  const blocks = brief.parts.map((part): string => {
    if (part.type === "heading") return `## ${escaped(part.text)}`;
    if (part.type === "text") return part.doc.content.map((block) => blockText(block)).join("\n\n");
    if (part.type === "call") {
      const row = calls.find((one) => one.id === part.call);
      if (!row) return "";
      const said = callSentence(row)
        .map((one) => (typeof one === "string" ? escaped(one) : `**${escaped(one.figure)}**`))
        .join("");
      const facts = [row.reason, callFacts(row)].filter((words) => words !== "").map(escaped);
      return `> Call: ${said}, ${Number.isNaN(row.confidence) ? "without a confidence" : `at ${confidenceText(row.confidence)}`}.\n> ${facts.join("\n> ")}`;
    }
    const answered = answers.get(part.id);
    const name = part.type === "plan" ? "A plan" : part.name;
    if (answered?.shown) return shownText(answered.shown, name);
    return `*${escaped(name)}: ${escaped(answered?.lacking ?? "no answer")}*`;
  });
  const head = [`# ${escaped(brief.title === "" ? brief.purpose : brief.title)}`, escaped(briefDated(brief, marketName))];
  return { text: `${[...head, ...blocks].filter((block) => block !== "").join("\n\n")}\n`, pictures };
}

function tableText({ columns, rows }: NonNullable<ShownPart["table"]>): string {
  const cells = (all: readonly string[]) => `| ${all.map((cell) => escaped(cell).replaceAll("\n", " ")).join(" | ")} |`;
  return [
    cells(columns.map((column) => column.label)),
    `| ${columns.map((column, k) => (column.unit === "text" || k === 0 ? "---" : "---:")).join(" | ")} |`,
    ...rows.map((row) => cells(row.map((cell, k) => cellText(columns[k]!.unit, cell)))),
  ].join("\n");
}

function blockText(block: RichBlock, mark = ""): string {
  switch (block.type) {
    case "paragraph":
      return mark + inlineText(block.content);
    case "heading":
      return `${mark}### ${inlineText(block.content)}`;
    case "bulletList":
      return block.content.map((item) => blockText(item, "- ")).join("\n");
    case "orderedList":
      return block.content.map((item, k) => blockText(item, `${k + 1}. `)).join("\n");
    case "listItem": {
      const inner = block.content.map((one) => blockText(one)).join("\n");
      const indent = " ".repeat(mark.length);
      return mark + inner.split("\n").join(`\n${indent}`);
    }
    case "blockquote":
      return block.content
        .map((one) => blockText(one))
        .join("\n\n")
        .split("\n")
        .map((line) => `> ${line}`)
        .join("\n");
  }
}

function inlineText(content: readonly RichInline[] | undefined): string {
  return (content ?? [])
    .map((inline) => {
      if (inline.type === "hardBreak") return "  \n";
      return (inline.marks ?? []).reduce((text, mark) => {
        if (mark.type !== "link") return mark.type === "bold" ? `**${text}**` : `*${text}*`;
        return isSafeLink(mark.attrs.href) ? `[${text}](${mark.attrs.href.replaceAll(")", "%29")})` : text;
      }, escaped(inline.text));
    })
    .join("");
}

/** Text of which no sign is taken as Markdown or as markup. */
function escaped(text: string): string {
  return text.replace(/[\\`*_[\]<>#|~]/g, (sign) => `\\${sign}`);
}
