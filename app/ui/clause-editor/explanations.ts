import { withTerms } from "@studies/words/terms";

/** What the words of ours in a clause mean, as they are said where one points at it; nothing where there are none. */
export function explanationsOf(sentence: string): string | undefined {
  const entries = withTerms(sentence, sentence).flatMap(({ entry }) => (entry ? [`${entry.name}: ${entry.says}`] : []));
  return entries.length === 0 ? undefined : [...new Set(entries)].join("\n");
}
