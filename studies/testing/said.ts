import type { Sentence } from "@studies/define-study";
import { sentenceText } from "@studies/words/words";

/** The words of a sentence with its figures. */
export const said = sentenceText;

/** The words of a whole reading. */
export function saidAll(sentences: readonly Sentence[]): string {
  return sentences.map(said).join(" ");
}
