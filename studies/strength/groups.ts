import { mean, simpleReturnAt, standing, type StrengthFlag } from "@core";
import { z } from "zod";
import { locate, type Located } from "@studies/market/own-calendar";
import { dayFacts, type DayFacts } from "@studies/cross-section/day-facts";
import type { Market } from "@studies/market/market";
import { defineStudy, type Link, type Sentence } from "@studies/define-study";
import { groupsTitle, membersOf } from "@studies/sets/group-members";
import { groupKeySchema } from "@studies/sets/group-key-schema";
import { PEER_SET_NAMES, PEER_SETS, type PeerSet } from "@studies/sets/peer-names";
import { isNow, peersOf, type Peer } from "@studies/sets/peer-set";
import { ownIndex, widestIndex } from "@studies/sets/own-index";
import type { Inside } from "@studies/sets/set-below";
import { strengthOfSeries, type SeriesStrength } from "@studies/cross-section/strength-of-series";
import { trendOfStocks } from "@studies/cross-section/trend-of-stocks";
import { fitting, fixed, list, signed, signedPercent } from "@studies/words/words";
import { byRank } from "@studies/cross-section/by-rank";
import { tableOf } from "@studies/table";
import { GROUP_COLUMNS } from "./group-columns";
import { leadersOf } from "@studies/briefs/leaders";
import { strengthPicture } from "./strength-picture";

export interface GroupRow extends SeriesStrength, DayFacts {
  /** Ticker of an instrument, key of a group. */
  readonly key: string;
  readonly name: string;
  /** Empty for a group without an instrument of its own. */
  readonly ticker: string;
  /** What it belongs to one level up: a sector, region, family or asset class. */
  readonly family: string;
  /** Stocks in it, 0 for an instrument. */
  readonly members: number;
  /** Mean of the members' Trend, NaN for an instrument. */
  readonly trend: number;
  readonly standing: string;
  /** Three-month return less that of its family: the family's own index, or else the mean of those it belongs with. */
  readonly gap: number;
  readonly leverage: number;
  readonly down: Inside | undefined;
}

const PEERS = PEER_SET_NAMES.filter((set) => set !== "stock") as [Exclude<PeerSet, "stock">, ...Exclude<PeerSet, "stock">[]];

export const groups = defineStudy({
  name: "groups",
  about: "The members of a set by strength: returns, z-scores within the set, rank, staying power, flags.",
  params: z.object({
    peers: z.enum(PEERS).default("sector").describe("the peer set"),
    in: groupKeySchema.optional().describe("show only what belongs to this group, still ranked among all"),
    leveraged: z.stringbool().default(false).describe("leveraged and inverse funds too"),
  }),
  cost: "heavy",
  examples: [
    {},
    { peers: "industry" },
    { peers: "industry", in: "sector:$sector" },
    { peers: "fund", leveraged: "true" },
    { peers: "world" },
    { peers: "asset-class" },
    { peers: "theme" },
    { peers: "commodity" },
  ],
  ask(market, { peers, in: inside, leveraged }) {
    // Those that are gone count in the staying power and the earlier ranks of those that are there.
    const ever = peersOf(market, { set: peers, leveraged });
    const strengths = strengthOfSeries(market, ever);
    const there = Array.from(ever.keys()).filter((k) => isNow(ever[k]!));
    const all = there.map((k) => ever[k]!);
    const found = there.map((k) => strengths[k]!);
    const trends = trendOfStocks(market);
    const families = familiesOf(market, all, found);
    const rows = all.map((peer, k): GroupRow => {
      const strength = found[k]!;
      const stocks =
        peer.key.includes(":") && peer.part === market ? membersOf(market, [peer.key]).filter((i) => trends.has(i)) : [];
      return {
        ...strength,
        key: peer.key,
        name: peer.name,
        ticker: peer.ticker,
        family: peer.family,
        members: peer.stocks,
        trend: mean(stocks.map((i) => trends.get(i)!.trend)),
        standing: standing(strength.strength, strength.staying) ?? "",
        gap: strength.returns[2] - families.get(peer.family)!.r63,
        ...factsOf(peer),
        leverage: peer.leverage,
        down: peer.down,
      };
    });
    const chosen =
      inside === undefined ? undefined : new Set(peersOf(market, { set: peers, in: inside, leveraged }).map((p) => p.key));
    const shown = rows.filter((row) => !chosen || chosen.has(row.key));
    const reference = locate(market, market.row.broadIndex ?? "");
    const world = peers === "region" || peers === "world" ? locate(market, widestIndex(market, "index") ?? "") : undefined;
    return {
      asOf: market.asOf,
      peers,
      in: inside ?? "",
      inName: inside === undefined ? "" : groupsTitle([inside], market),
      peerCount: rows.length,
      rows: shown.sort(byRank),
      /** What its members are set against: three-month return of each family; of the whole set where it has none. */
      families: [...families.values()].filter((f) => shown.some((row) => row.family === f.name)),
      /** Home against the world over three months, where both are known. */
      homeAndWorld:
        reference && world
          ? [reference, world].map((index) => ({
              name: index.instrument.name,
              ticker: index.instrument.ticker,
              r63: threeMonthsOf(index),
            }))
          : [],
    };
  },
  reading: (r) => groupSentences(r),
  table: (r) => tableOf(GROUP_COLUMNS, r.rows),
  pictures: {
    strength: {
      name: "Strength over three and six months, in standard deviations of the set",
      draw: (r) => strengthPicture(r.rows),
    },
  },
  states: (r) => leadersOf(r.rows),
});

