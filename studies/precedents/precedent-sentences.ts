import type { Sentence } from "@studies/define-study";
import { isSmallSample } from "@studies/words/small-sample";
import { capital, count, fitting, list, none, percent, probability, signedPercent } from "@studies/words/words";
import { planWords, type PlanAsked } from "./plan-params";
import type { AsRead, TradeRecord } from "./statistics";

interface Read extends PlanAsked {
  readonly sentence: string;
  readonly rows: readonly { readonly name: string }[];
  readonly instruments: number;
  readonly lacking: readonly string[];
  readonly record: TradeRecord;
  readonly asRead: AsRead;
  readonly open: readonly unknown[];
}

/** What a question to history answers: how often, against how often otherwise, how much each way, and the worst. */
export function precedentSentences(r: Read): Sentence[] {
  const { record } = r;
  const lacking = r.lacking.slice(0, 2).map((text): Sentence => [text]);
  const names = namesOf(r);
  if (r.sentence === "always") return [[`Say a situation, and read what has followed it for ${names}.`], ...lacking];
  if (record.n === 0) {
    const waiting =
      r.open.length > 0 ? `; ${count(r.open.length, "occurrence")} ${r.open.length === 1 ? "is" : "are"} still open` : "";
    return [...lacking, [`There has been no finished occurrence of this for ${names}${waiting}.`]];
  }
  const interval = ` (95% interval ${percent(record.low, 0)} to ${percent(record.high, 0)}), against `;
  const sentences: Sentence[] = [
    ...lacking,
    [
      `${capital(planWords(r))}, ${names} `,
      ...wonIn(record.wins, record.n),
      interval,
      { figure: percent(record.baseWinRate, 0) },
      " of all sessions.",
    ],
    [
      "On average ",
      { figure: signedPercent(record.mean) },
      ` against ${signedPercent(record.baseMean)}`,
      ...(Number.isNaN(record.p) ? [] : [` (p ${probability(record.p)})`]),
      `; the worst ${signedPercent(record.worst)}.`,
    ],
    ...(isSmallSample(record.n) ? [[`With only ${count(record.n, "case")} this says little.`]] : []),
    ...(r.asRead.n >= 10
      ? [
          [
            `Asked at its earlier occurrences, the sign of the edge was right afterwards in ${r.asRead.hits} of ${r.asRead.n} cases (${percent(r.asRead.low, 0)} to ${percent(r.asRead.high, 0)}).`,
          ],
        ]
      : []),
  ];
  return fitting(sentences);
}

/** "won in 68% of 34 cases"; few are counted out. */
function wonIn(wins: number, n: number): Sentence {
  if (n === 1) return [{ figure: wins === 1 ? "won" : "lost" }, " in the only case"];
  if (isSmallSample(n)) return ["won in ", { figure: `${none(wins)} of ${n}` }, " cases"];
  return ["won in ", { figure: percent(wins / n, 0) }, ` of ${count(n, "case")}`];
}

function namesOf({ rows, instruments }: Pick<Read, "rows" | "instruments">): string {
  if (rows.length === 0) return `the ${instruments.toLocaleString("en-GB")} instruments`;
  const names = rows.map((row) => row.name);
  return names.length <= 3 ? list(names) : `${list(names.slice(0, 2)).replace(" and ", ", ")} and ${names.length - 2} more`;
}
