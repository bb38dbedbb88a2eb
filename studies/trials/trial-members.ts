import { findEpochDay, isoDate } from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import { tableOf, type Column } from "@studies/table";
import { count, date, none, signedPercent } from "@studies/words/words";
import { selectedAt, universeAt } from "./scan-at";
import { trialAt } from "./trial-at";
import { trialBenchmark } from "./trial-benchmark";
import { STRONGEST } from "./ready-scans";
import { dayParam } from "@studies/day-param";
import { exitWords, purchaseParams, scanText, untilParam, weighParam } from "./trial-params";
import { scanWords } from "./trial-words";

/** One of those that a scan selected on a session, and what came of it. */
export interface TrialMember {
  readonly ticker: string;
  readonly name: string;
  readonly sector: string;
  /** What became of it: bought, or not for want of an open. */
  readonly state: "bought" | "not bought";
  readonly weight: number;
  readonly entryPrice: number;
  readonly exitPrice: number;
  /** Day of its sale, or of its last close so far. */
  readonly sold: number;
  /** Sold before the exit, since it had no bar then. */
  readonly early: boolean;
  readonly gross: number;
  /** Gross less the benchmark over the whole trial. */
  readonly ahead: number;
}

const COLUMNS: readonly Column<TrialMember>[] = [
  { key: "ticker", label: "ticker", unit: "text", value: (r) => r.ticker },
  { key: "name", label: "name", unit: "text", value: (r) => r.name },
  { key: "sector", label: "sector", unit: "text", value: (r) => r.sector },
  { key: "state", label: "state", unit: "text", value: (r) => r.state },
  { key: "weight", label: "weight", unit: "fraction", value: (r) => r.weight },
  { key: "entry", label: "entry", unit: "price", value: (r) => r.entryPrice },
  { key: "exit", label: "exit", unit: "price", value: (r) => r.exitPrice },
  { key: "sold", label: "sold", unit: "text", value: (r) => (Number.isNaN(r.sold) ? "" : isoDate(r.sold)) },
  { key: "early", label: "sold early", unit: "text", value: (r) => (r.early ? "yes" : "") },
  { key: "gross", label: "gross", unit: "change", value: (r) => r.gross },
  { key: "ahead", label: "ahead of the benchmark", unit: "change", value: (r) => r.ahead },
];

/** Whom a scan bought after one session, winners and losers. */
export const trialMembers = defineStudy({
  name: "trial-members",
  about:
    "Whom a scan bought at the open after one session: weights, prices, what each made until the exit, and what left the market on the way.",
  params: z.object({
    scan: scanText.prefault(STRONGEST).describe("the scan as JSON: name, when, for, rank, order"),
    on: dayParam.optional().describe("date of the selection [a year before the as-of date]"),
    ...purchaseParams,
    until: untilParam,
    weigh: weighParam,
  }),
  cost: "heavy",
  examples: [
    {},
    {
      on: "2003-03-07",
      hold: 21,
      top: 4,
      weigh: "volatility",
      scan: '{"name":"Weak","rank":"return_21","order":"lowest","for":"sector:$sector"}',
    },
  ],
  ask(market, params) {
    const benchmark = trialBenchmark(market, params.bench);
    const day = params.on === undefined ? market.asOf - 365 : findEpochDay(params.on);
    const t = day > market.asOf ? -1 : market.sessions.findLastIndex((own) => own <= day);
    if (!benchmark || t < 0) return undefined;
    const universe = universeAt(market, params.scan.for, Int32Array.of(t));
    const [places = []] = selectedAt(universe, params.scan, params.top);
    const trial = trialAt(market, { universe, places, t, benchmark }, params);
    const bought = new Map(trial.purchases.map((p) => [p.place, p]));
    const members = places.map((i, place): TrialMember => {
      const { ticker, name, sector } = universe.candidates[i]!.instrument;
      const own = bought.get(place);
      return {
        ...{ ticker, name, sector: sector ?? "" },
        state: own ? "bought" : "not bought",
        weight: own?.weight ?? NaN,
        entryPrice: own?.entryPrice ?? NaN,
        exitPrice: own?.exitPrice ?? NaN,
        sold: own ? market.sessions[own.sold]! : NaN,
        early: own !== undefined && own.sold < trial.exit,
        gross: own?.gross ?? NaN,
        ahead: own ? own.gross - trial.benchmark : NaN,
      };
    });
    return {
      asOf: market.asOf,
      name: params.scan.name,
      sentence: scanWords(params.scan, params.top),
      universe: universe.name,
      benchmark: benchmark.name,
      exitWords: exitWords(params),
      day: market.sessions[t]!,
      entered: market.sessions[trial.entered] ?? NaN,
      exit: trial.state === "waiting" ? NaN : market.sessions[trial.exit]!,
      state: trial.state,
      net: trial.net,
      gross: trial.gross,
      made: trial.benchmark,
      excess: trial.excess,
      annualised: trial.annualised,
      held: trial.exit - trial.entered,
      /** The best first; those that were not bought last. */
      members: members.sort((a, b) => (Number.isNaN(b.gross) ? -1 : Number.isNaN(a.gross) ? 1 : b.gross - a.gross)),
    };
  },
  reading: (r): Sentence[] => (r ? readingOf(r) : []),
  table: (r) => tableOf(COLUMNS, r?.members ?? []),
});

interface Told {
  readonly name: string;
  readonly day: number;
  readonly state: string;
  readonly net: number;
  readonly excess: number;
  readonly benchmark: string;
  readonly members: readonly TrialMember[];
}

function readingOf({ name, day, state, net, excess, benchmark, members }: Told): Sentence[] {
  const bought = members.filter((m) => m.state === "bought");
  if (state === "waiting")
    return [[`“${name}” selected ${count(members.length, "instrument")} on ${date(day)}; they are bought at the next open.`]];
  if (bought.length === 0) return [[`“${name}” could buy nothing after ${date(day)}.`]];
  const losers = bought.filter((m) => m.gross < 0);
  const [best, worst] = [bought[0]!, bought.at(-1)!];
  const gone = bought.filter((m) => m.early);
  return [
    [
      `“${name}” bought ${bought.length} after ${date(day)} and ${state === "finished" ? "made" : "has made so far"} `,
      { figure: signedPercent(net) },
      ` after cost, ${signedPercent(excess)} against ${benchmark}; `,
      { figure: none(losers.length) },
      ` of them lost, from ${best.name} ${signedPercent(best.gross)} down to ${worst.name} ${signedPercent(worst.gross)}${gone.length === 0 ? "" : `; ${gone.length} had left or stopped trading before the exit`}.`,
    ],
  ];
}