/** A group without an instrument has no range and no volume of its own. */
function factsOf({ part, ticker }: Peer): DayFacts {
  const instrument = ticker === "" ? undefined : part.find(ticker);
  return instrument ? dayFacts(part, instrument.index) : { dayPosition: NaN, volume: NaN };
}

/** A region, sector, family or class that members belong to, and what it made in three months. */
export interface Family {
  readonly name: string;
  readonly r63: number;
  /** Whether that is its own index; else it is the mean of its members. */
  readonly ofIndex: boolean;
}

/** Three-month return of an instrument to its own last session. */
function threeMonthsOf({ part, instrument: { index } }: Located): number {
  return simpleReturnAt(part.bars("close", index), part.lastSessionOf(index), 63);
}

function familiesOf(market: Market, peers: readonly Peer[], rows: readonly (SeriesStrength | undefined)[]): Map<string, Family> {
  const names = [...new Set(peers.map((p) => p.family))];
  return new Map(
    names.map((name): [string, Family] => {
      const index = name === "" ? undefined : ownIndex(market, name);
      const members = peers.flatMap((p, k) => (p.family === name ? [rows[k]?.returns[2] ?? NaN] : []));
      const own = index && threeMonthsOf(index);
      return [name, { name, r63: own ?? mean(members), ofIndex: own !== undefined }];
    }),
  );
}

interface Told {
  readonly rows: readonly GroupRow[];
  readonly peers: PeerSet;
  readonly inName: string;
  readonly peerCount: number;
  readonly homeAndWorld: readonly { readonly name: string; readonly ticker: string; readonly r63: number }[];
}

function linkOf(row: GroupRow): Link {
  if (row.key.includes(":")) return { screen: "groups", params: { in: row.key } };
  return { screen: "chart", params: { ticker: row.ticker } };
}

function groupSentences({ rows, peers, inName, homeAndWorld }: Told): Sentence[] {
  const ranked = rows.filter((g) => !Number.isNaN(g.rank));
  const [first, last] = [ranked[0], ranked[ranked.length - 1]];
  const { one, many } = PEER_SETS[peers];
  if (rows.length === 0) return [[`There are no ${many}${inName === "" ? "" : ` of ${inName}`} at this date.`]];
  if (!first || !last) return [[`No ${one} has the 126 sessions of history that strength needs at this date.`]];
  const sentences: Sentence[] = [
    [
      inName === "" ? "" : `In ${inName}, `,
      { figure: first.name, to: linkOf(first) },
      inName === "" ? ` leads the ${ranked.length} ${many}: ` : ` leads its ${ranked.length} ${many}: `,
      { figure: signedPercent(first.returns[2]) },
      " in three months and ",
      { figure: signedPercent(first.returns[3]) },
      ` in six (three and six months combined: z\u00a0${signed(first.combinedZ)}); `,
      { figure: last.name, to: linkOf(last) },
      ` trails at ${signedPercent(last.returns[2])} and ${signedPercent(last.returns[3])}.`,
    ],
  ];
  const [home, world] = homeAndWorld;
  if (home && world)
    sentences.push([
      `At home, ${home.name} made `,
      { figure: signedPercent(home.r63), to: { screen: "chart", params: { ticker: home.ticker } } },
      ` in three months against `,
      { figure: signedPercent(world.r63), to: { screen: "chart", params: { ticker: world.ticker } } },
      ` of ${world.name}.`,
    ]);
  const least = rows.length > 20 ? 6 : 3;
  const climbers = ranked
    .filter((g) => g.rankBefore - g.rank >= least)
    .sort((a, b) => b.rankBefore - b.rank - (a.rankBefore - a.rank));
  const named = (has: (g: GroupRow) => boolean) => ranked.filter(has).map((g) => g.name);
  const verb = (names: readonly string[]) => `${several(names)} ${names.length > 1 ? "are" : "is"}`;
  const arrivals = named((g) => g.standing === "new arrival");
  const fading = named((g) => g.standing === "fading");
  const flagged = (flag: StrengthFlag) => named((g) => g.flags.includes(flag));
  const parts: string[] = [];
  if (arrivals.length > 0) parts.push(`${verb(arrivals)} newly arrived among the strongest`);
  if (climbers.length > 0) {
    const climbs = climbers.slice(0, 2).map((g) => `${g.name} climbed from rank ${fixed(g.rankBefore)} to ${fixed(g.rank)}`);
    parts.push(`${list(climbs)} in a week`);
  }
  if (fading.length > 0) parts.push(`${verb(fading)} fading`);
  if (flagged("cracking").length > 0)
    parts.push(`${verb(flagged("cracking"))} cracking: strong in six months and weak in the last`);
  if (flagged("turning up").length > 0) parts.push(`${verb(flagged("turning up"))} turning up from behind`);
  if (parts.length > 0) sentences.push([`${parts.slice(0, 2).join("; ")}.`]);
  return fitting(sentences);
}

function several(names: readonly string[]): string {
  return names.length > 3 ? `${names.slice(0, 2).join(", ")} and ${names.length - 2} more` : list(names);
}
