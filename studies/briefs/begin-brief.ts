import type { BriefPart, RoutineBody, SavedBrief } from "./brief-schema";
import { isLive } from "./brief-schema";

/** Gives ids that are not used yet. */
export type FreshId = () => string;

interface Begun {
  readonly id: string;
  readonly market: string;
  readonly asOf: number;
}

/** A brief of a routine: its headings and questions, asked anew, without words. */
export function briefOfRoutine({ purpose, parts }: RoutineBody, begun: Begun, freshId: FreshId): SavedBrief {
  return { version: 1, ...begun, purpose, title: "", parts: askedAnew(parts, freshId) };
}

/** A brief again for another session: the same parts and words, everything asked anew. Calls stay with the brief they were made in. */
export function duplicatedBrief(brief: SavedBrief, begun: Omit<Begun, "market">, freshId: FreshId): SavedBrief {
  return { ...brief, ...begun, parts: askedAnew(brief.parts, freshId).filter((part) => part.type !== "call") };
}

/** The order of a brief as a routine: its headings and questions. */
export function routineOfBrief({ purpose, parts }: SavedBrief, freshId: FreshId): RoutineBody {
  const kept = parts.filter((part) => part.type === "heading" || part.type === "answer");
  return { version: 1, purpose, parts: askedAnew(kept, freshId) };
}

function askedAnew(parts: readonly BriefPart[], freshId: FreshId): BriefPart[] {
  return parts.map((part): BriefPart => {
    if (!isLive(part)) return { ...part, id: freshId() };
    const { frozen: _frozen, isSeen: _isSeen, ...own } = part;
    return { ...own, id: freshId() };
  });
}

/** A stop of a routine: parts that follow each other and are seen on one screen. */
export interface RoutineStop {
  readonly href: string;
  readonly name: string;
  readonly parts: readonly string[];
  readonly isSeen: boolean;
}

/** The stops of a brief in their order. */
export function routineStops(parts: readonly BriefPart[]): RoutineStop[] {
  const stops: RoutineStop[] = [];
  for (const part of parts) {
    if (part.type !== "answer") continue;
    const last = stops.at(-1);
    const isSeen = part.isSeen === true || part.frozen !== undefined;
    if (last?.href === part.href)
      stops[stops.length - 1] = { ...last, parts: [...last.parts, part.id], isSeen: last.isSeen && isSeen };
    else stops.push({ href: part.href, name: part.name, parts: [part.id], isSeen });
  }
  return stops;
}
