import { isoDate, scanHits, selections, withoutOff } from "@core";
import { z } from "zod";
import { regimeColumns } from "@studies/columns/regime";
import { ruleText } from "@studies/conditions/rule-schema";
import { defineStudy, type Sentence } from "@studies/define-study";
import { tableOfColumns } from "@studies/table";
import { truthRow, universeAt } from "@studies/trials/scan-at";
import { boughtWeeks, weeklyRecord, weeksByYear, weeksHeld, type WeeklyRecord } from "@studies/trials/weekly-record";
import { count, none, signedPercent } from "@studies/words/words";

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
    const { hold } = params;
    const weeks = weeksHeld(market, hold, { from: -Infinity, to: Infinity });
    const universe = universeAt(market, params.for, weeks);
    const rule = withoutOff(params.when);
    const truths = universe.candidates.map(({ conditions }) => conditions.truth(rule, "close"));
    const { passed, members } = scanHits(
      universe.candidates.map(({ runs }, i) => ({ runs, truth: truths[i]! })),
      market.t + 1,
    );
    const passes = truths.map((truth) => truthRow(truth, weeks));
    const selected = selections(weeks.length, { members: universe.members, passes });
    const { at, bought, beyond } = boughtWeeks(universe, selected, hold);
    const recordOf = (places: readonly number[]): HitsRecord => ({
      ...weeklyRecord(
        Float64Array.from(places, (j) => beyond[j]!),
        hold,
      ),
      cases: places.reduce((sum, j) => sum + bought[j]!, 0),
    });
    const { direction, volatility } = market.perSession(regimeColumns);
    const isLikeNow = (s: number) =>
      direction[market.t]! >= 0 && direction[s] === direction[market.t] && volatility[s] === volatility[market.t];
    const first = members.findIndex((n) => n > 0);
    const now = passed[market.t]!;
    const since = passed.subarray(Math.max(0, first));
    const all = Array.from(at.keys());
    return {
      asOf: market.asOf,
      hold,
      days: market.sessions,
      passed,
      members,
      now,
      /** Share of the sessions since there were members on which fewer passed. */
      fewer: since.length === 0 ? NaN : since.filter((n) => n < now).length / since.length,
      record: recordOf(all),
      likeNow: recordOf(all.filter((j) => isLikeNow(at[j]!))),
      years: weeksByYear(market, at).map(({ name, places }) => ({ year: name, ...recordOf(places) })),
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

/** What those that passed in some weeks made beyond all members at the same moments, with the purchases of these weeks. */
export interface HitsRecord extends WeeklyRecord {
  readonly cases: number;
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
