import {
  measuresOfRanking,
  rankedBy,
  saleOf,
  selections,
  truthAt,
  withoutOff,
  type MeasureUse,
  type Rule,
  type Truth,
} from "@core";
import { measureText, rankingOfText } from "@studies/conditions/measure-text";
import { measureValues } from "@studies/conditions/measure-values";
import type { TellShare } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { universeOf, type Scanned, type UniverseOf } from "@studies/scans/universe";
import type { TriedScan } from "./trial-params";

/** A universe on some sessions, with all that ever belonged to it, in the order of their tickers. */
export interface UniverseAt {
  readonly name: string;
  readonly of: UniverseOf;
  readonly at: Int32Array;
  readonly candidates: readonly Scanned[];
  /** By candidate, a row of those sessions: 1 where it is a member. */
  readonly members: readonly Uint8Array[];
}

export function universeAt(market: Market, key: string, at: Int32Array): UniverseAt {
  const universe = universeOf(market, key);
  const ever = universe.ever();
  const members = ever.map(({ runs }) => Uint8Array.from(at, (s) => (runs.some(([from, to]) => from <= s && s <= to) ? 1 : 0)));
  return { name: universe.name, of: universe.of, at, candidates: ever, members };
}

/** Which candidates of a universe pass a rule on its sessions: 1 true, 0 false or unknown; `known` tells those apart. */
export function passesAt({ candidates, at }: UniverseAt, rule: Rule, tell?: TellShare): Uint8Array[] {
  return candidates.map(({ conditions }, i) => {
    tell?.(i / candidates.length);
    return truthRow(conditions.truth(withoutOff(rule), "close"), at);
  });
}

export function truthRow(truth: Truth, at: Int32Array): Uint8Array {
  return Uint8Array.from(at, (s) => (truthAt(truth, s) === 1 ? 1 : 0));
}

/** What the candidates of a universe are ranked by on its sessions; weighted ranks are those among its members then. */
export function ranksAt({ candidates, members, at }: UniverseAt, rank: string, tell?: TellShare): Float64Array[] {
  const ranking = rankingOfText(rank);
  const columns = new Map(
    measuresOfRanking(ranking).map((use) => [
      measureText(use),
      candidates.map(({ conditions }, i) => {
        tell?.(i / candidates.length);
        const values = measureValues(conditions.series, use);
        return Float64Array.from(at, (s) => values[s]!);
      }),
    ]),
  );
  const rowsOf = (use: MeasureUse) => columns.get(measureText(use))!;
  if ("measure" in ranking) return rowsOf(ranking.measure);
  const out = candidates.map(() => new Float64Array(at.length).fill(NaN));
  at.forEach((_, k) => {
    const places = members.flatMap((own, i) => (own[k] === 1 ? [i] : []));
    const ranks = rankedBy(ranking, (use) => Float64Array.from(places, (i) => rowsOf(use)[i]![k]!));
    places.forEach((i, j) => (out[i]![k] = ranks[j]!));
  });
  return out;
}

/**
 * Whom a scan selects on the sessions of a universe: the first of its ranking, or all that pass.
 * @param top so many; 0 for all that pass
 * @returns places of the candidates by session, the best first
 */
export function selectedAt(universe: UniverseAt, { when, rank, order }: TriedScan, top: number, tell?: TellShare): number[][] {
  return selections(universe.at.length, {
    members: universe.members,
    passes: passesAt(
      universe,
      when,
      tell &&
        ((share) => {
          tell(0.6 * share);
        }),
    ),
    ranked:
      top === 0
        ? undefined
        : {
            values: ranksAt(
              universe,
              rank,
              tell &&
                ((share) => {
                  tell(0.6 + 0.4 * share);
                }),
            ),
            most: top,
            order,
          },
  });
}

/**
 * What a purchase of each candidate at the open after each session made, to the close of the exit session.
 * @param exits session of the exit by session of the universe
 */
export function madeAt({ candidates, at }: UniverseAt, exits: Int32Array): Float64Array[] {
  return candidates.map(({ conditions }) => {
    const { bars } = conditions.series;
    return Float64Array.from(at, (s, k) => saleOf(bars, s + 1, exits[k]!)?.gross ?? NaN);
  });
}
