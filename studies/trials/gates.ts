import { z } from "zod";
import { rankingParam } from "@studies/conditions/measure-param";
import { rankingOfText } from "@studies/conditions/measure-text";
import { defineStudy, type Sentence } from "@studies/define-study";
import { rankingWords } from "@studies/scans/scan-columns";
import { tableOf } from "@studies/table";
import { count, signedPercent } from "@studies/words/words";
import { gateAt, gateSchema, gateWords, type GateAt } from "./gate";
import { GATE_COLUMNS, type NamedGatesRow } from "./gate-columns";
import { gateRows, type GateAdds } from "./gate-rows";
import { READY_GATES } from "./ready-gates";
import { ranksAt, universeAt, type UniverseAt } from "./scan-at";
import { trialBenchmark } from "./trial-benchmark";
import { dayParam, daysAsked } from "@studies/day-param";
import { jsonText } from "@studies/json-text";
import { purchaseParams, universeParam } from "./trial-params";
import { intervalWords } from "./trial-words";
import { weeksHeld } from "./weekly-record";

const MOST_GATES = 6;

/** What each of some gates adds to buying week by week. */
export const gates = defineStudy({
  name: "gates",
  about:
    "What buying every week would have made without gates, through each alone and through all in their order: excess with its interval, weeks invested, and the paired difference that each gate makes.",
  params: z.object({
    gate: z
      .array(jsonText(gateSchema, 20_000))
      .max(MOST_GATES)
      .default(READY_GATES.map(({ level, when }) => ({ level, when })))
      .describe("each gate as JSON: level (market, sector, industry, stock), when (its rule)"),
    for: universeParam.describe("key of a group, funds or indexes [all members of the market]"),
    rank: rankingParam.default("strength").describe("by what the first are taken, where a number is asked"),
    order: z.enum(["highest", "lowest"]).default("highest"),
    ...purchaseParams,
    top: purchaseParams.top.default(0),
    hold: purchaseParams.hold.default(5),
    from: dayParam.optional().describe("first date of a selection"),
    to: dayParam.optional().describe("last one"),
  }),
  cost: "long",
  examples: [
    {},
    {
      gate: [
        '{"level":"sector","when":{"left":{"measure":"return","params":{"n":63}},"comparator":"above","right":0}}',
        '{"level":"market","when":{"left":{"measure":"pressure"},"comparator":"above","right":-20}}',
        '{"level":"stock","when":{"left":{"measure":"rsi","params":{"n":14}},"comparator":"below","right":60}}',
      ],
      ...{ top: 5, rank: "return_21", hold: 10, bench: "WORLD", from: "2002-01-01", to: "2003-06-01" },
    },
    { gate: [], for: "sector:$sector", cost: 0 },
  ],
  ask(market, params, tell) {
    const benchmark = trialBenchmark(market, params.bench);
    if (!benchmark) return undefined;
    const { hold, gate: asked } = params;
    const all = weeksHeld(market, hold, daysAsked(params));
    const ranksOf = (universe: UniverseAt) => (params.top === 0 ? undefined : ranksAt(universe, params.rank));
    const gatesOf = (universe: UniverseAt) =>
      asked.map((one, g) => {
        tell?.(g / (2 * asked.length));
        return gateAt(market, one, universe);
      });
    const whole = universeAt(market, params.for, all);
    const weeks = all.subarray(firstKnown(whole, gatesOf(whole), ranksOf(whole)));
    const universe = universeAt(market, params.for, weeks);
    const ranks = ranksOf(universe);
    const days = Int32Array.from(weeks, (s) => market.sessions[s]!);
    const words = asked.map(gateWords);
    const rows = gateRows(universe, gatesOf(universe), {
      gates: asked,
      ranked: ranks && { values: ranks, most: params.top, order: params.order },
      ...{ hold, costBp: params.cost, benchmark, days },
      tell:
        tell &&
        ((share) => {
          tell(0.5 + 0.5 * share);
        }),
    });
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      universe: universe.name,
      benchmark: benchmark.name,
      top: params.top,
      ranking: params.top === 0 ? "" : `${params.order} ${rankingWords(rankingOfText(params.rank))}`,
      hold,
      cost: params.cost,
      gates: asked.map(({ level }, g) => ({ level, words: words[g]! })),
      weeks: weeks.length,
      /** First and last day of a selection. */
      span: [days[0] ?? NaN, days.at(-1) ?? NaN] as const,
      rows: rows.map((row): NamedGatesRow => ({ ...row, label: labelOf(row.gates, words) })),
    };
  },
  reading: (r): Sentence[] => (r ? readingOf(r) : []),
  table: (r) => tableOf(GATE_COLUMNS, r?.rows ?? []),
});

/** The first week in which the ranking and every gate is known of at least one member (method 12, R43). */
function firstKnown({ members, at }: UniverseAt, found: readonly GateAt[], ranks: readonly Float64Array[] | undefined): number {
  const isKnown = (k: number) =>
    found.every(({ known }) => known[k] === 1) &&
    members.some((own, i) => own[k] === 1 && (!ranks || ranks[i]![k] === ranks[i]![k]));
  let first = 0;
  while (first < at.length && !isKnown(first)) first++;
  return first;
}

function labelOf(places: readonly number[], words: readonly string[]): string {
  if (places.length === 0) return "no gate";
  return places.map((g) => words[g]!).join("; ");
}

interface Told {
  readonly benchmark: string;
  readonly hold: number;
  readonly weeks: number;
  readonly gates: readonly { readonly words: string }[];
  readonly rows: readonly NamedGatesRow[];
}

function readingOf({ benchmark, hold, weeks, gates: asked, rows }: Told): Sentence[] {
  const none = rows[0]!;
  if (weeks === 0) return [["There is no week yet for which every gate is known and whose hold is over."]];
  if (asked.length === 0)
    return [
      [
        `Without a gate ${count(weeks, "week")} made `,
        { figure: signedPercent(none.excess.mean, 2) },
        ` a hold against ${benchmark} after cost; add a gate to see what it adds.`,
      ],
    ];
  const all = rows.at(-1)!;
  const alone = rows.filter((row) => row.kind === "alone");
  const told = alone.filter(({ adds }) => adds && judged(adds) !== 0);
  const through = asked.length === 1 ? "the gate" : `all ${asked.length} gates`;
  return [
    [
      `Going through ${through} made `,
      { figure: signedPercent(all.excess.mean, 2) },
      ` a ${hold}-session hold against ${benchmark} after cost (${intervalWords(all.excess.interval, 2)}); without gates it was ${signedPercent(none.excess.mean, 2)}.`,
    ],
    told.length === 0
      ? [
          asked.length === 1
            ? "What it adds is no more than chance explains."
            : "Taken alone, none of the gates adds or takes more than chance explains.",
        ]
      : told.flatMap(({ gates: [g = 0], adds }, k) => [
          `${k === 0 ? "Taken alone, " : "; "}“${asked[g]!.words}” ${judged(adds!) > 0 ? "adds" : "takes"} `,
          { figure: signedPercent(adds!.parts?.timing ?? adds!.mean, 2) },
          `${adds!.parts ? " by its timing" : ""} (${intervalWords(adds!.interval, 2)})${k === told.length - 1 ? "." : ""}`,
        ]),
  ];
}

/** Which way an interval lies of zero: 1 above, -1 below, 0 around it, or there is none. */
function judged({ interval: [low, high] }: GateAdds): -1 | 0 | 1 {
  return low > 0 ? 1 : high < 0 ? -1 : 0;
}
