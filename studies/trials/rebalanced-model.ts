import {
  benchmarkEntry,
  chosenAt,
  deepestFall,
  findEpochDay,
  isAbove,
  periodEnds,
  PERIODS,
  rebalancedModel,
  topPlaces,
  yearOf,
  type PortfolioCourse,
} from "@core";
import { z } from "zod";
import { measureParam } from "@studies/conditions/measure-param";
import { measureOfText } from "@studies/conditions/measure-text";
import { defineStudy, type Sentence } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { rankingWords } from "@studies/scans/scan-columns";
import { widestIndex } from "@studies/sets/own-index";
import type { PeerSet } from "@studies/sets/peer-names";
import { peersOf } from "@studies/sets/peer-set";
import { tableOf } from "@studies/table";
import { HOLDING_COLUMNS, type HoldingRow, type ModelYear } from "./model-columns";
import { COMBINED, modelMembers, type NamedMember } from "./model-members";
import { modelSentences } from "./model-sentences";
import { MODEL_SETS } from "./model-sets";
import { trialBenchmark } from "./trial-benchmark";
import { dayParam, purchaseParams } from "./trial-params";

/** A model that holds the leaders of a set, rebalanced at each period's end. */
export const model = defineStudy({
  name: "rebalanced-model",
  about:
    "A model that holds the top n of a set by a measure, of those above their own average, rebalanced each week, month or quarter: what it holds and would hold now, value against a benchmark and the equal-weighted set.",
  params: z.object({
    set: z.enum(MODEL_SETS).default("stock").describe("whose members it holds"),
    in: z.string().max(4000).optional().describe("key of a group within which they are, such as a focus or a list"),
    by: z
      .union([z.literal(COMBINED), measureParam])
      .default(COMBINED)
      .describe("combined return, or a measure such as return_63"),
    order: z.enum(["highest", "lowest"]).default("highest"),
    slots: z.coerce.number().int().min(1).max(50).default(5).describe("how many it holds"),
    average: z.coerce
      .number()
      .int()
      .min(0)
      .max(400)
      .default(84)
      .describe("closes of its own average that each must be above; 0 for none"),
    period: z.enum(PERIODS).default("month"),
    cost: purchaseParams.cost,
    bench: purchaseParams.bench,
    from: dayParam.optional().describe("first date of a rebalancing"),
  }),
  cost: "heavy",
  examples: [
    {},
    { set: "world", slots: 3, period: "week", average: 0 },
    { set: "stock", in: "sector:$sector", by: "return_21", order: "lowest", slots: 4, period: "quarter", from: "2002-01-01" },
    { set: "fund", by: "historical volatility_63", order: "lowest", average: 50, bench: "WORLD" },
  ],
  ask(market, params) {
    const benchmark = trialBenchmark(market, benchFor(market, params.set, params.bench));
    if (!benchmark) return undefined;
    const { sessions, t } = market;
    const from = params.from === undefined ? -Infinity : findEpochDay(params.from);
    const ends = periodEnds(sessions, params.period);
    const over = ends.over.filter((s) => sessions[s]! >= from);
    const carriedOut = over.filter((s) => s < t);
    // The last is what it would hold were it rebalanced at this close.
    const rankings = Int32Array.of(...carriedOut, t);
    const peers = peersOf(market, { set: params.set, ...(params.in === undefined ? {} : { in: params.in }) });
    const members = modelMembers(market, peers, { by: params.by, average: params.average, rankings });
    const plan = { most: params.slots, order: params.order, costBp: params.cost };
    const { course, chosen, equal } = rebalancedModel(members, carriedOut, plan, t);
    const wouldHold = chosenAt(members, rankings, carriedOut.length, plan);
    const holdings = holdingRows(members, { course, chosen, wouldHold, rankings, t, order: params.order });
    const entry = course.from < 0 ? NaN : benchmarkEntry(benchmark, course.from - 1);
    const against = course.value.map((_, k) => (100 * benchmark.close[course.from + k]!) / entry);
    const begun = carriedOut.findIndex((s) => s + 1 === course.from);
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      set: params.set,
      in: params.in ?? "",
      slots: params.slots,
      period: params.period,
      average: params.average,
      by: params.by === COMBINED ? "combined return" : rankingWords({ measure: measureOfText(params.by) }),
      order: params.order,
      cost: params.cost,
      benchmark: benchmark.name,
      members: members.length,
      /** Whether a period has ended with this session, so that it is rebalanced at the next open. */
      isDue: over.at(-1) === t,
      /** Session of the last rebalancing; NaN before the first. */
      rebalanced: carriedOut.length === 0 ? NaN : (sessions[carriedOut.at(-1)! + 1] ?? NaN),
      cash: course.cash.at(-1) ?? NaN,
      holdings,
      sinceRebalanced: sinceRebalanced(course, carriedOut),
      days: sessions.slice(course.from < 0 ? t + 1 : course.from),
      value: course.value,
      against,
      equal: equal.value,
      figures: {
        model: figuresOf(course.value),
        benchmark: figuresOf(against),
        equal: figuresOf(equal.value),
      },
      years: course.from < 0 ? [] : yearsOf(market, course, { against, equal: equal.value }, carriedOut),
      ribbon: ribbonOf(members, chosen, begun),
      /** Days of the rebalancings that the ribbon shows. */
      rebalancings: begun < 0 ? new Int32Array(0) : Int32Array.from(carriedOut.subarray(begun), (s) => sessions[s + 1]!),
    };
  },
  reading: (r): Sentence[] => (r ? modelSentences(r) : []),
  table: (r) => tableOf(HOLDING_COLUMNS, r?.holdings ?? []),
});

