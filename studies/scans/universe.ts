import { WHOLE_MARKET, findGroup } from "@studies/sets/group-key";
import { groupsTitle } from "@studies/sets/group-members";
import { conditionsAskedOf, type ConditionsOf } from "@studies/conditions/conditions-of";
import type { KnownInstrument, Market } from "@studies/market/market";

/** All funds of a market, leveraged and inverse ones too. */
export const FUNDS = "funds";
/** All indexes of a market. */
export const INDEXES = "indexes";

/** What a universe is made of. */
export type UniverseOf = "stocks" | "funds" | "indexes";
const KINDS = { [FUNDS]: "fund", [INDEXES]: "index" } as const;

/** An instrument of the universe of a scan. */
export interface Scanned {
  readonly instrument: KnownInstrument;
  readonly conditions: ConditionsOf;
}

export interface Universe {
  readonly name: string;
  readonly of: UniverseOf;
  /** Those that belong to it at the as-of session. */
  readonly present: readonly Scanned[];
  /** All that ever belonged to it up to then, with the sessions of their membership, inclusive. */
  ever(): readonly (Scanned & { readonly runs: readonly (readonly [number, number])[] })[];
}

/** A universe by what an address says: the key of a group, `funds`, `indexes`, or nothing for all members of the market. */
export function universeOf(market: Market, text: string): Universe {
  const scanned = (instrument: KnownInstrument): Scanned => ({
    instrument,
    conditions: conditionsAskedOf(market, { part: market, instrument }),
  });
  if (text === FUNDS || text === INDEXES) {
    const all = market.instruments.filter((i) => i.kind === KINDS[text]);
    const lastOf = (index: number) => market.bars("close", index).findLastIndex((c) => c === c);
    return {
      name: market.row.name,
      of: text,
      present: all.filter((i) => !market.hasLeft(i.index)).map(scanned),
      ever: () =>
        all.map((i) => ({ ...scanned(i), runs: [[i.first, market.hasLeft(i.index) ? lastOf(i.index) : market.t] as const] })),
    };
  }
  const group = findGroup(text) === undefined ? WHOLE_MARKET : text;
  const ever = market.groups.everIn(group);
  return {
    name: groupsTitle([group], market),
    of: "stocks",
    present: ever.filter((i) => market.groups.isIn(group, i.index, market.t)).map(scanned),
    ever: () => ever.map((i) => ({ ...scanned(i), runs: market.groups.runsIn(group, i.index) })),
  };
}
