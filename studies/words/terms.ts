import { GLOSSARY, type GlossaryEntry } from "./glossary";

/* The words of the glossary in a text. */

const ENTRIES = GLOSSARY.flatMap((part) => part.entries);
const BY_FORM = new Map(ENTRIES.flatMap((e) => [e.name, ...(e.forms ?? [])].map((form) => [form, e] as const)));

/** The entry of a word in any of its forms. */
export function findEntry(form: string): GlossaryEntry | undefined {
  return BY_FORM.get(form);
}

/** Longest first; a z is one only before its number, a sigma only after. */
const PLAIN = [...BY_FORM.keys()].filter((form) => form !== "z" && form !== "σ").sort((a, b) => b.length - a.length);
const ANY = new RegExp(
  `(?<![\\p{L}-])(?:${PLAIN.map((form) => form.replace(/[+]/g, "\\$&")).join("|")}|z(?=[ \\u00a0][+−\\d]))(?![\\p{L}-])|(?<=\\d)σ`,
  "gu",
);

/** A text cut where a word of the glossary stands in it. */
export interface TextPart {
  readonly text: string;
  readonly entry?: GlossaryEntry;
}

/**
 * Cuts a text at the words of the glossary.
 * @param text of a sentence or label
 * @param around what it stands in, by which common words are told from terms [the text itself]
 * @returns the parts in their order, whole words and longest forms first
 */
export function withTerms(text: string, around = text): TextPart[] {
  const parts: TextPart[] = [];
  let from = 0;
  for (const { 0: form, index } of text.matchAll(ANY)) {
    const entry = findEntry(form);
    if (!entry || (entry.only && !entry.only.test(around))) continue;
    if (index > from) parts.push({ text: text.slice(from, index) });
    parts.push({ text: form, entry });
    from = index + form.length;
  }
  if (from < text.length) parts.push({ text: text.slice(from) });
  return parts;
}
