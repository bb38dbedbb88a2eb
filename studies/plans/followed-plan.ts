import {
  firstFrom,
  followPlan,
  hasClosesOnly,
  plannedRisk,
  plannedUnits,
  PLAN_SIDES,
  sessionsAhead,
  truthAt,
  withoutOff,
  type MeasuredBars,
  type PlanOrders,
  type PlanSide,
  type SideOutcome,
  type Truth,
} from "@core";
import { askedInstruments } from "@studies/conditions/asked-instruments";
import type { ConditionsOf } from "@studies/conditions/conditions-of";
import type { KnownInstrument, Market } from "@studies/market/market";
import { locate } from "@studies/market/own-calendar";
import { accountOf, accountValueAt, type AskedPlan, type PlanAccount, type PlanVersion } from "./plan-schema";

/** The instrument of a plan as of a session, on the sessions on which it is followed. */
export interface PlannedInstrument {
  readonly part: Market;
  readonly instrument: KnownInstrument;
  readonly currency: string;
  readonly conditions: ConditionsOf;
  /** The sessions of its market, NaN where it has no bar; of what belongs to none its own days. */
  readonly days: Int32Array;
  readonly bars: MeasuredBars;
}

/** A plan as of a session, with what has come of it. */
export interface FollowedPlan extends PlannedInstrument {
  readonly plan: AskedPlan;
  /** Versions made by the as-of session. */
  readonly versions: readonly PlanVersion[];
  /** The last of them: what is ordered for the next session. */
  readonly now: PlanVersion;
  /** Session of its making, a row of days. */
  readonly made: number;
  readonly sides: readonly SideOutcome[];
  /** It has closes alone: no order of it can be followed. */
  readonly isClosesOnly: boolean;
}

/** The instrument of a ticker with its bars up to the as-of session. */
export function plannedInstrument(market: Market, ticker: string): PlannedInstrument | undefined {
  const located = locate(market, ticker);
  const [asked] = located ? askedInstruments(market, ticker).instruments : [];
  if (!located || !asked) return undefined;
  const { conditions } = asked;
  const { bars, days } = conditions.series;
  const { part, instrument } = located;
  return { part, instrument, conditions, days, bars, currency: instrument.currency ?? part.row.currency };
}

/** A plan as it stands at the as-of session; undefined before it was made, and for an instrument that is not known. */
export function followedPlan(market: Market, plan: AskedPlan): FollowedPlan | undefined {
  const versions = plan.versions.filter((one) => one.made <= market.asOf);
  const [first] = versions;
  const own = first && plannedInstrument(market, plan.ticker);
  if (!own) return undefined;
  const { days, bars } = own;
  const rowOf = (day: number) => firstFrom(days, day + 1) - 1;
  const made = rowOf(first.made);
  if (made < 0) return undefined;
  const sized = versions.map((version) => ({
    from: rowOf(version.made) + 1,
    orders: ordersOf(version),
    lot: version.lot,
    costBp: version.costBp,
    units: Object.fromEntries(
      PLAN_SIDES.map((side) => [side, unitsOf(version, side, { own, account: accountOf(plan, version) })]),
    ) as Record<PlanSide, number>,
  }));
  const holds = stepTruths(own, versions);
  const last = days.length - 1;
  const sides = followPlan(bars, sized, {
    made,
    last,
    isInProgress: market.provisional && days[last] === market.asOf,
    goneOn: goneOn(own),
    holds: (_, step, session) => holds(step, session),
    reportAt: reportsOf(own),
  });
  return { ...own, plan, versions, now: versions.at(-1)!, made, sides, isClosesOnly: hasClosesOnly(bars, made) };
}

/** What a version orders, without the steps that are switched off. */
export function ordersOf({ steps, ...version }: PlanVersion): PlanOrders {
  return { ...version, steps: steps.filter((step) => !step.off) };
}

