import type { SavedBrief } from "@studies/briefs/brief-schema";
import { date } from "@studies/words/words";

/** What a brief is, of which market, and of which close. */
export function briefDated({ purpose, asOf }: Pick<SavedBrief, "purpose" | "asOf">, marketName: string): string {
  return `${purpose}, ${marketName}, at the close of ${date(asOf)}`;
}