/** What a set is held against where nothing else is said: abroad the widest index of its kind. */
function benchFor(market: Market, set: PeerSet, bench: string): string {
  if (bench !== "index") return bench;
  const kind = set === "region" || set === "world" ? "index" : set === "commodity" ? "commodity" : undefined;
  return (kind && widestIndex(market, kind)) ?? bench;
}

interface Holding {
  readonly course: PortfolioCourse;
  readonly chosen: readonly (readonly number[])[];
  readonly wouldHold: readonly number[];
  readonly rankings: Int32Array;
  readonly t: number;
  readonly order: "highest" | "lowest";
}

/** Those held in the order of their weight, then those that would come. */
function holdingRows(members: readonly NamedMember[], { course, chosen, wouldHold, rankings, t, order }: Holding): HoldingRow[] {
  const last = rankings.length - 1;
  const now = new Set(wouldHold);
  const places = topPlaces(
    members.map(({ present, measure }) => (present[last] === 1 ? measure[last]! : NaN)),
    Infinity,
    order,
  );
  const value = course.value.at(-1) ?? NaN;
  const entered = (rankings[last - 1] ?? NaN) + 1;
  return members
    .flatMap((member, i): HoldingRow[] => {
      const units = course.units[i]!;
      if (units === 0 && !now.has(i)) return [];
      const close = lastOf(member.close, t);
      const average = member.average?.[last] ?? NaN;
      return [
        {
          ticker: member.ticker,
          name: member.name,
          family: member.family,
          stands: units === 0 ? "comes" : now.has(i) ? "stays" : "goes",
          weight: units === 0 ? 0 : (units * close) / value,
          since: units === 0 ? NaN : close / member.open[entered]! - 1,
          held: runOf(chosen, i),
          measure: member.measure[last]!,
          place: places.indexOf(i) < 0 ? NaN : places.indexOf(i) + 1,
          isAbove: Number.isNaN(average) ? null : isAbove(member.close[t]!, average),
        },
      ];
    })
    .sort((a, b) => b.weight - a.weight || a.place - b.place || (a.ticker < b.ticker ? -1 : 1));
}

function lastOf(close: Float64Array, t: number): number {
  let s = t;
  while (s >= 0 && close[s] !== close[s]) s--;
  return close[s] ?? NaN;
}

/** The latest rebalancings running in which one was chosen. */
function runOf(chosen: readonly (readonly number[])[], i: number): number {
  let n = 0;
  while (n < chosen.length && chosen[chosen.length - 1 - n]!.includes(i)) n++;
  return n;
}

/** What the whole has made since the close before its last rebalancing. */
function sinceRebalanced({ from, value }: PortfolioCourse, rankings: Int32Array): number {
  const last = rankings.at(-1);
  if (from < 0 || last === undefined) return NaN;
  const before = last < from ? 100 : value[last - from]!;
  return value.at(-1)! / before - 1;
}

const SESSIONS_A_YEAR = 252;

/** What a value that began with 100 has made. */
export interface ModelFigures {
  readonly total: number;
  /** A year; NaN over less than a year. */
  readonly annual: number;
  readonly drawdown: number;
}

function figuresOf(value: Float64Array): ModelFigures {
  const last = value.at(-1) ?? NaN;
  const years = value.length / SESSIONS_A_YEAR;
  return {
    total: last / 100 - 1,
    annual: years < 1 ? NaN : (last / 100) ** (1 / years) - 1,
    drawdown: value.length === 0 ? NaN : deepestFall(value.map((x) => x / 100)),
  };
}

function yearsOf(
  { sessions }: Market,
  { from, value, turnover }: PortfolioCourse,
  { against, equal }: { readonly against: Float64Array; readonly equal: Float64Array },
  rankings: Int32Array,
): ModelYear[] {
  const found: ModelYear[] = [];
  let start = 0;
  for (let k = 0; k < value.length; k++) {
    const year = yearOf(sessions[from + k]!);
    const isLast = k + 1 === value.length || yearOf(sessions[from + k + 1]!) !== year;
    if (!isLast) continue;
    const made = (values: Float64Array) => values[k]! / (start === 0 ? 100 : values[start - 1]!) - 1;
    const own = Array.from(turnover).filter((x, r) => !Number.isNaN(x) && yearOf(sessions[rankings[r]! + 1]!) === year);
    found.push({
      year,
      model: made(value),
      benchmark: made(against),
      equal: made(equal),
      turnover: own.reduce((sum, x) => sum + x, 0),
    });
    start = k + 1;
  }
  return found;
}

/** Who was held when: a row for each that ever was, those held now first, then those held most. */
export interface RibbonRow {
  readonly ticker: string;
  readonly name: string;
  /** 1 for each rebalancing after which it was held. */
  readonly held: Uint8Array;
  readonly times: number;
}

function ribbonOf(members: readonly NamedMember[], chosen: readonly (readonly number[])[], begun: number): RibbonRow[] {
  if (begun < 0) return [];
  const shown = chosen.slice(begun);
  return members
    .map(({ ticker, name }, i) => {
      const held = Uint8Array.from(shown, (own) => (own.includes(i) ? 1 : 0));
      return { ticker, name, held, times: held.reduce((sum, x) => sum + x, 0) };
    })
    .filter(({ times }) => times > 0)
    .sort((a, b) => b.held.at(-1)! - a.held.at(-1)! || b.times - a.times || (a.ticker < b.ticker ? -1 : 1));
}
