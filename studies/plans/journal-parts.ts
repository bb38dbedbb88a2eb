/** By what the journal is cut into parts. */
export const JOURNAL_PARTS = ["setup", "side", "regime", "phase", "way"] as const;
export type JournalPart = (typeof JOURNAL_PARTS)[number];
