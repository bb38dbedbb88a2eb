import {
  blockInterval,
  blockOfWeeks,
  isoDate,
  mean,
  median,
  resultsOf,
  samplesOf,
  scanHits,
  scanSelections,
  withoutOff,
  yearOf,
  type Selection,
  type TradePlan,
} from "@core";
import { z } from "zod";
import { regimeColumns } from "@studies/columns/regime";
import { ruleText } from "@studies/conditions/rule-schema";
import { defineStudy, type Sentence } from "@studies/define-study";
import { tableOfColumns } from "@studies/table";
import { count, none, signedPercent } from "@studies/words/words";
import { universeOf } from "./universe";

/** How many of a universe have passed a scan on each session, and what they made beyond the rest of it. */
export const hitsOfScan = defineStudy({
  name: "scan-hits",
  about:
    "How many members of a dated universe passed a rule on each past session, and what those that passed at week ends made over the next sessions beyond all members, with its interval, by year and in regimes like this one.",
  params: z.object({
    when: ruleText.default({ all: [] }).describe("the rule, as JSON or its sentence"),
    for: z.string().max(4000).default("").describe("key of a group, funds or indexes [all members of the market]"),
    hold: z.coerce.number().int().min(1).max(252).default(21).describe("sessions held, from the next open"),
  }),
  cost: "heavy",
  examples: [
    { when: "its close is above its 50-session simple average and its RSI(5) is below 40 within the last 5 sessions" },
    { when: "its return over 21 sessions is above 10%", for: "sector:$sector", hold: 5 },
  ],
  ask(market, params) {
    const rule = withoutOff(params.when);
    const plan: TradePlan = { entry: "next open", hold: params.hold, exit: "close", side: 1, costBp: 0 };
    const instruments = universeOf(market, params.for)
      .ever()
      .map(({ conditions, runs }) => ({
        runs,
        truth: conditions.truth(rule, "close"),
        results: resultsOf(conditions.series.bars, plan),
      }));
    const { passed, members } = scanHits(instruments, market.t + 1);
    const weeks = samplesOf(market.sessions, market.t, "weekly");
    const over = weeks.inProgress ? weeks.sessions.subarray(0, -1) : weeks.sessions;
    const selections = scanSelections(instruments, over);
    const directions = market.perSession(regimeColumns);
    const isLikeNow = ({ session }: Selection) =>
      directions.direction[market.t]! >= 0 &&
      directions.direction[session] === directions.direction[market.t] &&
      directions.volatility[session] === directions.volatility[market.t];
    const first = members.findIndex((n) => n > 0);
    const now = passed[market.t]!;
    const since = passed.subarray(Math.max(0, first));
    return {
      asOf: market.asOf,
      hold: params.hold,
      days: market.sessions,
      passed,
      members,
      now,
      /** Share of the sessions since there were members on which fewer passed. */
      fewer: since.length === 0 ? NaN : since.filter((n) => n < now).length / since.length,
      record: recordOf(selections, params.hold),
      likeNow: recordOf(selections.filter(isLikeNow), params.hold),
      years: yearsOf(selections, market.sessions, params.hold),
    };
  },
  reading: (r) => readingOf(r),
  table: (r) =>
    tableOfColumns([
      ["session", "session", "text", Array.from(r.days, isoDate)],
      ["passed", "passed", "count", r.passed],
      ["members", "members", "count", r.members],
    ]),
});

/** What the selections of some weeks made beyond all members at the same moments. */
export interface HitsRecord {
  /** Weeks, and purchases on them. */
  readonly weeks: number;
  readonly cases: number;
  /** Of the weekly excess: its mean with the interval, its median, and the share of weeks above 0. */
  readonly mean: number;
  readonly interval: readonly [number, number];
  readonly median: number;
  readonly ahead: number;
}

function recordOf(selections: readonly Selection[], hold: number): HitsRecord {
  const excess = Float64Array.from(selections, (s) => s.made - s.base);
  const n = excess.length;
  return {
    weeks: n,
    cases: selections.reduce((sum, s) => sum + s.bought, 0),
    mean: n === 0 ? NaN : mean(excess),
    interval: blockInterval(excess, blockOfWeeks(hold)),
    median: n === 0 ? NaN : median(excess),
    ahead: n === 0 ? NaN : excess.filter((x) => x > 0).length / n,
  };
}

function yearsOf(selections: readonly Selection[], days: Int32Array, hold: number) {
  const years = [...new Set(selections.map((s) => yearOf(days[s.session]!)))];
  return years.map((year) => ({
    year,
    ...recordOf(
      selections.filter((s) => yearOf(days[s.session]!) === year),
      hold,
    ),
  }));
}

interface Told {
  readonly hold: number;
  readonly record: HitsRecord;
  readonly years: readonly HitsRecord[];
}

function readingOf({ hold, record, years }: Told): Sentence[] {
  const { weeks, mean: made, interval, cases } = record;
  if (weeks === 0) return [["No week has been selected from yet whose hold is over."]];
  const less = years.filter((y) => y.mean < 0).length;
  const ends = interval.some(Number.isNaN)
    ? `, of ${count(weeks, "week")} too few for an interval`
    : ` (95% interval ${signedPercent(interval[0])} to ${signedPercent(interval[1])})`;
  return [
    [
      `At the end of ${count(weeks, "week")} those that passed made `,
      { figure: signedPercent(made) },
      ` over the next ${count(hold, "session")} beyond all members${ends}, in ${cases.toLocaleString("en-GB")} ${cases === 1 ? "case" : "cases"}`,
      ...(years.length > 1 ? ["; in ", { figure: `${none(less)} of ${years.length}` }, " years they made less"] : []),
      ".",
    ],
  ];
}
