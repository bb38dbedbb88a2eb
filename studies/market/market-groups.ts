import { isMember, type MembershipRuns } from "@core";
import { findGroup, keyOf } from "@studies/sets/group-key";
import { memberRuns } from "@studies/sets/member-runs";
import type { KnownInstrument, Market } from "./market";
import type { MarketData } from "./market-data";

/** The groups of a market as of its session: who belonged to them until then. */
export class MarketGroups {
  readonly #data: MarketData;
  readonly #market: Market;
  #list: readonly { readonly name: string; readonly kind: string }[] | undefined;

  constructor(data: MarketData, market: Market) {
    this.#data = data;
    this.#market = market;
  }

  /** Names of the dated groups of this market that have had a member by t. */
  get list(): readonly { readonly name: string; readonly kind: string }[] {
    const begun = (spans: MembershipRuns) => spans.from.some((from) => from <= this.#market.t);
    return (this.#list ??= this.#data.groups.filter((g) => begun(g.spans)).map(({ name, kind }) => ({ name, kind })));
  }

  /** Members of a dated group on a session up to t, as positions in the panel; empty when there is no such group. */
  membersAt(name: string, s: number): number[] {
    const group = this.#data.groups.find((g) => g.name === name);
    if (!group || s > this.#market.t) return [];
    return this.#market.instruments.filter((i) => isMember(group.spans, i.index, s)).map((i) => i.index);
  }

  /** What a fund or another weighted group holds on a session up to t, with its weights. */
  holdingsAt(name: string, s: number): { readonly index: number; readonly weight: number }[] {
    const runs = this.#data.groups.find((g) => g.name === name)?.weights;
    if (!runs || s > this.#market.t) return [];
    const held: { index: number; weight: number }[] = [];
    runs.instrument.forEach((index, k) => {
      if (runs.from[k]! <= s && s <= runs.to[k]!) held.push({ index, weight: runs.weight[k]! });
    });
    return held;
  }

  /** Whether an instrument belonged to a group, by the group's key, on a session up to t. */
  isIn(key: string, index: number, s: number): boolean {
    return s <= this.#market.t && isMember(memberRuns(this.#data, key), index, s);
  }

  /** Whether a group, by its key, has had a member by t, here or among what belongs to no market; derives nothing. */
  knows(key: string): boolean {
    const market = this.#market;
    const group = findGroup(key);
    if (group === undefined) return false;
    switch (group.level) {
      case "market":
        return true;
      case "any":
        return group.of.some((part) => this.knows(keyOf(part)));
      case "stocks":
        return group.tickers.some((ticker) => market.find(ticker) !== undefined);
      case "group":
        return market.parts.some((part) => part.groups.list.some((g) => g.name === group.name));
      default:
        return market.instruments.some((i) => i.kind === "stock" && i[group.level] === group.name);
    }
  }

  /** The runs of sessions in which an instrument belongs to a group, by the group's key. */
  runsIn(key: string, index: number): readonly (readonly [from: number, to: number])[] {
    const { t } = this.#market;
    const { offset, from, to } = memberRuns(this.#data, key);
    const runs: [number, number][] = [];
    for (let k = offset[index]!; k < offset[index + 1]!; k++) if (from[k]! <= t) runs.push([from[k]!, Math.min(t, to[k]!)]);
    return runs;
  }

  /** The instruments that belonged to a group, by its key, on some session up to t. */
  everIn(key: string): KnownInstrument[] {
    const { t, instruments } = this.#market;
    const { offset, from } = memberRuns(this.#data, key);
    return instruments.filter(({ index }) => offset[index]! < offset[index + 1]! && from[offset[index]!]! <= t);
  }
}
