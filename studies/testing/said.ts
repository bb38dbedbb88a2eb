import type { Sentence } from "@studies/define-study";

/** The words of a sentence with its figures. */
export function said(sentence: Sentence): string {
  return sentence.map((part) => (typeof part === "string" ? part : part.figure)).join("");
}

/** The words of a whole reading. */
export function saidAll(sentences: readonly Sentence[]): string {
  return sentences.map(said).join(" ");
}
