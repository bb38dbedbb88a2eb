import type { BriefPart } from "@studies/briefs/brief-schema";
import { plainText } from "@studies/briefs/rich-text";

/** Parts with one moved by so many places; the same list where it cannot go there. */
export function movedPart(parts: readonly BriefPart[], id: string, by: number): readonly BriefPart[] {
  const from = parts.findIndex((part) => part.id === id);
  const to = Math.max(0, Math.min(parts.length - 1, from + by));
  if (from < 0 || to === from) return parts;
  const next = [...parts];
  const [own] = next.splice(from, 1);
  next.splice(to, 0, own!);
  return next;
}

/** Parts with another behind one of them, or at the end. */
export function withPartAfter(parts: readonly BriefPart[], after: string | undefined, part: BriefPart): readonly BriefPart[] {
  const at = parts.findIndex((one) => one.id === after);
  return at < 0 ? [...parts, part] : [...parts.slice(0, at + 1), part, ...parts.slice(at + 1)];
}

export function withoutPart(parts: readonly BriefPart[], id: string): readonly BriefPart[] {
  return parts.filter((part) => part.id !== id);
}

/** Parts with one of them changed. */
export function withPart(parts: readonly BriefPart[], next: BriefPart): readonly BriefPart[] {
  return parts.map((part) => (part.id === next.id ? next : part));
}

/** An id of its own. */
export function freshPartId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(6));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}

export function freshText(): BriefPart {
  return { type: "text", id: freshPartId(), doc: plainText("") };
}

export function freshHeading(): BriefPart {
  return { type: "heading", id: freshPartId(), text: "" };
}

/** The part that has the keyboard after one is taken out: the next, or the last. */
export function neighbourOf(parts: readonly BriefPart[], id: string): string | undefined {
  const at = parts.findIndex((part) => part.id === id);
  return (parts[at + 1] ?? parts[at - 1])?.id;
}
