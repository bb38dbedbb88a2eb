import { isAbove } from "../columns/compare";
import { monthOf } from "../columns/epoch-day";
import { samplesOf } from "../rotation/samples";
import { portfolioCourse, type Holdable, type PortfolioCourse } from "./portfolio";
import { topPlaces, type Order } from "./top-places";

export const PERIODS = ["week", "month", "quarter"] as const;
/** How often a model is rebalanced. */
export type Period = (typeof PERIODS)[number];

/** The sessions on which the periods of a calendar end. */
export interface PeriodEnds {
  /** Last sessions of those that are over, ascending. */
  readonly over: Int32Array;
  /** Whether the period of the last session is still in progress. */
  readonly inProgress: boolean;
}

/**
 * The last sessions of weeks, months or quarters; a quarter is over when its third month is (method 12, R58, A07).
 * @param days epoch days of the sessions to the as-of one
 */
export function periodEnds(days: Int32Array, period: Period): PeriodEnds {
  const { sessions, inProgress } = samplesOf(days, days.length - 1, period === "week" ? "weekly" : "monthly");
  const over = inProgress ? sessions.subarray(0, -1) : sessions;
  if (period !== "quarter") return { over, inProgress };
  const months = Array.from(sessions, (s) => monthOf(days[s]!));
  const quarterOf = (month: number) => Math.floor(month / 3);
  const ends = over.filter((_, k) => {
    const next = months[k + 1];
    return months[k]! % 3 === 2 || (next !== undefined && quarterOf(next) !== quarterOf(months[k]!));
  });
  return { over: ends, inProgress: ends.at(-1) !== sessions.at(-1) };
}

/** One of the set of a model, with what it is ranked by on each ranking session. */
export interface ModelMember extends Holdable {
  /** By ranking: 1 where it belongs to the set and has a bar. */
  readonly present: Uint8Array;
  readonly measure: Float64Array;
  readonly close: Float64Array;
  /** Its own average by ranking [no filter]. */
  readonly average?: Float64Array | undefined;
}

export interface ModelPlan {
  readonly most: number;
  readonly order: Order;
  readonly costBp: number;
}

/**
 * Whom a model holds after a ranking: the top n among those that have the measure, a bar and a close above their own average (method 12,
 * P10, R50).
 * @param rankings sessions of the rankings
 * @param k which of them
 */
export function chosenAt(
  members: readonly ModelMember[],
  rankings: ArrayLike<number>,
  k: number,
  { most, order }: ModelPlan,
): number[] {
  const s = rankings[k]!;
  const values = members.map(({ present, measure, close, average }) => {
    const isKept = present[k] === 1 && (average === undefined || isAbove(close[s]!, average[k]!));
    return isKept ? measure[k]! : NaN;
  });
  return topPlaces(values, most, order);
}

/**
 * A model of the leaders, rebalanced at the open after each ranking (method 12, P10, R50 to R57).
 * @param members of the set, in the order of their tickers
 * @param rankings sessions of the rankings, each with a session after it
 * @param plan how many slots, which end, cost
 * @param last session
 * @returns its course, whom it chose at each ranking, and the same of all of the set in equal parts, without filter and cost
 */
export function rebalancedModel(
  members: readonly ModelMember[],
  rankings: Int32Array,
  plan: ModelPlan,
  last: number,
): { readonly course: PortfolioCourse; readonly chosen: readonly (readonly number[])[]; readonly equal: PortfolioCourse } {
  const chosen = Array.from(rankings, (_, k) => chosenAt(members, rankings, k, plan));
  const course = portfolioCourse(
    members,
    chosen.map((own, k) => ({ session: rankings[k]! + 1, chosen: own, slots: plan.most })),
    plan.costBp,
    last,
  );
  const first = rankings.findIndex((s) => s + 1 === course.from);
  const all = Array.from(rankings, (s) => ({ session: s + 1, chosen: [] as number[] }));
  members.forEach(({ present, open }, i) => {
    all.forEach(({ session, chosen }, k) => {
      if (present[k] === 1 && !Number.isNaN(open[session]!)) chosen.push(i);
    });
  });
  const inEqualParts = all.map((own) => ({ ...own, slots: own.chosen.length }));
  return { course, chosen, equal: portfolioCourse(members, first < 0 ? [] : inEqualParts.slice(first), 0, last) };
}
