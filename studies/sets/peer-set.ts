import { align } from "@core";
import { ownDays } from "@studies/market/own-calendar";
import { findGroup, groupKeyText, keyOf, partsOf } from "./group-key";
import { membersOf } from "./group-members";
import type { KnownInstrument, Market } from "@studies/market/market";
import { groupSeries } from "@studies/columns/composites";
import { marketValue } from "@studies/cross-section/market-values";
import { ownIndex } from "./own-index";
import { type Inside, levelBelow } from "./set-below";

/** One member of a set: an instrument, or a group with a series of its own. */
export interface Peer {
  /** Ticker of an instrument, key of a group. */
  readonly key: string;
  readonly name: string;
  /** Empty for a group without an instrument of its own. */
  readonly ticker: string;
  /** What it belongs to one level up: a sector, region, asset class or family; may be empty. */
  readonly family: string;
  readonly temperament: string;
  /** Times the daily return of what it holds; 1 for all but some funds. */
  readonly leverage: number;
  /** The market whose sessions its levels have: the one asked, or the data of those that belong to none. */
  readonly part: Market;
  /** Closes, or the levels of the group's composite, on the sessions of its part. */
  readonly levels: Float64Array;
  /** Market value at the as-of session, NaN where unknown. */
  readonly value: number;
  /** Stocks in it with a bar on the session; 0 for an instrument. */
  readonly stocks: number;
  /** The set one level down, where there is one. */
  readonly down: Inside | undefined;
  /** Whether it belonged to the set on a session of its part. */
  belongsAt(s: number): boolean;
}

export interface SetWanted extends Inside {
  /** Leveraged and inverse funds too. */
  readonly leveraged?: boolean;
}

const always = () => true;

/**
 * The members of a set as of the session, and those that belonged to it earlier (they count in what is measured across
 * the set at their time).
 */
export function peersOf(market: Market, wanted: SetWanted): Peer[] {
  const { set, in: inside } = wanted;
  const parts = inside === undefined ? [] : partsOf(findGroup(inside));
  const within = (peer: Peer) =>
    parts.length === 0 ||
    parts.some((part) => keyOf(part) === peer.key || (peer.family !== "" && "name" in part && part.name === peer.family));
  switch (set) {
    case "sector":
    case "industry":
      return sectorsOrIndustries(market, set).filter(within);
    case "theme":
      return market.groups.list
        .filter((g) => g.kind === "theme")
        .map((g) => groupPeer(market, g.name))
        .filter(within);
    case "family":
      return worldwideGroups(market, "family").map(({ part, name }) => ({
        ...groupPeer(part, name),
        down: { set: "commodity", in: groupKeyText("group", name) },
      }));
    case "region":
      return worldwideGroups(market, "region").map(({ part, name }) => {
        const index = ownIndex(market, name)?.instrument;
        const down = { set: "world", in: groupKeyText("group", name) } as const;
        const key = groupKeyText("group", name);
        return index ? { ...instrumentPeer(market, part, index, ""), key, down } : { ...groupPeer(part, name), down };
      });
    case "world":
      return grouped(market, "region").filter(within);
    case "commodity":
      return grouped(market, "family", inside).filter((p) => p.part.find(p.ticker)?.kind === "commodity" || inside !== undefined);
    case "asset-class":
      return grouped(market, "asset-class");
    case "style":
      return market.instruments
        .filter((i) => i.kind === "index" && i.ticker !== market.row.broadIndex)
        .map((i) => instrumentPeer(market, market, i, ""));
    case "currency":
      return (market.worldwide?.instruments ?? [])
        .filter((i) => i.kind === "currency")
        .map((i) => instrumentPeer(market, market.worldwide!, i, ""));
    case "fund":
      return market.instruments
        .filter((i) => i.kind === "fund" && (wanted.leveraged === true || (i.leverage ?? 1) === 1))
        .map((i) => instrumentPeer(market, market, i, ""));
    case "stock":
      return stocksOf(market, inside ?? "market:");
  }
}

/** Whether a peer belongs to its set now, and trades. */
export function isNow(peer: Peer): boolean {
  const { part, levels } = peer;
  return peer.belongsAt(part.t) && levels.subarray(Math.max(0, part.t - 5)).some((x) => !Number.isNaN(x));
}

