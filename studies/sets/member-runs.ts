import { membershipRuns, OPEN_END, type Belonging, type MembershipRuns } from "@core";
import { findGroup, keyOf } from "./group-key";
import type { ColumnData, MarketData } from "@studies/market/market-data";

const runsOf = new WeakMap<MarketData["groups"], Map<string, MembershipRuns>>();

/** The members of a group by its key, for columns: a sector or industry of the universe, a dated group, or all. */
export function belongingTo(data: ColumnData, key: string): Belonging {
  return memberRuns(data as MarketData, key);
}

/**
 * The same with the runs of sessions open to be read, for what cuts them at the as-of session: the one place that says who
 * the members of a group are.
 * @throws Error for a text that is no key; a group that does not exist has no members
 */
export function memberRuns(data: MarketData, key: string): MembershipRuns {
  let known = runsOf.get(data.groups);
  if (!known) runsOf.set(data.groups, (known = new Map<string, MembershipRuns>()));
  let runs = known.get(key);
  if (!runs) known.set(key, (runs = findRuns(data, key)));
  return runs;
}

function findRuns(data: MarketData, key: string): MembershipRuns {
  const group = findGroup(key);
  const { universe } = data;
  if (group === undefined) throw new Error(`memberRuns: "${key}" is no key of a group`);
  switch (group.level) {
    case "market":
      return universe;
    case "any":
      return unionOf(group.of.map((part) => memberRuns(data, keyOf(part))));
    case "stocks": {
      const picked = new Set(group.tickers);
      return membershipRuns(
        data.instruments.map((i, k) =>
          picked.has(i.ticker) && data.panel.first[k]! >= 0 ? [[data.panel.first[k]!, OPEN_END]] : [],
        ),
      );
    }
    case "group":
      return data.groups.find((g) => g.name === group.name)?.spans ?? membershipRuns(data.instruments.map(() => []));
    case "sector":
    case "industry":
      return membershipRuns(
        data.instruments.map((instrument, i) => {
          const runs: [number, number][] = [];
          if (instrument[group.level] !== group.name) return runs;
          for (let k = universe.offset[i]!; k < universe.offset[i + 1]!; k++) runs.push([universe.from[k]!, universe.to[k]!]);
          return runs;
        }),
      );
  }
}

function unionOf(all: readonly MembershipRuns[]): MembershipRuns {
  const instruments = all[0]!.offset.length - 1;
  return membershipRuns(
    Array.from({ length: instruments }, (_, i) =>
      all.flatMap(({ offset, from, to }) =>
        Array.from({ length: offset[i + 1]! - offset[i]! }, (_, k): [number, number] => [
          from[offset[i]! + k]!,
          to[offset[i]! + k]!,
        ]),
      ),
    ),
  );
}
