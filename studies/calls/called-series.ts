import { align, type CalledSeries } from "@core";
import { seriesOfSubject } from "@studies/conditions/subject-series";
import type { Market } from "@studies/market/market";
import { locate } from "@studies/market/own-calendar";
import { findGroup, WHOLE_MARKET } from "@studies/sets/group-key";
import { groupsTitle } from "@studies/sets/group-members";

/** What a call speaks of: levels on the subject's own calendar, with the benchmark brought onto it. */
export interface Called extends CalledSeries {
  readonly subject: string;
  readonly benchmarkName: string;
  /** Epoch days of the subject's calendar. */
  readonly days: Int32Array;
  /** The last session of it that is over. */
  readonly last: number;
  readonly part: Market;
}

/** The series of a subject and a benchmark; undefined where either is not known at this date. */
export function calledSeries(
  market: Market,
  { subject, benchmark }: { readonly subject: string; readonly benchmark?: string | undefined },
): Called | undefined {
  const own = levelsOf(market, subject);
  const other = benchmark === undefined ? undefined : levelsOf(market, benchmark);
  if (!own || (benchmark !== undefined && !other)) return undefined;
  const { days, close, part, name } = own;
  const end = days.length - 1;
  return {
    ...{ subject: name, benchmarkName: other?.name ?? "", days, close, part },
    ...(other ? { benchmark: other.days === days ? other.close : align(other.close, other.days, days) } : {}),
    last: part.provisional && days[end] === part.asOf ? end - 1 : end,
  };
}

function levelsOf(market: Market, key: string) {
  const located = locate(market, key);
  const isGroup = !located && findGroup(key) !== undefined && market.groups.knows(key);
  if (!located && !isGroup) return undefined;
  const { days, bars, part } = seriesOfSubject(
    market,
    located ?? "composite",
    located ? "self" : key === WHOLE_MARKET ? "market" : { group: key },
  );
  if (days.length === 0) return undefined;
  const name = located?.instrument.name ?? (key === WHOLE_MARKET ? market.referenceName : groupsTitle([key], market));
  return { name, days, close: bars.close, part };
}
