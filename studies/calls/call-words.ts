import type { CallDirection } from "@core/calls/call-score";
import type { Sentence } from "@studies/define-study";
import { count, fixed } from "@studies/words/words";
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
