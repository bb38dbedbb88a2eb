import type { BriefPart } from "@studies/briefs/brief-schema";
import { wordsOf } from "@studies/briefs/rich-text";
import { clipped } from "@studies/words/words";

const SHOWS = { reading: "reading", sentence: "a sentence", table: "table", picture: "picture" } as const;

/** What a part is called in the outline. */
export function partName(part: BriefPart): string {
  switch (part.type) {
    case "heading":
      return part.text === "" ? "Heading" : part.text;
    case "text":
      return clipped(wordsOf(part.doc).split("\n")[0]!.trim(), 28) || "Words";
    case "answer":
      return part.show === "reading" ? part.name : `${part.name}, ${SHOWS[part.show]}`;
    case "plan":
      return "Plan";
    case "call":
      return "Call";
  }
}

/** The same behind another part of the same screen: only what it shows. */
export function nameAfter(part: BriefPart, before: BriefPart | undefined): { readonly name: string; readonly isSame: boolean } {
  const isSame = part.type === "answer" && before?.type === "answer" && part.href === before.href && part.name === before.name;
  return isSame ? { name: `its ${SHOWS[part.show]}`, isSame } : { name: partName(part), isSame };
}
