import type { Market } from "@studies/market/market";
import type { Located } from "@studies/market/own-calendar";

/** The index of a region, which carries the region's name (method 5). */
export function ownIndex(market: Market, region: string): Located | undefined {
  const part = market.worldwide;
  if (!part?.groups.list.some((g) => g.kind === "region" && g.name === region)) return undefined;
  const instrument = part.instruments.find((i) => i.kind === "index" && i.name === region);
  return instrument && { part, instrument };
}

/** The index abroad that stands for most instruments of a kind. */
export function widestIndex(market: Market, kind: string): string | undefined {
  const part = market.worldwide;
  const counted = (part?.groups.list ?? [])
    .filter((g) => g.kind === "index" && part!.find(g.name))
    .map((g) => ({ name: g.name, n: part!.groups.membersAt(g.name, part!.t).filter((i) => part!.at(i)!.kind === kind).length }));
  return counted.filter((c) => c.n > 0).sort((a, b) => b.n - a.n)[0]?.name;
}
