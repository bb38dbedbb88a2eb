import { clausesOf, DIRECTIONS, holdingCurve, ruleSentence, VOLATILITIES, withoutOff, withoutOverlaps, type Rule } from "@core";
import { z } from "zod";
import { participationPercents } from "@studies/columns/participation";
import { defineStudy, type Sentence } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { tableOf } from "@studies/table";
import { date } from "@studies/words/words";
import { askedInstruments } from "@studies/conditions/asked-instruments";
import { byRegime, byWhatCameBefore, byYear, marketContext, pooledBase, type MarketContext } from "./breakdowns";
import { clauseCounts } from "./clause-counts";
import { fanOf, histogramOf } from "./fan";
import { lackWords } from "./lack-words";
import { OCCURRENCE_COLUMNS, type OccurrenceRow } from "./occurrence-columns";
import { isThinned, planOf, questionParams, refuseImpossible } from "./plan-params";
import { precedentSentences } from "./precedent-sentences";
import { momentOf, sampleAsked, sampleOf, type Sample } from "./sample";
import { asReadOf, recordOf, reDatingOf, tradesInOrder, type SampledTrade } from "./statistics";
import { plainNumber } from "@studies/pictures/picture-parts";
import { fanPicture } from "./fan-picture";

/** A record of its own and p at once are given for so many instruments, and the holding curve for so many. */
const MOST_ROWS = 60;
const MOST_IN_CURVE = 24;

const LAST_OF_QUARTER =
  '{"all":[{"left":{"measure":"session from end","params":{"period":"quarter"}},"comparator":"is","right":1},{"left":{"measure":"close"},"comparator":"above","right":{"measure":"sma","params":{"n":55}}}]}';

/** What happened after sessions like those that a situation describes. */
export const precedents = defineStudy({
  name: "precedents",
  about:
    "What followed when a situation held: occurrences with entry and exit, win rate with its interval and base rate, edge with p, paths, by year and regime.",
  params: z
    .object({
      ...questionParams,
      rows: z.coerce.number().int().min(1).max(100_000).default(500).describe("occurrences to give, the latest"),
    })
    .superRefine(refuseImpossible),
  cost: "heavy",
  examples: [
    { when: LAST_OF_QUARTER },
    { when: LAST_OF_QUARTER, for: "market:", entry: "open", hold: 0, side: "short", cost: 5 },
    {
      when: '{"all":[{"left":{"measure":"close"},"comparator":"at most","right":{"measure":"lowest close","params":{"n":10}},"firstIn":10},{"left":{"measure":"gap","params":{"from":"high"}},"comparator":"above","right":0},{"left":{"measure":"strength","of":"sector"},"comparator":"above","right":20,"off":true}]}',
      for: "sector:$sector",
      entry: "open",
      hold: 3,
      overlaps: "kept",
    },
    {
      when: '{"any":[{"left":{"measure":"rsi","of":{"ticker":"WORLD"}},"comparator":"below","right":40},{"left":{"measure":"phase","of":"sector"},"comparator":"is","right":"ahead, gaining"}]}',
      for: "$stock,$index",
      entry: "close",
      hold: 10,
      exit: "open",
    },
  ],
  ask(market, params) {
    const { instruments, group, unknown } = askedInstruments(market, params.for);
    if (instruments.length === 0) return undefined;
    const rule = withoutOff(params.when);
    const plan = planOf(params);
    const thinned = isThinned(params);
    const samples = instruments.map((one) => sampleOf(one, sampleAsked(params)));
    const tested = instruments.length <= MOST_ROWS ? reDatingOf(samples, plan, market.sessions) : undefined;
    const trades = tradesInOrder(samples);
    const record = recordOf(samples, plan, { thinned, ...(tested && { p: tested.all }) }, trades);
    const looked = { trades, pools: pooledBase(samples) };
    const context = marketContext(market, plan.entry === "open");
    const lacking = instruments.length > MOST_ROWS ? [] : lackOf(samples, rule);
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      clauses: clausesOf(rule).map(ruleSentence),
      sentence: ruleSentence(rule),
      group: group ?? "",
      unknown,
      lacking,
      ...{ entry: params.entry, hold: params.hold, exit: params.exit, side: params.side, cost: params.cost },
      thinned,
      counts: clauseCounts(samples, params.when, momentOf(plan)),
      /** The first day that counts, of all instruments. */
      span: firstDay(samples),
      occurrences: samples.reduce((sum, s) => sum + s.occurrences.length, 0),
      kept: samples.reduce((sum, s) => sum + s.kept.length, 0),
      record,
      rows:
        samples.length > MOST_ROWS
          ? []
          : samples.map((sample, k) => ({
              ticker: sample.asked.ticker,
              name: sample.asked.name,
              now: sample.now,
              ...(samples.length === 1 ? record : recordOf([sample], plan, { thinned, p: tested!.each[k]! })),
            })),
      instruments: samples.length,
      holding: samples.filter((s) => s.now === 1).length,
      asRead: asReadOf(samples, plan, (sample) => countedWithoutOverlaps(sample, plan)),
      fan: fanOf(samples, trades, plan),
      histogram: histogramOf(samples, trades),
      byYear: byYear(looked),
      byRegime: byRegime(looked, context),
      byBefore: byWhatCameBefore(looked, context),
      curve:
        samples.length > MOST_IN_CURVE
          ? []
          : holdingCurve(
              samples.map(({ bars, kept, span }) => ({ bars, occurrences: kept, span })),
              plan,
            ),
      latest: trades.slice(-params.rows).reverse().map(rowsOf(market, context)),
      open: samples.flatMap((sample) =>
        sample.open.map((trade) => ({
          ticker: sample.asked.ticker,
          day: sample.days[trade.t]!,
          entryDay: sample.days[trade.entered] ?? NaN,
          entryPrice: trade.entryPrice,
        })),
      ),
    };
  },
  reading: (r): Sentence[] => (r ? precedentSentences(r) : []),
  table: (r) => tableOf(OCCURRENCE_COLUMNS, r?.latest ?? []),
  pictures: {
    fan: {
      name: "The ways from the entry: middle half and median, with the middle half of all sessions as an outline",
      draw: (r) => r && fanPicture(r.fan),
    },
    instruments: {
      name: "How often each won, with the base as a tick",
      draw: (r) =>
        r && {
          ...{ kind: "bars", unit: "fraction", tick: "base" },
          rows: r.rows.map((row) => ({
            name: row.name,
            value: plainNumber(row.winRate),
            ...(Number.isNaN(row.baseWinRate) ? {} : { tick: row.baseWinRate }),
            words: `n ${row.n}`,
          })),
        },
    },
  },
});

