/** What is noted of a member of a set by its strength, each with what it means in words. */
export const STRENGTH_NOTES = {
  "new arrival": "Strength of 80 or more, but staying power below 65: it came among the strongest lately.",
  established: "Strength and staying power of 80 or more: it has been among the strongest for ten weeks.",
  fading: "Staying power of 80 or more, but Strength below 65: it was among the strongest and is no longer.",
  "dip in a leader": "A leader (three and six months together at least one deviation above the set) weak in the last week only.",
  cracking: "A leader that has been among the weakest for a month.",
  renewed: "A leader among the strongest of the last week as well.",
  "turning up": "A laggard (half a deviation or more below the set) that is among the strongest of the last month.",
} as const;

export type StrengthNote = keyof typeof STRENGTH_NOTES;

export function isStrengthNote(word: string): word is StrengthNote {
  return Object.hasOwn(STRENGTH_NOTES, word);
}

/** Standing and flags of a member. */
export function notesOf(r: { readonly standing: string; readonly flags: readonly string[] }): StrengthNote[] {
  return [r.standing, ...r.flags].filter(isStrengthNote);
}
