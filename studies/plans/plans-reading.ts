import type { Sentence } from "@studies/define-study";
import { count, fixed, list, percent } from "@studies/words/words";
import type { JournalRecord } from "./journal-record";
import type { Position } from "./journal-rows";
import { isNearTrigger } from "./near-trigger";
import type { PlanRow } from "./plan-row";
import { inRisks } from "./plan-words";

interface Told {
  readonly plans: readonly PlanRow[];
  readonly open: readonly Position[];
  readonly record: JournalRecord;
  readonly lookingBack: number;
  readonly provisional: boolean;
}

/** What is open, what waits, and what those that are over have been worth. */
export function plansReading({ plans: rows, open, record, lookingBack, provisional }: Told): Sentence[] {
  if (rows.length === 0 && open.length === 0 && record.n === 0) return [["Nothing is planned yet."]];
  const waiting = rows.filter((row) => row.state === "waiting");
  const near = waiting.filter((row) => row.sides.some(isNearTrigger));
  const known = open.filter((one) => Number.isFinite(one.r));
  const total = known.reduce((sum, one) => sum + one.r, 0);
  const isAre = (n: number) => (n === 1 ? "is" : "are");
  const standing: Sentence =
    open.length === 0
      ? [{ figure: "No position" }, " is open"]
      : [
          { figure: count(open.length, "position") },
          ` ${isAre(open.length)} open`,
          ...(known.length > 0 ? [", at ", { figure: inRisks(total) }, known.length > 1 ? " together" : ""] : []),
        ];
  const waits: Sentence =
    waiting.length === 0
      ? [", and no plan waits."]
      : [
          "; ",
          { figure: count(waiting.length, "plan") },
          ` ${waiting.length === 1 ? "waits" : "wait"}`,
          near.length === 0
            ? ", none within an ATR of its entry."
            : `, ${list(near.slice(0, 4).map((row) => row.ticker))} within an ATR of ${near.length === 1 ? "its" : "their"} entry.`,
        ];
  const isWorstLoss = record.worst < 0;
  const past: Sentence[] =
    record.n === 0
      ? [["None is over yet."]]
      : [
          [
            `Of ${count(record.n, "position")} that ${isAre(record.n)} over${lookingBack === 0 ? "" : `, ${lookingBack === record.n ? "all" : lookingBack} planned looking back,`} `,
            { figure: `${record.wins === 0 ? "none" : record.wins} won` },
            record.n < 2 ? "" : ` (95% interval ${percent(record.low, 0)} to ${percent(record.high, 0)})`,
            ...(record.withRisk > 0
              ? [
                  record.withRisk === 1 ? ", making " : ", making in the mean ",
                  { figure: inRisks(record.expectancy) },
                  record.withRisk > 1 && isWorstLoss ? `; the worst lost ${fixed(-record.worst, 1)} R` : "",
                ]
              : []),
            ".",
          ],
        ];
  return [
    [...standing, ...waits],
    ...past,
    ...(provisional ? [["The session is in progress: what it says of plans is provisional."]] : []),
  ];
}
