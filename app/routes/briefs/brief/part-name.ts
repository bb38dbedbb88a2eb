import type { BriefPart } from "@studies/briefs/brief-schema";
import { wordsOf } from "@studies/briefs/rich-text";
import { clipped } from "@studies/words/words";

const SHOWS = { reading: "", sentence: "", table: ", table", picture: ", picture" } as const;

/** What a part is called in the outline. */
export function partName(part: BriefPart): string {
  switch (part.type) {
    case "heading":
      return part.text === "" ? "Heading" : part.text;
    case "text":
      return clipped(wordsOf(part.doc).split("\n")[0]!.trim(), 28) || "Words";
    case "answer":
      return `${part.name}${SHOWS[part.show]}`;
    case "plan":
      return "Plan";
    case "call":
      return "Call";
  }
}
