import { z } from "zod";
import { participationRows, participationSentence, type ParticipationRow } from "./breadth";
import { CROWDED, WASHED_OUT } from "./breadth-zones";
import { defineStudy, type Link, type Sentence } from "./define-study";
import { groupKeyText } from "./group-key";
import { byRank } from "./groups";
import type { Market } from "./market";
import { regimeNow, regimeSentence, type RegimeNow } from "./regime";
import { strengthOfGroups, type GroupStrength } from "./strength-of-groups";
import { lanesNow, tideNow, type LaneNow, type TideNow } from "./timing";
import { trendOfStocks } from "./trend-of-stocks";
import { count, date, list, share, signed, signedPercent } from "./words";

/** Something that is different from before, with its evidence. */
export interface Change {
  readonly area: "Regime" | "Breadth" | "Timing" | "Groups" | "Stocks";
  readonly sentence: Sentence;
}

interface Stances {
  readonly favour: readonly string[];
  readonly avoid: readonly string[];
  readonly stocks: number;
}

export const today = defineStudy({
  name: "today",
  about: "The evening's start page: how the market stands, what changed, which groups lead and trail.",
  params: z.object({}),
  cost: "heavy",
  examples: [{}],
  ask(market) {
    const industries = strengthOfGroups(market, "industry");
    const sectors = [...strengthOfGroups(market, "sector")].sort(byRank);
    const rows = participationRows(market, "ema");
    const regime = regimeNow(market);
    const before = market.before(1);
    const stances = stancesOf(market, industries);
    const stancesBefore = market.t > 0 ? stancesOf(before, strengthOfGroups(before, "industry")) : stances;
    const index = market.row.broadIndex ?? "";
    return {
      asOf: market.asOf,
      marketName: market.row.name,
      indexTicker: market.find(index) ? index : "",
      regime,
      breadth: rows,
      lanes: lanesNow(market),
      tide: tideNow(market),
      sectors: sectors.map((g) => groupLine(g, "sector")),
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
        ...breadthChanges(rows),
        ...timingChanges(lanesNow(market), tideNow(market), tideNow(before).zone),
        ...groupChanges(sectors, industries),
        ...stanceChanges(stances, stancesBefore),
      ],
    };
  },
  reading(r): Sentence[] {
    const chart: Link | undefined = r.indexTicker === "" ? undefined : { screen: "chart", params: { ticker: r.indexTicker } };
    const ranked = r.sectors.filter((g) => !Number.isNaN(g.rank));
    const sentences: Sentence[] = [
      regimeSentence(r.regime, r.regime.direction === "" ? chart : { screen: "regime" }),
      participationSentence(r.breadth, { screen: "breadth" }),
      timingSentence(r.lanes, r.tide),
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
  table: (r) => ({
    columns: [
      { key: "level", label: "level" },
      { key: "name", label: "group" },
      ...["rank", "rank five sessions ago", "r(1)", "r(5)", "r(63)", "r(126)", "blend z"].map((label) => ({ key: label, label })),
    ],
    rows: [...r.sectors.map((g) => ["sector", g] as const), ...r.industries.map((g) => ["industry", g] as const)].map(
      ([level, g]) => [level, g.name, g.rank, g.rankBefore, g.r1, g.r5, g.r63, g.r126, g.blendZ],
    ),
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
  readonly blendZ: number;
}

function groupLine(g: GroupStrength, level: "sector" | "industry"): GroupLine {
  const { name, rank, rankBefore, r1, blendZ } = g;
  return {
    name,
    key: groupKeyText(level, name),
    rank,
    rankBefore,
    r1,
    r5: g.returns[0],
    r63: g.returns[2],
    r126: g.returns[3],
    blendZ,
  };
}

function stancesOf(market: Market, industries: readonly GroupStrength[]): Stances {
  const trends = trendOfStocks(market, industries);
  const members = market.instruments.filter(
    (i) => trends.get(i.index)?.stance !== undefined && market.isInUniverse(i.index, market.t),
  );
  const at = (stance: string) => members.filter((i) => trends.get(i.index)?.stance === stance).map((i) => i.ticker);
  return { favour: at("Favour"), avoid: at("Avoid"), stocks: members.length };
}

function regimeChanges(market: Market, r: RegimeNow): Change[] {
  const changes: Change[] = [];
  const to: Link = { screen: "regime" };
  const figure = (text: string) => ({ figure: text, to });
  const recently = (sessions: number) => sessions <= 5 && sessions <= market.t;
  if (r.direction !== "" && recently(r.directionSessions)) {
    const earlier = regimeNow(market.before(r.directionSessions)).direction;
    if (earlier !== "")
      changes.push({
        area: "Regime",
        sentence: ["Direction turned from ", `${earlier} to `, figure(r.direction), ` on ${date(r.directionSince)}.`],
      });
  }
  if (r.volatility !== "" && recently(r.volatilitySessions)) {
    const earlier = regimeNow(market.before(r.volatilitySessions)).volatility;
    if (earlier !== "")
      changes.push({
        area: "Regime",
        sentence: ["Volatility went from ", `${earlier} to `, figure(r.volatility), ` on ${date(r.volatilitySince)}.`],
      });
  }
  if (r.pendingDirection !== "") {
    changes.push({
      area: "Regime",
      sentence: ["The session alone would be judged ", figure(r.pendingDirection), "; three running change the state."],
    });
  }
  return changes;
}

function breadthChanges(rows: readonly ParticipationRow[]): Change[] {
  const to: Link = { screen: "breadth" };
  const changes: Change[] = [];
  const row = rows[3]!;
  const day = row.percent - row.dayAgo;
  if (!Number.isNaN(day)) {
    changes.push({
      area: "Breadth",
      sentence: [
        "Since the last session ",
        { figure: `${signed(day)} points`, to },
        ` above the 50-session average, ${signed(rows[2]!.percent - rows[2]!.dayAgo)} above the 20.`,
      ],
    });
  }
  const all = rows[5]!;
  const zone = (p: number) => (p >= CROWDED ? "crowded" : p <= WASHED_OUT ? "washed out" : "");
  if (!Number.isNaN(all.dayAgo) && zone(all.percent) !== zone(all.dayAgo)) {
    changes.push({
      area: "Breadth",
      sentence: [
        "All five at once ",
        zone(all.percent) === "" ? `left the ${zone(all.dayAgo)} zone at ` : `became ${zone(all.percent)} at `,
        { figure: share(all.percent), to },
        ".",
      ],
    });
  }
  return changes;
}

/** "Quick and Checked are up, Steady and Long down; Tide −11." */
function timingSentence(lanes: readonly LaneNow[], { tide, zone }: TideNow): Sentence {
  const to: Link = { screen: "timing" };
  const at = (state: number) => lanes.filter((l) => l.state === state).map((l) => l.lane);
  const [up, down] = [at(1), at(-1)];
  if (up.length + down.length === 0) return ["No lane has given a signal yet."];
  const part = (names: readonly string[], word: string): (string | { figure: string; to: Link })[] =>
    names.length === 0 ? [] : [`${list(names)} ${names.length === 1 ? "is" : "are"} `, { figure: word, to }];
  const parts = [part(up, "up"), part(down, "down")].filter((p) => p.length > 0);
  return [
    ...parts.flatMap((p, k) => (k === 0 ? p : [", ", ...p])),
    ...(Number.isNaN(tide) ? ["."] : ["; Tide ", { figure: signed(tide, 0), to }, zone === "" ? "." : `, ${zone}.`]),
  ];
}

function timingChanges(lanes: readonly LaneNow[], tide: TideNow, zoneBefore: string): Change[] {
  const to: Link = { screen: "timing" };
  const changes: Change[] = lanes
    .filter((l) => l.fresh)
    .map((l) => ({
      area: "Timing",
      sentence: [{ figure: l.lane, to }, ` turned ${l.state > 0 ? "up" : "down"} on this session.`],
    }));
  if (tide.zone !== zoneBefore && !Number.isNaN(tide.tide)) {
    const words = tide.zone === "" ? `left the ${zoneBefore} zone` : `became ${tide.zone}`;
    changes.push({ area: "Timing", sentence: [`Tide ${words} at `, { figure: signed(tide.tide, 0), to }, "."] });
  }
  return changes;
}

function groupChanges(sectors: readonly GroupStrength[], industries: readonly GroupStrength[]): Change[] {
  const changes: Change[] = [];
  const moves = (rows: readonly GroupStrength[], level: "sector" | "industry", least: number) => {
    const movers = rows
      .filter((g) => Math.abs(g.rankBefore - g.rank) >= least)
      .sort((a, b) => Math.abs(b.rankBefore - b.rank) - Math.abs(a.rankBefore - a.rank));
    for (const g of movers.slice(0, 2)) {
      changes.push({
        area: "Groups",
        sentence: [
          { figure: g.name, to: { screen: "groups", params: { in: groupKeyText(level, g.name) } } },
          ` ${g.rank < g.rankBefore ? "climbed" : "fell"} from rank ${g.rankBefore} to ${g.rank} of ${rows.length} ${level === "sector" ? "sectors" : "industries"} in a week (${signedPercent(g.returns[0])}).`,
        ],
      });
    }
  };
  moves(sectors, "sector", 2);
  moves(industries, "industry", 6);
  return changes;
}

function stanceChanges(now: Stances, before: Stances): Change[] {
  const arrived = (a: readonly string[], b: readonly string[]) => a.filter((ticker) => !b.includes(ticker));
  const changes: Change[] = [];
  const say = (tickers: readonly string[], stance: string) => {
    if (tickers.length === 0) return;
    const named = tickers.slice(0, 3);
    const more = tickers.length - named.length;
    changes.push({
      area: "Stocks",
      sentence: [
        { figure: count(tickers.length, "stock"), to: { screen: "groups", params: { in: "market:", sort: "stance" } } },
        ` arrived at ${stance}: ${more > 0 ? `${named.join(", ")} and ${more} more` : list(named)}.`,
      ],
    });
  };
  say(arrived(now.favour, before.favour), "Favour");
  say(arrived(now.avoid, before.avoid), "Avoid");
  return changes;
}