/** Money that a version may lose on one side in the instrument's currency; NaN where it cannot be known (S01, S03). */
export function budgetOf(
  { size, rate, made }: PlanVersion,
  currency: string,
  account: PlanAccount | undefined,
): { readonly budget: number; readonly lacks?: "account" | "value" | "rate" } {
  if (size.by === "units") return { budget: NaN };
  if (!account) return size.by === "money" ? { budget: size.money } : { budget: NaN, lacks: "account" };
  const value = accountValueAt(account, made);
  const own = size.by === "money" ? size.money : (value * size.percent) / 100;
  if (Number.isNaN(own)) return { budget: NaN, lacks: "value" };
  if (account.currency === currency) return { budget: own };
  return rate === undefined ? { budget: NaN, lacks: "rate" } : { budget: own * rate };
}

/** What a side of a version would risk a unit: of an entry at the open from the close of the session on which it was written. */
export function riskOf(version: PlanVersion, side: PlanSide, { days, bars }: Pick<PlannedInstrument, "days" | "bars">): number {
  const orders = version[side];
  return orders ? plannedRisk(orders, entryPrice(version, side, { days, bars })) : NaN;
}

/** Where a side is planned to be entered: at the open of the next session it is taken to be at the close before. */
export function entryPrice(
  version: PlanVersion,
  side: PlanSide,
  { days, bars }: Pick<PlannedInstrument, "days" | "bars">,
): number {
  const entry = version[side]?.entry;
  if (!entry) return NaN;
  return entry.order === "open" ? closeBy({ days, bars }, version.made) : entry.price;
}

/** The last close on or before a day; NaN before the first. */
export function closeBy({ days, bars }: Pick<PlannedInstrument, "days" | "bars">, day: number): number {
  return bars.close.subarray(0, firstFrom(days, day + 1)).findLast((close) => !Number.isNaN(close)) ?? NaN;
}

export function unitsOf(
  version: PlanVersion,
  side: PlanSide,
  {
    own,
    account,
  }: { readonly own: Pick<PlannedInstrument, "days" | "bars" | "currency">; readonly account: PlanAccount | undefined },
): number {
  if (!version[side]) return 0;
  if (version.size.by === "units") return version.size.units;
  return plannedUnits(budgetOf(version, own.currency, account).budget, riskOf(version, side, own), version.lot);
}

/** Whether the rule of a step was true at the close of a session, by the version in force then. */
function stepTruths({ conditions, days }: PlannedInstrument, versions: readonly PlanVersion[]) {
  const truths = new Map<PlanVersion["steps"][number], Truth>();
  return (key: string, session: number): boolean => {
    const version = versions.findLast((one) => one.made < days[session]!);
    const step = version?.steps.find((one) => one.key === key);
    if (!step) return false;
    let truth = truths.get(step);
    if (!truth) truths.set(step, (truth = conditions.truth(withoutOff(step.when), "close")));
    return truthAt(truth, session) === 1;
  };
}

/** The row at whose close an instrument has left its market: its first session on or after that day; Infinity while it has not. */
function goneOn({ part, instrument, days }: PlannedInstrument): number {
  const left = part.leftOn(instrument.index);
  return left === undefined ? Infinity : firstFrom(days, left);
}

/**
 * Whether a close is the last one before a report that was known the close before; learned of only then, one is out at the next
 * open. Reports are taken to come before the open of their day; sessions ahead are weekdays but the holidays known (S25).
 */
function reportsOf({ part, instrument, days }: PlannedInstrument) {
  const known = part.fundamentalHistory(instrument.index, "nextReport");
  const ahead = sessionsAhead(part.holidays);
  const isLastBefore = (report: number, session: number, asOf: number) =>
    report > days[session]! && ahead(days[session]!, report - 1, asOf) === 0;
  return (session: number): "close" | "next open" | undefined => {
    if (session < 1) return undefined;
    if (isLastBefore(known[session - 1]!, session, days[session - 1]!)) return "close";
    return isLastBefore(known[session]!, session, days[session]!) ? "next open" : undefined;
  };
}
