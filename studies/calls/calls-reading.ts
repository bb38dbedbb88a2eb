import type { CallRecord } from "@core/calls/call-ledger";
import type { Sentence } from "@studies/define-study";
import { count, date, fixed, percent } from "@studies/words/words";
import type { CallRow } from "./call-row";

interface Told {
  readonly rows: readonly CallRow[];
  readonly record: CallRecord;
  readonly lookingBack: number;
  readonly asOf: number;
  readonly provisional: boolean;
}

/** What is open and due next, what was scored on this session, and what all that were scored have been worth. */
export function callsReading({ rows, record, lookingBack, asOf, provisional }: Told): Sentence[] {
  if (rows.length === 0) return [["No call was made yet."]];
  const open = rows.filter((row) => row.state === "open").sort((a, b) => a.due - b.due);
  const today = rows.filter((row) => row.state === "scored" && row.due === asOf);
  const right = today.filter((row) => row.isRight).length;
  const next = open[0];
  const openWords: Sentence =
    next === undefined
      ? [{ figure: "No call" }, " is open"]
      : [
          { figure: count(open.length, "call") },
          open.length === 1 ? ` is open and falls due on ${date(next.due)}` : ` are open, the next due on ${date(next.due)}`,
        ];
  return [
    [...openWords, "."],
    ...(today.length > 0 ? [dueToday(today.length, right)] : []),
    ...(record.n > 0 ? worthOf(record, lookingBack) : lookingBack > 0 ? [apart(lookingBack)] : []),
    ...(provisional ? [["The session is in progress: a call is scored at its close."]] : []),
  ];
}

function apart(lookingBack: number): Sentence {
  return [`${count(lookingBack, "call")} made looking back ${lookingBack === 1 ? "is" : "are"} scored, and counted for nothing.`];
}

function dueToday(n: number, right: number): Sentence {
  if (n === 1) return ["The call that fell due at this close was ", { figure: right === 1 ? "right" : "wrong" }, "."];
  return [
    `Of ${n} calls that fell due at this close, `,
    { figure: right === 0 ? "none" : String(right) },
    right === 1 ? " was right." : " were right.",
  ];
}

function worthOf(record: CallRecord, lookingBack: number): Sentence[] {
  const { n, right, low, high, compared, brier, baseBrier, skill } = record;
  const apart = lookingBack === 0 ? "" : `, besides ${lookingBack} made looking back`;
  if (n === 1) return [[`The one scored so far${apart} was `, { figure: right === 1 ? "right" : "wrong" }, "."]];
  return [
    [
      `Of ${count(n, "call")} scored${apart}, `,
      { figure: right === 0 ? "none" : String(right) },
      ` ${right === 1 ? "was" : "were"} right (95% interval ${percent(low, 0)} to ${percent(high, 0)})`,
      ...(compared === 0
        ? []
        : [
            `; the Brier score of ${compared === n ? "their" : compared === 1 ? "the one with a" : `the ${compared} with a`} confidence is `,
            { figure: fixed(brier, 2) },
            ` against ${fixed(baseBrier, 2)} of the base rate`,
            ...(Number.isNaN(skill) || Math.abs(skill) < 0.005
              ? []
              : [skill > 0 ? ", which it beats" : ", which it does not beat"]),
          ]),
      ".",
    ],
  ];
}
