import type { ReactNode } from "react";
import { isSafeLink, type RichBlock, type RichInline, type RichText } from "@studies/briefs/rich-text";

/** Words with their form; nothing of them is taken as markup. */
export function RichTextView({ doc }: { readonly doc: RichText }) {
  return <div className="brief-text">{doc.content.map((block, k) => blockOf(block, k))}</div>;
}

function blockOf(block: RichBlock, key: number): ReactNode {
  switch (block.type) {
    case "paragraph":
      return <p key={key}>{block.content?.map(inlineOf) ?? <br />}</p>;
    case "heading":
      return <h3 key={key}>{block.content?.map(inlineOf)}</h3>;
    case "bulletList":
      return <ul key={key}>{block.content.map(blockOf)}</ul>;
    case "orderedList":
      return <ol key={key}>{block.content.map(blockOf)}</ol>;
    case "listItem":
      return <li key={key}>{block.content.map(blockOf)}</li>;
    case "blockquote":
      return <blockquote key={key}>{block.content.map(blockOf)}</blockquote>;
  }
}

function inlineOf(inline: RichInline, key: number): ReactNode {
  if (inline.type === "hardBreak") return <br key={key} />;
  return (inline.marks ?? []).reduce<ReactNode>((inner, mark) => {
    if (mark.type !== "link") return mark.type === "bold" ? <strong key={key}>{inner}</strong> : <em key={key}>{inner}</em>;
    const { href } = mark.attrs;
    return isSafeLink(href) ? (
      <a key={key} href={href} rel="noreferrer">
        {inner}
      </a>
    ) : (
      inner
    );
  }, inline.text);
}
