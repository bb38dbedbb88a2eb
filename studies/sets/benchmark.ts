import { locate, ownDays } from "@studies/market/own-calendar";
import type { Market } from "@studies/market/market";
import type { PeerSet } from "./peer-names";
import type { Peer } from "./peer-set";
import { widestIndex } from "./own-index";
import { referenceColumns } from "@studies/columns/composites";

/** What the members of a set are held against. */
export interface Benchmark {
  readonly kind: "index" | "flat" | "mean";
  readonly name: string;
  /** Key of the member that it is, which is left out of the set. */
  readonly key: string;
  /** The asking calendar and its last session (method 0, A09). */
  readonly days: Int32Array;
  readonly t: number;
  readonly close: Float64Array;
}

/** The benchmark that is asked for: of its own the index of the set, a flat line, the average, or an instrument. */
export function benchmarkOf(market: Market, set: PeerSet, bench: string): Benchmark {
  const own = { days: market.sessions, t: market.t };
  const ones = () => new Float64Array(market.t + 1).fill(1);
  const flat: Benchmark = { kind: "flat", name: "a flat line", key: "", ...own, close: ones() };
  const mean: Benchmark = { kind: "mean", name: "the average of the set", key: "", ...own, close: ones() };
  if (bench === "flat") return flat;
  if (bench === "mean") return mean;
  if (bench !== "index") return ofInstrument(market, bench) ?? mean;
  if (set === "currency") return flat;
  if (set === "asset-class") return mean;
  const kind = set === "region" || set === "world" ? "index" : set === "family" || set === "commodity" ? "commodity" : undefined;
  if (kind) return ofInstrument(market, widestIndex(market, kind) ?? "") ?? mean;
  const index = market.row.broadIndex;
  return (
    (index === null ? undefined : ofInstrument(market, index)) ?? {
      ...{ kind: "index", name: market.referenceName, key: "" },
      ...own,
      close: market.perSession(referenceColumns).close,
    }
  );
}

function ofInstrument(market: Market, ticker: string): Benchmark | undefined {
  const found = locate(market, ticker);
  if (!found) return undefined;
  const { part, instrument } = found;
  const [close, days] = ownDays(part, part.bars("close", instrument.index));
  return { kind: "index", name: instrument.name, key: ticker, days, t: days.length - 1, close };
}

/** Against a flat line, currencies stand against their base. */
export function inBase(
  market: Market,
  benchmark: Benchmark,
  { set, base }: { readonly set: PeerSet; readonly base: string },
): Benchmark {
  if (set !== "currency" || benchmark.kind !== "flat") return benchmark;
  return { ...benchmark, name: market.worldwide?.find(base)?.name ?? homeCurrency(market) };
}

function homeCurrency(market: Market): string {
  return `${market.row.name}’s own currency`;
}

/** Currencies against a base: prices in it, the home currency among them; against a flat line the base is the hub. */
export function withBase(
  market: Market,
  peers: readonly Peer[],
  { set, base, bench }: { readonly set: PeerSet; readonly base: string; readonly bench: string },
): Peer[] {
  if (set !== "currency" || peers.length === 0) return [...peers];
  const like = peers[0]!;
  const home: Peer = {
    ...like,
    key: market.row.currency,
    name: homeCurrency(market),
    ticker: "",
    value: NaN,
    levels: like.part.sessions.length === 0 ? like.levels : Float64Array.from(like.levels, () => 1),
  };
  const chosen = peers.find((p) => p.key === base) ?? home;
  const hub = bench === "flat" || bench === "index";
  return [...peers, home]
    .filter((p) => !hub || p.key !== chosen.key)
    .map((p) => ({ ...p, levels: p.levels.map((x, s) => x / chosen.levels[s]!) }));
}
