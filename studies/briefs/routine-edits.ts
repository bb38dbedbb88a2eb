import type { FreshId } from "./begin-brief";
import { isLive, type AnswerPart, type BriefPart, type Pinned, type SavedBrief } from "./brief-schema";

/* What a routine that is worked through does to its brief. */

/** A brief whose parts of a stop were seen. */
export function withSeen(brief: SavedBrief, ids: readonly string[]): SavedBrief {
  return {
    ...brief,
    parts: brief.parts.map((part) => (isLive(part) && ids.includes(part.id) ? { ...part, isSeen: true } : part)),
  };
}

/**
 * Takes over what is seen on the screen of a stop: its parts of the same study have its parameters now; where there is none, it comes
 * behind the last of the stop.
 */
export function takenOver(
  brief: SavedBrief,
  ids: readonly string[],
  { seen, freshId }: { readonly seen: Pinned; readonly freshId: FreshId },
): SavedBrief {
  const { params, href, market } = seen;
  const isOfStop = (part: BriefPart): part is AnswerPart => part.type === "answer" && ids.includes(part.id);
  if (brief.parts.some((part) => isOfStop(part) && part.study === seen.study))
    return {
      ...brief,
      parts: brief.parts.map((part): BriefPart => {
        if (!isOfStop(part)) return part;
        if (part.study !== seen.study) return { ...part, href };
        const { frozen: _frozen, ...was } = part;
        return { ...was, params, href, market, isSeen: true };
      }),
    };
  const parts = [...brief.parts];
  const last = parts.findLastIndex((part) => ids.includes(part.id));
  parts.splice(last < 0 ? parts.length : last + 1, 0, { ...seen, type: "answer", id: freshId(), isSeen: true });
  return { ...brief, parts };
}
