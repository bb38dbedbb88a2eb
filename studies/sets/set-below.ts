import type { KnownInstrument, Market } from "@studies/market/market";
import type { PeerSet } from "./peer-names";
import { membersOf } from "./group-members";
import { groupKeyText } from "./group-key";

/** A set within a group: the industries of a sector, the stocks of a fund. */
export interface Inside {
  readonly set: PeerSet;
  /** Key of the group; undefined for the whole set. */
  readonly in?: string;
}

/** What an index or fund consists of, as the set to look at: sectors of the broad index, families of all commodities. */
export function levelBelow(market: Market, row: KnownInstrument): Inside | undefined {
  if (row.kind === "stock") return undefined;
  if (row.ticker === market.row.broadIndex) return { set: "sector" };
  const key = groupKeyText("group", row.ticker);
  for (const part of market.parts) {
    const held = membersOf(part, [key]).map((index) => part.at(index)!);
    if (held.length === 0) continue;
    if (held.every((i) => i.kind === "stock")) return { set: "stock", in: key };
    const kinds = (kind: string) =>
      part.groups.list.filter(
        (g) => g.kind === kind && held.some((i) => part.groups.isIn(groupKeyText("group", g.name), i.index, part.t)),
      );
    for (const [kind, all, one] of [
      ["family", "family", "commodity"],
      ["region", "region", "world"],
    ] as const) {
      const found = kinds(kind);
      if (found.length > 1) return { set: all };
      if (found.length === 1) return { set: one, in: groupKeyText("group", found[0]!.name) };
    }
  }
  // The index of a region carries the region's name.
  const region = market.worldwide?.groups.list.find((g) => g.kind === "region" && g.name === row.name);
  return region ? { set: "world", in: groupKeyText("group", region.name) } : undefined;
}