function countedWithoutOverlaps({ counted }: Sample, plan: ReturnType<typeof planOf>): number[] {
  return withoutOverlaps(
    counted.map(({ t }) => t),
    plan,
  );
}

function firstDay(samples: readonly Sample[]): string {
  const days = samples.flatMap(({ span, days: own }) => (span.length > 0 ? [own[span[0]!]!] : []));
  return days.length === 0 ? "" : date(days.reduce((a, b) => Math.min(a, b)));
}

/** Why nothing can be said of instruments for which no session is known throughout. */
function lackOf(samples: readonly Sample[], rule: Rule): string[] {
  return [
    ...new Set(
      samples.flatMap(({ asked, span }) =>
        span.length > 0 ? [] : asked.conditions.unknownMeasures(rule).map((use) => lackWords(asked.name, use)),
      ),
    ),
  ];
}

function rowsOf(market: Market, { direction, volatility, sessionsOn }: MarketContext) {
  const above50 = market.perSession(participationPercents("ema"))["p3"]!;
  return ({ sample, trade }: SampledTrade): OccurrenceRow => {
    const s = sessionsOn(sample.days)[trade.t]!;
    const states = [DIRECTIONS[direction[s] ?? -1], VOLATILITIES[volatility[s] ?? -1]];
    return {
      day: sample.days[trade.t]!,
      ticker: sample.asked.ticker,
      name: sample.asked.name,
      regime: states.filter((x) => x !== undefined).join(", "),
      above50: above50[s] ?? NaN,
      entryDay: sample.days[trade.entered]!,
      entryPrice: trade.entryPrice,
      exitDay: sample.days[trade.sold]!,
      exitPrice: trade.exitPrice,
      result: trade.result,
      adverse: trade.adverse,
      favourable: trade.favourable,
      early: trade.sold < trade.planned,
    };
  };
}
