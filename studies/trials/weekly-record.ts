import {
  blockInterval,
  blockOfWeeks,
  DIRECTIONS,
  mean,
  median,
  returnsOfMembers,
  samplesOf,
  selectionReturns,
  yearOf,
} from "@core";
import { regimeColumns } from "@studies/columns/regime";
import type { Market } from "@studies/market/market";
import { madeAt, type UniverseAt } from "./scan-at";

/**
 * The last sessions of the weeks that are over and whose hold has been over too, ascending (method 12, M06).
 * @param hold sessions from the entry after each to its exit
 * @param span first and last epoch day of a selection
 */
export function weeksHeld(market: Market, hold: number, span: { readonly from: number; readonly to: number }): Int32Array {
  const { sessions, t } = market;
  const weeks = samplesOf(sessions, t, "weekly");
  const over = weeks.inProgress ? weeks.sessions.subarray(0, -1) : weeks.sessions;
  return over.filter((s) => s + 1 + hold <= t && sessions[s]! >= span.from && sessions[s]! <= span.to);
}

/** The weeks in which something was bought, in their order, and what it made before cost. */
export interface BoughtWeeks {
  /** Session at the end of each. */
  readonly at: Int32Array;
  readonly bought: Float64Array;
  readonly gross: Float64Array;
  /** Gross less the mean of all members at the same moments (method 12, R42). */
  readonly beyond: Float64Array;
}

/**
 * What selections at the ends of weeks made; weeks in which nothing was bought are left out (method 12, R35).
 * @param universe on the sessions of the weeks
 * @param selected places by week
 */
export function boughtWeeks(universe: UniverseAt, selected: readonly (readonly number[])[], hold: number): BoughtWeeks {
  const made = madeAt(
    universe,
    universe.at.map((s) => s + 1 + hold),
  );
  const { bought, gross } = selectionReturns(made, selected);
  const base = returnsOfMembers(made, universe.members).gross;
  const places = Array.from(universe.at.keys()).filter((k) => bought[k]! > 0);
  return {
    at: Int32Array.from(places, (k) => universe.at[k]!),
    bought: Float64Array.from(places, (k) => bought[k]!),
    gross: Float64Array.from(places, (k) => gross[k]!),
    beyond: Float64Array.from(places, (k) => gross[k]! - base[k]!),
  };
}

/** A weekly figure over some weeks. */
export interface WeeklyRecord {
  readonly weeks: number;
  readonly mean: number;
  /** 95%, by blocks of weeks; NaN where there are too few. */
  readonly interval: readonly [number, number];
  readonly median: number;
  /** Share of the weeks above 0. */
  readonly ahead: number;
  readonly worst: number;
}

/** The record of a weekly figure, in the order of its weeks. */
export function weeklyRecord(values: Float64Array, hold: number): WeeklyRecord {
  const weeks = values.length;
  if (weeks === 0) return { weeks, mean: NaN, interval: [NaN, NaN], median: NaN, ahead: NaN, worst: NaN };
  return {
    weeks,
    mean: mean(values),
    interval: blockInterval(values, blockOfWeeks(hold)),
    median: median(values),
    ahead: values.filter((x) => x > 0).length / weeks,
    worst: values.reduce((a, x) => Math.min(a, x)),
  };
}

/** Weeks that have something in common, by their places. */
export interface WeeksAlike {
  readonly name: string;
  readonly places: readonly number[];
}

/** Weeks by the calendar year of their session. */
export function weeksByYear(market: Market, at: Int32Array): WeeksAlike[] {
  return alike(Array.from(at, (s) => String(yearOf(market.sessions[s]!))));
}

/** Weeks by the confirmed direction at their session, in the order of directions. */
export function weeksByRegime(market: Market, at: Int32Array): WeeksAlike[] {
  const { direction } = market.perSession(regimeColumns);
  const found = alike(Array.from(at, (s) => DIRECTIONS[direction[s]!] ?? ""));
  return DIRECTIONS.flatMap((name) => found.filter((own) => own.name === name));
}

function alike(names: readonly string[]): WeeksAlike[] {
  const found = new Map<string, number[]>();
  names.forEach((name, k) => {
    const own = found.get(name);
    if (own) own.push(k);
    else found.set(name, [k]);
  });
  return [...found].map(([name, places]) => ({ name, places }));
}