function sectorsOrIndustries(market: Market, level: "sector" | "industry"): Peer[] {
  const names = new Map<string, string>();
  for (const i of market.instruments) if (i.kind === "stock" && i[level] !== null) names.set(i[level], i.sector ?? "");
  return [...names]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, sector]): Peer => {
      const key = groupKeyText(level, name);
      const down: Inside = level === "sector" ? { set: "industry", in: key } : { set: "stock", in: key };
      return {
        ...groupOf(market, key, name, market.perSession(groupSeries(groupKeyText(level, name))).level),
        family: sector,
        down,
      };
    });
}

/** A dated group with the composite of its members as its series. */
function groupPeer(part: Market, name: string): Peer {
  const key = groupKeyText("group", name);
  return {
    ...groupOf(part, key, name, part.perSession(groupSeries(groupKeyText("group", name))).level),
    down: { set: "stock", in: key },
  };
}

function groupOf(part: Market, key: string, name: string, levels: Float64Array): Peer {
  const held = membersOf(part, [key]);
  const temperaments = held.map((index) => part.at(index)?.temperament ?? "");
  const values = held.map((index) => marketValue(part, part.at(index)!)).filter((v) => !Number.isNaN(v));
  return {
    key,
    name,
    ticker: "",
    family: "",
    temperament: commonest(temperaments),
    leverage: 1,
    part,
    levels,
    value: values.length > 0 ? values.reduce((sum, v) => sum + v, 0) : NaN,
    stocks: held.filter((index) => part.at(index)?.kind === "stock" && !Number.isNaN(part.bars("close", index)[part.t])).length,
    down: undefined,
    belongsAt: always,
  };
}

function instrumentPeer(market: Market, part: Market, row: KnownInstrument, family: string): Peer {
  return {
    key: row.ticker,
    name: row.name,
    ticker: row.ticker,
    family,
    temperament: row.temperament ?? "",
    leverage: row.leverage ?? 1,
    part,
    levels: part.bars("close", row.index),
    value: marketValue(part, row),
    stocks: 0,
    down: levelBelow(market, row),
    belongsAt: always,
  };
}

function worldwideGroups(market: Market, kind: string): { part: Market; name: string }[] {
  const part = market.worldwide;
  return part ? part.groups.list.filter((g) => g.kind === kind).map(({ name }) => ({ part, name })) : [];
}

/** All instruments that belong to a group of a kind, each with the name of that group. */
function grouped(market: Market, kind: string, inside?: string): Peer[] {
  const found = new Map<string, Peer>();
  for (const part of market.parts) {
    const names = part.groups.list.filter((g) =>
      inside === undefined ? g.kind === kind : groupKeyText("group", g.name) === inside,
    );
    for (const { name } of names) {
      for (const index of part.groups.membersAt(name, part.t)) {
        const row = part.at(index)!;
        found.set(row.ticker, instrumentPeer(market, part, row, name));
      }
    }
  }
  return [...found.values()].sort((a, b) => (a.family === b.family ? (a.key < b.key ? -1 : 1) : a.family < b.family ? -1 : 1));
}

function stocksOf(market: Market, inside: string): Peer[] {
  return everBelonging(market, inside).map(({ row, belongsAt }) => ({
    ...instrumentPeer(market, market, row, row.sector ?? ""),
    down: undefined,
    belongsAt,
  }));
}

/** What belonged to a group on some session up to the as-of one, and when. */
export function everBelonging(
  market: Market,
  key: string,
): { readonly row: KnownInstrument; readonly belongsAt: (s: number) => boolean }[] {
  return market.groups.everIn(key).map((row) => {
    const runs = market.groups.runsIn(key, row.index);
    return { row, belongsAt: (s) => runs.some(([from, to]) => from <= s && s <= to) };
  });
}

function commonest(names: readonly string[]): string {
  const counts = new Map<string, number>();
  for (const name of names) if (name !== "") counts.set(name, (counts.get(name) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))[0]?.[0] ?? "";
}

/**
 * The levels of a peer on the days of the asking calendar: its own where it has that calendar, else carried from its
 * own days (method 0, A09).
 */
export function levelsOn(peer: Pick<Peer, "part" | "levels">, days: Int32Array): Float64Array {
  const { part, levels } = peer;
  if (days === part.sessions) return levels;
  return align(...ownDays(part, levels), days);
}
