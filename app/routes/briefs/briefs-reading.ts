import type { Sentence } from "@studies/define-study";
import { clipped, count, date } from "@studies/words/words";
import type { BriefRow } from "./briefs-table";

/** How many there are and the last of them, or how many have what is searched for. */
export function briefsReading(rows: readonly BriefRow[], all: number, search: string): Sentence[] {
  if (all === 0) return [["No brief was written for this market yet."]];
  if (search !== "")
    return [
      [
        { figure: rows.length === 0 ? "None" : String(rows.length) },
        ` of ${count(all, "brief")} ${rows.length === 1 ? "has" : "have"} “${clipped(search, 40)}” in it.`,
      ],
    ];
  const [last] = rows;
  return [
    [
      { figure: count(all, "brief") },
      ` ${all === 1 ? "was" : "were"} written for this market, the last one for ${date(last!.asOf)}`,
      last!.title === "" ? "." : `: ${clipped(last!.title, 90)}.`,
    ],
  ];
}
