import { combinedReturn, measureOf, percentileRanks, stance } from "@core";
import { groupSeries } from "@studies/columns/composites";
import {
  overallColumn,
  resilienceColumn,
  stayingColumn,
  strengthColumn,
  trendColumn,
  valueColumn,
} from "@studies/columns/scores";
import { stopSideColumn } from "@studies/columns/trailing-stops";
import { groupNames } from "@studies/cross-section/strength-of-groups";
import type { CrossSection } from "@studies/market/cross-section";
import type { Market } from "@studies/market/market";
import { findGroup, groupKeyText } from "@studies/sets/group-key";
import type { SubjectSeries } from "./subject-series";

const COLUMNS = {
  trend: trendColumn,
  value: valueColumn,
  resilience: resilienceColumn,
  overall: overallColumn,
  strength: strengthColumn,
  "staying power": stayingColumn,
} as const;

export type ScoreName = keyof typeof COLUMNS;

/**
 * A score on each session: of a stock its own; Strength of a sector or industry among its like; Value and Resilience of a fund
 * 50; any other score of a group the mean of its members' (method 10, K01, R05; method 9, Q45).
 */
export function scoreHistory(series: SubjectSeries, name: ScoreName): Float64Array {
  const { part, index, members, days } = series;
  const kind = index === undefined ? undefined : part.at(index)?.kind;
  if (index !== undefined && kind === "stock") return part.perInstrument(COLUMNS[name], index);
  const group = members === undefined ? undefined : findGroup(members);
  if (name === "strength" && (group?.level === "sector" || group?.level === "industry"))
    return strengthAmong(part, group.level).get(group.name) ?? new Float64Array(days.length).fill(NaN);
  if (index !== undefined && kind === "fund" && name === "strength")
    return strengthAmong(part, "fund").get(part.at(index)!.ticker) ?? new Float64Array(days.length).fill(NaN);
  if (kind === "fund" && (name === "value" || name === "resilience")) return series.bars.close.map((c) => (c === c ? 50 : NaN));
  if (members === undefined || name === "strength" || name === "staying power") return new Float64Array(days.length).fill(NaN);
  return meanOfMembers(part, members, COLUMNS[name]);
}

function meanOfMembers(part: Market, key: string, column: (typeof COLUMNS)[ScoreName]): Float64Array {
  const sums = new Float64Array(part.t + 1);
  const counts = new Float64Array(part.t + 1);
  for (const { index, kind } of part.groups.everIn(key)) {
    if (kind !== "stock") continue;
    const own = part.perInstrument(column, index);
    for (const [from, to] of part.groups.runsIn(key, index)) {
      for (let s = from; s <= to; s++) {
        if (Number.isNaN(own[s])) continue;
        sums[s]! += own[s]!;
        counts[s]!++;
      }
    }
  }
  return sums.map((sum, s) => (counts[s]! > 0 ? sum / counts[s]! : NaN));
}

/** Strength of each sector, industry or fund among all on every session, by name or ticker. */
function strengthAmong(market: Market, level: keyof typeof HISTORIES): ReadonlyMap<string, Float64Array> {
  return market.crossSection(HISTORIES[level]);
}

const HISTORIES = { sector: history("sector"), industry: history("industry"), fund: history("fund") };

function history(level: "sector" | "industry" | "fund"): CrossSection<ReadonlyMap<string, Float64Array>> {
  return {
    name: `strength-history:${level}`,
    derive(market) {
      const funds = level === "fund" ? market.instruments.filter((i) => i.kind === "fund") : [];
      const names = level === "fund" ? funds.map((i) => i.ticker) : groupNames(market, level);
      const combined =
        level === "fund"
          ? funds.map((i) => combinedReturn(market.bars("close", i.index)))
          : names.map((name) => combinedReturn(market.perSession(groupSeries(groupKeyText(level, name))).level));
      const out = names.map(() => new Float64Array(market.t + 1).fill(NaN));
      for (let s = 0; s <= market.t; s++) {
        const ranks = percentileRanks(combined.map((column) => column[s]!));
        out.forEach((column, k) => (column[s] = ranks[k]!));
      }
      return new Map(names.map((name, k) => [name, out[k]!]));
    },
  };
}

const CODES = measureOf("stance").labels!;

/**
 * The stance on a stock or fund on each session: 1 Favour, 0 Hold, -1 Avoid; a fund's own Strength among the funds stands in for an
 * industry's (method 10, K07, R02).
 */
export function stanceHistory(series: SubjectSeries): Float64Array {
  const { part, index, days } = series;
  const row = index === undefined ? undefined : part.at(index);
  const out = new Float64Array(days.length).fill(NaN);
  if (index === undefined || part.row.market === "" || (row?.kind !== "stock" && row?.kind !== "fund")) return out;
  const trend = scoreHistory(series, "trend");
  const side = part.perInstrument(stopSideColumn, index);
  const industry =
    row.kind === "fund"
      ? scoreHistory(series, "strength")
      : row.industry === null
        ? undefined
        : strengthAmong(part, "industry").get(row.industry);
  for (let s = 0; s < out.length; s++) {
    const found = stance({ side: side[s]!, trend: trend[s]!, industryStrength: industry?.[s] ?? NaN });
    if (found !== undefined) out[s] = CODES[found]!;
  }
  return out;
}
