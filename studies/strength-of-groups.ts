import {
  simpleReturnAt,
  stayingPower,
  STRENGTH_RETURNS,
  strengthTable,
  weeklySamples,
  type StrengthReturns,
  type StrengthRow,
} from "@core";
import { groupSeries } from "./columns";
import type { Market } from "./market";

export interface GroupStrength extends StrengthRow {
  readonly name: string;
  readonly r1: number;
  /** Mean of Strength at the last ten weekly samples. */
  readonly staying: number;
  /** Rank five sessions ago, NaN where it had none. */
  readonly rankBefore: number;
}

/** Names of the sectors or industries that have had a member in the universe by t. */
export function groupNames(market: Market, level: "sector" | "industry"): string[] {
  const names = new Set<string>();
  for (const i of market.instruments) {
    const name = i[level];
    if (name !== null && i.kind === "stock") names.add(name);
  }
  return [...names].sort();
}

/** Strength of all sectors or industries of a market at the as-of session, in the order of their names. */
export function strengthOfGroups(market: Market, level: "sector" | "industry"): GroupStrength[] {
  const { t } = market;
  const names = groupNames(market, level).filter((name) => !Number.isNaN(seriesOfGroup(market, level, name)[t]!));
  const series = names.map((name) => seriesOfGroup(market, level, name));
  const tableAt = (s: number) =>
    strengthTable(
      series.map((levels) => STRENGTH_RETURNS.map((n) => simpleReturnAt(levels, s, n)) as unknown as StrengthReturns),
    );
  const now = tableAt(t);
  const before = t >= 5 ? tableAt(t - 5) : [];
  const samples = weeklySamples(market.sessions, t).map(tableAt);
  return now.map((row, i) => ({
    ...row,
    name: names[i]!,
    r1: simpleReturnAt(series[i]!, t, 1),
    staying: stayingPower(samples.map((sample) => sample[i]!.strength)),
    rankBefore: before[i]?.rank ?? NaN,
  }));
}

function seriesOfGroup(market: Market, level: "sector" | "industry", name: string): Float64Array {
  return market.perSession(groupSeries(level, name)).level;
}
