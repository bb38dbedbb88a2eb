import { findEpochDay, firstFrom, usualMove } from "@core";
import { z } from "zod";
import { dayParam } from "@studies/day-param";
import { defineStudy } from "@studies/define-study";
import { jsonText } from "@studies/json-text";
import { cellText, tableOf, type Column, type Unit } from "@studies/table";
import { capital, count, date, none } from "@studies/words/words";
import { trackedFigures } from "./tracked-figures";

/** A figure now and at an earlier session. */
export interface FigureChange {
  readonly name: string;
  readonly unit: Unit;
  readonly was: number;
  readonly now: number;
  /** What four of five of its moves over as many sessions stay within; NaN where too little is known. */
  readonly usual: number;
  /** Whether it moved further than that. */
  readonly isChanged: boolean;
}

const COLUMNS: readonly Column<FigureChange>[] = [
  { key: "figure", label: "figure", unit: "text", value: (r) => r.name },
  { key: "was", label: "was", unit: "number", value: (r) => r.was },
  { key: "now", label: "now", unit: "number", value: (r) => r.now },
  {
    key: "usual",
    label: "usual move",
    unit: "number",
    about: "Four of five moves over as long stay within it",
    value: (r) => r.usual,
  },
  { key: "changed", label: "changed", unit: "text", value: (r) => (r.isChanged ? "yes" : "no") },
];

/** What has become of the figures of another study since an earlier session. */
export const partChanges = defineStudy({
  name: "part-changes",
  about:
    "Figures of another study now and at an earlier session, and whether they moved further than they usually do over as long.",
  params: z.object({
    of: z.string().min(1).max(60).describe("name of the study"),
    params: jsonText(z.record(z.string(), z.unknown()), 400_000).prefault("{}").describe("its parameters as JSON"),
    since: dayParam.describe("date of the earlier session"),
  }),
  cost: "heavy",
  examples: [
    { of: "breadth", since: "2024-01-02" },
    { of: "breadth", params: '{"average":"sma","group":"sector:$sector"}', since: "2023-06-01" },
    { of: "today", since: "2024-02-01" },
    { of: "timing", since: "2100-01-01" },
    { of: "chart", params: '{"ticker":"$stock"}', since: "2023-12-01" },
    { of: "key-levels", params: '{"for":"WORLD"}', since: "2023-12-01" },
    { of: "scan", since: "2023-12-01" },
  ],
  ask(market, params) {
    const { sessions, t, asOf } = market;
    // The last session on or before the day.
    const u = Math.min(t, firstFrom(sessions, findEpochDay(params.since) + 1) - 1);
    const span = t - u;
    const figures =
      u < 0 || span < 1
        ? []
        : trackedFigures(market, params.of, params.params).map(({ name, unit, values }): FigureChange => {
            const [was, now, usual] = [values[u]!, values[t]!, usualMove(values, span, t)];
            return { name, unit, was, now, usual, isChanged: Math.abs(now - was) > usual };
          });
    return { asOf, since: sessions[u] ?? NaN, span: Math.max(0, span), of: params.of, figures };
  },
  reading(r) {
    const changed = r.figures.filter((one) => one.isChanged);
    const [only, ...more] = r.figures;
    if (!only) return [[`Nothing is tracked of “${r.of}” over that span.`]];
    const span = count(r.span, "session");
    const wasAndIs = ({ unit, was, now }: FigureChange) => `was ${cellText(unit, was)} and is ${cellText(unit, now)}`;
    if (more.length === 0)
      return [
        [
          capital(only.name),
          " moved ",
          { figure: only.isChanged ? "further" : "no further" },
          ` since ${date(r.since)} than it usually does in ${span}: it ${wasAndIs(only)}.`,
        ],
      ];
    return [
      [
        { figure: capital(none(changed.length)) },
        ` of ${count(r.figures.length, "figure")} moved further since ${date(r.since)} than they usually do in ${span}`,
        ...changed.slice(0, 2).flatMap((one, k) => [k === 0 ? ": " : "; ", `${one.name} ${wasAndIs(one)}`]),
        ".",
      ],
    ];
  },
  table: (r) => tableOf(COLUMNS, r.figures),
});
