import type { CallDirection } from "@core/calls/call-score";
import type { Sentence } from "@studies/define-study";
import { count, date, fixed, percent, signedPercent } from "@studies/words/words";
import type { CallRow } from "./call-row";

const WILL: Readonly<Record<CallDirection, string>> = {
  up: "will be higher",
  down: "will be lower",
  outperform: "will outperform",
  underperform: "will underperform",
};

/** What a direction is called in a table or a menu. */
export const DIRECTION_NAMES: Readonly<Record<CallDirection, string>> = {
  up: "higher",
  down: "lower",
  outperform: "ahead of",
  underperform: "behind",
};

/** What is called, as one sentence: "Harbour land will outperform Aldane broad over 21 sessions". */
export function callSentence(row: Pick<CallRow, "subject" | "direction" | "benchmark" | "horizon">): Sentence {
  return [
    { figure: row.subject },
    ` ${WILL[row.direction]} `,
    ...(row.benchmark === "" ? [] : [{ figure: row.benchmark }, " over "]),
    ...(row.benchmark === "" ? [row.horizon === 1 ? "after " : "in "] : []),
    { figure: count(row.horizon, "session") },
  ];
}

/** The confidence as it was given. */
export function confidenceText(confidence: number): string {
  return Number.isNaN(confidence) ? "none given" : `${fixed(confidence)}%`;
}

/** Base rate and when it is scored, or how it came out. */
export function callFacts(row: CallRow): string {
  if (row.state === "unknown") return "Its subject has no level on the session on which it was made: it is not scored.";
  const base = Number.isNaN(row.base)
    ? "No hold as long was over when it was made"
    : `Base rate ${percent(row.base, 0)} of ${count(row.baseHolds, "such span")} before it`;
  const marks = `${row.isWithdrawn ? "; withdrawn" : ""}${row.isLookingBack ? "; made looking back, and counted apart" : ""}`;
  if (row.state === "open") return `${base}. Scored at the close of ${date(row.due)}${marks}.`;
  return `${base}. Scored at the close of ${date(row.due)}: ${row.isRight ? "right" : "wrong"}, ${signedPercent(row.gain)} its way${marks}.`;
}
