import { measuresOfRanking, rankedBy, saleOf, selections, withoutOff, type MeasureUse, type Rule, type Truth } from "@core";
import { measureText, rankingOfText } from "@studies/conditions/measure-text";
import { measureValues } from "@studies/conditions/measure-values";
import type { TellShare } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { universeOf, type Universe, type UniverseOf } from "@studies/scans/universe";
import type { TriedScan } from "./trial-params";

/** A universe on some sessions, with all that ever belonged to it, in the order of their tickers. */
export interface UniverseAt {
  readonly name: string;
  readonly of: UniverseOf;
  readonly at: Int32Array;
  readonly candidates: ReturnType<Universe["ever"]>;
  /** By candidate, a row of those sessions: 1 where it is a member. */
  readonly members: readonly Uint8Array[];
}

export function universeAt(market: Market, key: string, at: Int32Array): UniverseAt {
  const universe = universeOf(market, key);
  const ever = universe.ever();
  const members = ever.map(({ runs }) => membersRow(runs, at));
  return { name: universe.name, of: universe.of, at, candidates: ever, members };
}

/** Which candidates of a universe pass a rule on its sessions: 1 true, 0 false or unknown; `known` tells those apart. */
export function passesAt({ candidates, at }: UniverseAt, rule: Rule, tell?: TellShare): Uint8Array[] {
  return candidates.map(({ conditions }, i) => {
    tell?.(i / candidates.length);
    return truthRow(conditions.truth(withoutOff(rule), "close"), at);
  });
}

/** 1 on the sessions on which a truth is, 0 where it is not or is not known. `Uint8Array.from` takes ten times as long. */
export function truthRow({ yes }: Truth, at: Int32Array): Uint8Array {
  const row = new Uint8Array(at.length);
  for (let k = 0; k < at.length; k++) row[k] = (yes[at[k]! >> 5]! >>> (at[k]! & 31)) & 1;
  return row;
}

/** 1 on the sessions that lie in a run, both ascending. */
function membersRow(runs: readonly (readonly [number, number])[], at: Int32Array): Uint8Array {
  const row = new Uint8Array(at.length);
  for (let k = 0, r = 0; k < at.length; k++) {
    while (r < runs.length && runs[r]![1] < at[k]!) r++;
    if (r === runs.length) break;
    row[k] = runs[r]![0] <= at[k]! ? 1 : 0;
  }
  return row;
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
        const row = new Float64Array(at.length);
        for (let k = 0; k < row.length; k++) row[k] = values[at[k]!]!;
        return row;
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
    const row = new Float64Array(at.length);
    for (let k = 0; k < row.length; k++) row[k] = saleOf(bars, at[k]! + 1, exits[k]!)?.gross ?? NaN;
    return row;
  });
}
