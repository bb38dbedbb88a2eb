import { benchmarkReturn, isoDate } from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import { tableOfColumns } from "@studies/table";
import { count, none, percent, signedPercent } from "@studies/words/words";
import { selectedAt, universeAt } from "./scan-at";
import { trialBenchmark } from "./trial-benchmark";
import { STRONGEST } from "./ready-scans";
import { dayParam, daysAsked } from "@studies/day-param";
import { purchaseParams, scanText } from "./trial-params";
import { againstZero, intervalWords, scanWords } from "./trial-words";
import {
  boughtWeeks,
  weeklyRecord,
  weeksByRegime,
  weeksByYear,
  weeksHeld,
  type WeeklyRecord,
  type WeeksAlike,
} from "./weekly-record";
import { lineOf, panesPicture } from "@studies/pictures/picture-parts";

/** What a scan would have made had it been bought after every week of a span. */
export const walkForward = defineStudy({
  name: "walk-forward",
  about:
    "What the top of a scan made when bought after every week of a span: net over a benchmark and gross over all members at the same moments, each with its interval, by year and by regime.",
  params: z.object({
    scan: scanText.prefault(STRONGEST).describe("the scan as JSON: name, when, for, rank, order"),
    ...purchaseParams,
    from: dayParam.optional().describe("first date of a selection"),
    to: dayParam.optional().describe("last one"),
  }),
  cost: "long",
  examples: [
    {},
    {
      scan: '{"name":"Weak","when":{"left":{"measure":"rsi","params":{"n":14}},"comparator":"below","right":45},"for":"sector:$sector","rank":"return_21","order":"lowest"}',
      ...{ hold: 21, top: 3, bench: "WORLD", from: "2002-01-01" },
    },
    {
      top: 0,
      hold: 3,
      cost: 0,
      to: "2003-03-01",
      scan: '{"name":"Up","when":{"left":{"measure":"up closes"},"comparator":"at least","right":3}}',
    },
  ],
  ask(market, params, tell) {
    const benchmark = trialBenchmark(market, params.bench);
    if (!benchmark) return undefined;
    const { hold } = params;
    const weeks = weeksHeld(market, hold, daysAsked(params));
    const universe = universeAt(market, params.scan.for, weeks);
    const { at, bought, gross, beyond } = boughtWeeks(universe, selectedAt(universe, params.scan, params.top, tell), hold);
    const net = gross.map((x) => x - (2 * params.cost) / 10_000);
    const against = Float64Array.from(at, (s) => benchmarkReturn(benchmark, s, s + 1 + hold));
    const excess = net.map((x, j) => x - against[j]!);
    const parts = (alike: readonly WeeksAlike[]) =>
      alike.map(({ name, places: own }) => ({
        name,
        excess: weeklyRecord(
          Float64Array.from(own, (j) => excess[j]!),
          hold,
        ),
        beyond: weeklyRecord(
          Float64Array.from(own, (j) => beyond[j]!),
          hold,
        ),
      }));
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      name: params.scan.name,
      sentence: scanWords(params.scan, params.top),
      universe: universe.name,
      benchmark: benchmark.name,
      top: params.top,
      hold,
      cost: params.cost,
      /** Weeks in which nothing passed or could be bought. */
      empty: weeks.length - at.length,
      cases: bought.reduce((sum, n) => sum + n, 0),
      days: Int32Array.from(at, (s) => market.sessions[s]!),
      bought,
      net,
      against,
      excess,
      beyond,
      records: { excess: weeklyRecord(excess, hold), beyond: weeklyRecord(beyond, hold), net: weeklyRecord(net, hold) },
      years: parts(weeksByYear(market, at)),
      regimes: parts(weeksByRegime(market, at)),
    };
  },
  reading: (r): Sentence[] => (r ? readingOf(r) : []),
  table: (r) =>
    tableOfColumns([
      ["selected on", "selected on", "text", Array.from(r?.days ?? [], isoDate)],
      ["bought", "bought", "count", r?.bought ?? []],
      ["net", "net", "change", r?.net ?? []],
      ["benchmark", "benchmark", "change", r?.against ?? []],
      ["excess", "excess", "change", r?.excess ?? []],
      ["beyond members", "beyond members", "change", r?.beyond ?? []],
    ]),
  pictures: {
    weeks: {
      name: "The excess of each week, added up",
      draw: (r) => {
        if (!r || r.days.length === 0) return undefined;
        let sum = 0;
        const added = r.excess.map((x) => (sum += 100 * (Number.isNaN(x) ? 0 : x)));
        return panesPicture(r.days, [
          { share: 1, unit: "percent", lines: [lineOf("excess added up", added, "indigo", { width: 1.4 })] },
        ]);
      },
    },
  },
});

interface Told {
  readonly name: string;
  readonly top: number;
  readonly hold: number;
  readonly benchmark: string;
  readonly records: { readonly excess: WeeklyRecord; readonly beyond: WeeklyRecord };
  readonly years: readonly { readonly beyond: WeeklyRecord }[];
}

function readingOf({ name, top, hold, benchmark, records, years }: Told): Sentence[] {
  const { excess, beyond } = records;
  if (excess.weeks === 0) return [["No week has been selected from yet whose hold is over."]];
  const less = years.filter((y) => y.beyond.mean < 0).length;
  const judged = againstZero(beyond.interval);
  return [
    [
      `Bought after each of ${count(excess.weeks, "week")} and ${hold === 0 ? "sold the same day" : `held ${count(hold, "session")}`}, ${top === 0 ? "all that pass" : `the top ${top} of`} “${name}” made `,
      { figure: signedPercent(excess.mean, 2) },
      ` a hold against ${benchmark} after cost (${intervalWords(excess.interval, 2)}), ahead in ${percent(excess.ahead, 0)} of them.`,
    ],
    [
      "Against all members at the same moments, before cost, it was ",
      { figure: signedPercent(beyond.mean, 2) },
      ` (${intervalWords(beyond.interval, 2)})${judged === "" ? "" : `: ${judged}`}`,
      ...(years.length > 1 ? [`; less than theirs in ${none(less)} of ${years.length} years`] : []),
      ".",
    ],
  ];
}
