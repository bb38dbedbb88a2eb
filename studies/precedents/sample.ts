import {
  conditionsOf,
  constantTruth,
  resultsOf,
  sessionsOf,
  tradeAt,
  truthAt,
  withoutOff,
  withoutOverlaps,
  type MeasuredBars,
  type Moment,
  type Rule,
  type Trade,
  type TradePlan,
} from "@core";
import type { AskedInstrument } from "@studies/conditions/asked-instruments";
import { daysAsked } from "@studies/day-param";
import { isThinned, planOf, type PlanAsked } from "./plan-params";

/** The occurrences of one instrument and what came of them. */
export interface Sample {
  readonly asked: AskedInstrument;
  /** Its own calendar: epoch days and bars. */
  readonly days: Int32Array;
  readonly bars: MeasuredBars;
  /** Sessions on which every comparison is known and it has a bar. */
  readonly span: Int32Array;
  /** The same as bits. */
  readonly spanBits: Uint32Array;
  /** Result of the plan by session over the span, NaN where there is none or none finished; and what comes of them. */
  readonly base: Float64Array;
  readonly baseRecord: BaseRecord;
  /** Sessions of all occurrences that can be entered, those that do not overlap, and those of them that count. */
  readonly occurrences: readonly number[];
  readonly kept: readonly number[];
  readonly counted: readonly Trade[];
  /** Kept ones whose exit is still to come. */
  readonly open: readonly Trade[];
  /** What the situation is as of the last session: 1 true, 0 false, -1 unknown. */
  readonly now: -1 | 0 | 1;
}

/** What came of the plan on all sessions of a span. */
export interface BaseRecord {
  readonly n: number;
  readonly mean: number;
  readonly winRate: number;
}

export interface SampleAsked {
  readonly rule: Rule;
  readonly plan: TradePlan;
  readonly thinned: boolean;
  /** First and last epoch day of occurrences. */
  readonly from: number;
  readonly to: number;
}

/** How samples are taken for a question, as its parameters say. */
export function sampleAsked(
  params: PlanAsked & { readonly when: Rule; readonly from?: string | undefined; readonly to?: string | undefined },
): SampleAsked {
  return {
    rule: withoutOff(params.when),
    plan: planOf(params),
    thinned: isThinned(params),
    ...daysAsked(params),
  };
}

/** Conditions of an entry at the open know only what is known then. */
export const momentOf = (plan: Pick<TradePlan, "entry">): Moment => (plan.entry === "open" ? "open" : "close");

/** Finds the occurrences of a rule for one instrument and carries the plan out on each. */
export function sampleOf(asked: AskedInstrument, { rule, plan, thinned, from, to }: SampleAsked): Sample {
  const { days, bars } = asked.conditions.series;
  const moment = momentOf(plan);
  const truth = asked.conditions.truth(rule, moment);
  const bits = spanOf(asked, knownThroughout(asked, rule, moment), { from, to });
  const span = sessionsOf(bits);
  const results = resultsFor(bars, plan);
  const base = new Float64Array(days.length).fill(NaN);
  let [n, sum, wins] = [0, 0, 0];
  for (let k = 0; k < span.length; k++) {
    const s = span[k]!;
    const x = results[s]!;
    base[s] = x;
    if (x !== x) continue;
    n++;
    sum += x;
    if (x > 0) wins++;
  }
  const yes = truth.yes.map((word, w) => word & bits[w]!);
  const trades = new Map<number, Trade>();
  for (const t of sessionsOf(yes)) {
    const trade = tradeAt(bars, plan, t);
    if (trade) trades.set(t, trade);
  }
  const occurrences = [...trades.keys()];
  const kept = thinned ? withoutOverlaps(occurrences, plan) : occurrences;
  const all = kept.map((t) => trades.get(t)!);
  return {
    ...{ asked, days, bars, span, spanBits: bits, base, occurrences, kept },
    baseRecord: { n, mean: n === 0 ? NaN : sum / n, winRate: n === 0 ? NaN : wins / n },
    counted: all.filter((trade) => trade.sold >= 0),
    open: all.filter((trade) => trade.sold < 0),
    now: truthAt(truth, days.length - 1),
  };
}

/** What came of a plan on all sessions of some bars, for the plan that was asked last: many rules are asked with one. */
const lastResults = new WeakMap<MeasuredBars, { readonly plan: TradePlan; readonly results: Float64Array }>();

function resultsFor(bars: MeasuredBars, plan: TradePlan): Float64Array {
  const last = lastResults.get(bars);
  if (last?.plan === plan) return last.results;
  const results = resultsOf(bars, plan);
  lastResults.set(bars, { plan, results });
  return results;
}

/** The sessions on which every comparison of a rule is known, as bits. */
function knownThroughout(asked: AskedInstrument, rule: Rule, moment: Moment): Uint32Array {
  const sessions = asked.conditions.series.days.length;
  return conditionsOf(rule).reduce((bits, condition) => {
    const { known } = asked.conditions.truth(condition, moment);
    return bits.map((word, w) => word & known[w]!);
  }, constantTruth(sessions, true).known);
}

/** The sessions of some that can be occurrences: within the dates, with a bar, while it belongs to what was named. */
function spanOf(asked: AskedInstrument, known: Uint32Array, { from, to }: Pick<SampleAsked, "from" | "to">): Uint32Array {
  const { days, bars } = asked.conditions.series;
  const out = known.slice();
  for (let s = 0; s < days.length; s++) {
    if (bars.close[s] === bars.close[s] && days[s]! >= from && days[s]! <= to) continue;
    out[s >> 5]! &= ~(1 << (s & 31));
  }
  if (!asked.runs) return out;
  const member = new Uint32Array(out.length);
  for (const [a, b] of asked.runs) for (let s = a; s <= b; s++) member[s >> 5]! |= 1 << (s & 31);
  return out.map((word, w) => word & member[w]!);
}
