import { z } from "zod";
import { participationRows, participationSentence } from "@studies/breadth/participation-rows";
import { zoneParams } from "@studies/breadth/zone-params";
import { defineStudy, type Link, type Sentence } from "@studies/define-study";
import { groupKeyText } from "@studies/sets/group-key";
import { byRank } from "@studies/cross-section/by-rank";
import type { Market } from "@studies/market/market";
import { regimeNow, regimeSentence } from "@studies/regime/regime-now";
import { strengthOfGroups, type GroupStrength } from "@studies/cross-section/strength-of-groups";
import { lanesNow, lanesWords, pressureNow, type LaneNow, type PressureNow } from "@studies/timing/timing-now";
import {
  breadthChanges,
  groupChanges,
  regimeChanges,
  rotationChanges,
  stanceChanges,
  standingChanges,
  timingChanges,
  type Stances,
} from "./today-changes";
import { trendOfStocks } from "@studies/cross-section/trend-of-stocks";
import { signed } from "@studies/words/words";
import { rotationOf, SECTORS_WEEKLY } from "@studies/rotation/rotation-of-set";
import { tableOf, type Column } from "@studies/table";
import { leadersOf } from "@studies/briefs/leaders";

export const today = defineStudy({
  name: "today",
  about: "The evening's start page: how the market stands, what changed, which groups lead and trail.",
  params: z.object(zoneParams),
  cost: "heavy",
  examples: [{}, { crowded: 60, washed: 25 }],
  ask(market, { crowded, washed }) {
    const zones = { high: crowded, low: washed };
    const industries = strengthOfGroups(market, "industry");
    const sectors = [...strengthOfGroups(market, "sector")].sort(byRank);
    const rows = participationRows(market, "ema");
    const regime = regimeNow(market);
    const [lanes, pressure] = [lanesNow(market), pressureNow(market)];
    const before = market.before(1);
    const stances = stancesOf(market);
    const industriesBefore = market.t > 0 ? strengthOfGroups(before, "industry") : industries;
    const stancesBefore = market.t > 0 ? stancesOf(before) : stances;
    const sectorsBefore = market.t > 0 ? strengthOfGroups(before, "sector") : sectors;
    const turns = rotationOf(market, { ...SECTORS_WEEKLY, samples: 8 });
    const index = market.row.broadIndex ?? "";
    return {
      asOf: market.asOf,
      marketName: market.row.name,
      indexTicker: market.find(index) ? index : "",
      regime,
      breadth: rows,
      zones,
      lanes,
      pressure,
      sectors: sectors.map((g) => ({ ...groupLine(g, "sector"), phase: turns.rows.find((r) => r.name === g.name)?.phase ?? "" })),
      industries: [...industries].sort(byRank).map((g) => groupLine(g, "industry")),
      stances: {
        favour: stances.favour.length,
        avoid: stances.avoid.length,
        stocks: stances.stocks,
        favourBefore: stancesBefore.favour.length,
        avoidBefore: stancesBefore.avoid.length,
      },
      changes: [
        ...regimeChanges(market, regime),
        ...breadthChanges(rows, zones),
        ...timingChanges(lanes, pressure, pressureNow(before).zone),
        ...rotationChanges(turns.events, turns.sampleName),
        ...standingChanges([sectors, industries], [sectorsBefore, industriesBefore]),
        ...groupChanges(sectors, industries),
        ...stanceChanges(stances, stancesBefore),
      ],
    };
  },
  reading(r): Sentence[] {
    const chart: Link | undefined = r.indexTicker === "" ? undefined : { screen: "chart", params: { ticker: r.indexTicker } };
    const ranked = r.sectors.filter((g) => !Number.isNaN(g.rank));
    const sentences: Sentence[] = [
      regimeSentence(r.regime, r.regime.direction === "" ? chart : { screen: "regime" }, true),
      participationSentence(r.breadth, { screen: "breadth" }, r.zones),
      timingSentence(r.lanes, r.pressure),
    ];
    if (ranked.length > 1) {
      const group = (g: { name: string; key: string }) => ({
        figure: g.name,
        to: { screen: "groups" as const, params: { in: g.key } },
      });
      sentences.push([group(ranked[0]!), " leads the sectors, ", group(ranked[ranked.length - 1]!), " trails."]);
    }
    return sentences;
  },
  table: (r) => tableOf(LINE_COLUMNS, [...r.sectors, ...r.industries]),
  states: (r) => ({
    direction: r.regime.direction,
    volatility: r.regime.volatility,
    ...Object.fromEntries(
      r.lanes.map(({ lane, state }) => [`lane ${lane}`, state > 0 ? "up" : state < 0 ? "down" : "no signal"]),
    ),
    ...leadersOf(r.sectors),
  }),
});

export interface GroupLine {
  readonly name: string;
  readonly key: string;
  readonly rank: number;
  readonly rankBefore: number;
  readonly r1: number;
  readonly r5: number;
  readonly r63: number;
  readonly r126: number;
  readonly combinedZ: number;
}

const LINE_COLUMNS: Column<GroupLine>[] = [
  { key: "key", label: "key", unit: "text", value: (g) => g.key },
  { key: "name", label: "group", unit: "text", value: (g) => g.name },
  { key: "rank", label: "rank", unit: "count", value: (g) => g.rank },
  { key: "before", label: "was", unit: "count", about: "Rank five sessions ago", value: (g) => g.rankBefore },
  { key: "r1", label: "1 session", unit: "change", value: (g) => g.r1 },
  { key: "r5", label: "1 week", unit: "change", value: (g) => g.r5 },
  { key: "r63", label: "3 months", unit: "change", value: (g) => g.r63 },
  { key: "r126", label: "6 months", unit: "change", value: (g) => g.r126 },
  { key: "combined", label: "3+6 months z", unit: "sigma", value: (g) => g.combinedZ },
];

/** A sector with its phase of rotation against the broad index, empty where there is none yet. */
export type SectorLine = GroupLine & { readonly phase: string };

function groupLine(g: GroupStrength, level: "sector" | "industry"): GroupLine {
  const { name, rank, rankBefore, r1, combinedZ } = g;
  return {
    name,
    key: groupKeyText(level, name),
    rank,
    rankBefore,
    r1,
    r5: g.returns[0],
    r63: g.returns[2],
    r126: g.returns[3],
    combinedZ,
  };
}

function stancesOf(market: Market): Stances {
  const trends = trendOfStocks(market);
  const members = market.instruments.filter(
    (i) => trends.get(i.index)?.stance !== undefined && market.isInUniverse(i.index, market.t),
  );
  const at = (stance: string) => members.filter((i) => trends.get(i.index)?.stance === stance).map((i) => i.ticker);
  return { favour: at("Favour"), avoid: at("Avoid"), stocks: members.length };
}

/** "Of the four timing lanes Quick and Checked are up and Steady and Long are down; breadth pressure stands at −11." */
function timingSentence(lanes: readonly LaneNow[], { pressure, zone }: PressureNow): Sentence {
  const to: Link = { screen: "timing" };
  return [
    ...lanesWords(lanes, to),
    ...(Number.isNaN(pressure)
      ? ["."]
      : ["; breadth pressure stands at ", { figure: signed(pressure, 0), to }, zone === "" ? "." : `, ${zone}.`]),
  ];
}
