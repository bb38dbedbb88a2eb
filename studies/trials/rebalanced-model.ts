import { benchmarkEntry, chosenAt, periodEnds, PERIODS, rebalancedModel } from "@core";
import { z } from "zod";
import { measureParam } from "@studies/conditions/measure-param";
import { measureOfText } from "@studies/conditions/measure-text";
import { defineStudy, type Sentence } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { rankingWords } from "@studies/scans/scan-columns";
import { widestIndex } from "@studies/sets/own-index";
import { groupKeySchema } from "@studies/sets/group-key-schema";
import type { PeerSet } from "@studies/sets/peer-names";
import { peersOf } from "@studies/sets/peer-set";
import { tableOf } from "@studies/table";
import { HOLDING_COLUMNS } from "./model-columns";
import { figuresOf, holdingRows, ribbonOf, sinceRebalanced, yearsOf } from "./model-course";
import { COMBINED, modelMembers } from "./model-members";
import { modelSentences } from "./model-sentences";
import { MODEL_SETS } from "./model-sets";
import { trialBenchmark } from "./trial-benchmark";
import { dayParam, daysAsked } from "@studies/day-param";
import { purchaseParams } from "./trial-params";
import { lineOf, panesPicture } from "@studies/pictures/picture-parts";

/** A model that holds the leaders of a set, rebalanced at each period's end. */
export const model = defineStudy({
  name: "rebalanced-model",
  about:
    "A model that holds the top n of a set by a measure, of those above their own average, rebalanced each week, month or quarter: what it holds and would hold now, value against a benchmark and the equal-weighted set.",
  params: z.object({
    set: z.enum(MODEL_SETS).default("stock").describe("whose members it holds"),
    in: groupKeySchema.optional().describe("key of a group within which they are, such as a focus or a list"),
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
    const { from } = daysAsked(params);
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
  pictures: {
    value: {
      name: "The model, its benchmark and all members in equal parts, from 100",
      draw: (r) =>
        r &&
        (r.days.length === 0
          ? undefined
          : panesPicture(r.days, [
              {
                ...{ share: 1, unit: "number" },
                lines: [
                  lineOf("the model", r.value, "indigo", { width: 1.6 }),
                  lineOf(r.benchmark, r.against, "ink"),
                  lineOf("all in equal parts", r.equal, "soft", { isDashed: true }),
                ],
              },
            ])),
    },
  },
  states: (r): Readonly<Record<string, string>> =>
    r
      ? {
          "is due": r.isDue ? "yes" : "no",
          holds: r.holdings
            .filter((h) => h.weight > 0)
            .map((h) => h.name)
            .sort()
            .join(", "),
        }
      : {},
});

/** What a set is held against where nothing else is said: abroad the widest index of its kind. */
function benchFor(market: Market, set: PeerSet, bench: string): string {
  if (bench !== "index") return bench;
  const kind = set === "region" || set === "world" ? "index" : set === "commodity" ? "commodity" : undefined;
  return (kind && widestIndex(market, kind)) ?? bench;
}
