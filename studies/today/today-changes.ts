import { standing, type Zones } from "@core";
import type { ParticipationRow } from "@studies/breadth/participation-rows";
import type { Link, Sentence } from "@studies/define-study";
import { groupKeyText } from "@studies/sets/group-key";
import type { Market } from "@studies/market/market";
import type { PastEvent } from "@studies/rotation/rotation-row";
import { whatHappened } from "@studies/rotation/rotation-sentences";
import { regimeNow, type RegimeNow } from "@studies/regime/regime-now";
import type { GroupStrength } from "@studies/cross-section/strength-of-groups";
import type { LaneNow, PressureNow } from "@studies/timing/timing-now";
import { count, date, list, share, signed, signedPercent } from "@studies/words/words";

/* What is different from before, area by area. */

/** Something that is different from before, with its evidence. */
export interface Change {
  readonly area: "Regime" | "Breadth" | "Timing" | "Rotation" | "Groups" | "Stocks";
  readonly sentence: Sentence;
}

/** Who stands at Favour and Avoid, by ticker. */
export interface Stances {
  readonly favour: readonly string[];
  readonly avoid: readonly string[];
  readonly stocks: number;
}

export function regimeChanges(market: Market, r: RegimeNow): Change[] {
  const changes: Change[] = [];
  const to: Link = { screen: "regime" };
  const figure = (text: string) => ({ figure: text, to });
  const recently = (sessions: number) => sessions <= 5 && sessions <= market.t;
  if (r.direction !== "" && recently(r.directionSessions)) {
    const earlier = regimeNow(market.before(r.directionSessions)).direction;
    if (earlier !== "")
      changes.push({
        area: "Regime",
        sentence: [
          "The direction turned from ",
          `${earlier.toLowerCase()} to `,
          figure(r.direction.toLowerCase()),
          ` on ${date(r.directionSince)}.`,
        ],
      });
  }
  if (r.volatility !== "" && recently(r.volatilitySessions)) {
    const earlier = regimeNow(market.before(r.volatilitySessions)).volatility;
    if (earlier !== "")
      changes.push({
        area: "Regime",
        sentence: [
          "Volatility went from ",
          `${earlier.toLowerCase()} to `,
          figure(r.volatility.toLowerCase()),
          ` on ${date(r.volatilitySince)}.`,
        ],
      });
  }
  if (r.pendingDirection !== "") {
    changes.push({
      area: "Regime",
      sentence: [
        "This session alone would be judged ",
        figure(r.pendingDirection.toLowerCase()),
        "; three such sessions running change the state.",
      ],
    });
  }
  return changes;
}

export function breadthChanges(rows: readonly ParticipationRow[], zones: Zones): Change[] {
  const to: Link = { screen: "breadth" };
  const changes: Change[] = [];
  const row = rows[3]!;
  const day = row.percent - row.dayAgo;
  if (!Number.isNaN(day)) {
    changes.push({
      area: "Breadth",
      sentence: [
        "Since the session before, the share above the 50-session average changed by ",
        { figure: `${signed(day)} points`, to },
        Number.isNaN(rows[2]!.dayAgo)
          ? "."
          : ` and that above the 20-session one by ${signed(rows[2]!.percent - rows[2]!.dayAgo)}.`,
      ],
    });
  }
  const all = rows[5]!;
  const zone = (p: number) => (p >= zones.high ? "crowded" : p <= zones.low ? "washed out" : "");
  if (!Number.isNaN(all.dayAgo) && zone(all.percent) !== zone(all.dayAgo)) {
    changes.push({
      area: "Breadth",
      sentence: [
        "The share above all five averages ",
        zone(all.percent) === "" ? `left the ${zone(all.dayAgo)} zone at ` : `became ${zone(all.percent)} at `,
        { figure: share(all.percent), to },
        ".",
      ],
    });
  }
  return changes;
}

export function timingChanges(lanes: readonly LaneNow[], pressure: PressureNow, zoneBefore: string): Change[] {
  const to: Link = { screen: "timing" };
  const changes: Change[] = lanes
    .filter((l) => l.fresh)
    .map((l) => ({
      area: "Timing",
      sentence: ["The lane ", { figure: l.lane, to }, ` turned ${l.state > 0 ? "up" : "down"} on this session.`],
    }));
  if (pressure.zone !== zoneBefore && !Number.isNaN(pressure.pressure)) {
    const words = pressure.zone === "" ? `left the ${zoneBefore} zone` : `became ${pressure.zone}`;
    changes.push({
      area: "Timing",
      sentence: [`Breadth pressure ${words} at `, { figure: signed(pressure.pressure, 0), to }, "."],
    });
  }
  return changes;
}

export function groupChanges(sectors: readonly GroupStrength[], industries: readonly GroupStrength[]): Change[] {
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

/** Sectors and industries that have arrived among the strongest, or begun to fade, since the last session. */
export function standingChanges(
  now: readonly (readonly GroupStrength[])[],
  before: readonly (readonly GroupStrength[])[],
): Change[] {
  const changes: Change[] = [];
  const levels = ["sector", "industry"] as const;
  for (const [wanted, words] of [
    ["new arrival", ["has newly arrived among the strongest", "have newly arrived among the strongest"]],
    ["fading", ["began to fade", "began to fade"]],
  ] as const) {
    const found = levels.flatMap((level, k) => {
      const was = new Map(before[k]!.map((g) => [g.name, standing(g.strength, g.staying)]));
      return now[k]!.filter(
        (g) => standing(g.strength, g.staying) === wanted && was.has(g.name) && was.get(g.name) !== wanted,
      ).map((g) => ({ figure: g.name, to: { screen: "groups" as const, params: { in: groupKeyText(level, g.name) } } }));
    });
    if (found.length > 0)
      changes.push({
        area: "Groups",
        sentence: [
          ...found.slice(0, 3).flatMap((f, k, shown) => (k === 0 ? [f] : [k === shown.length - 1 ? " and " : ", ", f])),
          ` ${words[found.length > 1 ? 1 : 0]}.`,
        ],
      });
  }
  return changes;
}

/** Turns, failed moves and changes of the lead among the sectors in the last finished week. */
export function rotationChanges(events: readonly PastEvent[], sampleName: string): Change[] {
  const happened = whatHappened(
    events.filter((e) => e.ago === 0),
    sampleName,
  );
  if (happened === "") return [];
  return [
    {
      area: "Rotation",
      sentence: [
        "Among the ",
        { figure: "sectors", to: { screen: "rotation" } },
        `, ${happened.charAt(0).toLowerCase()}${happened.slice(1)}`,
      ],
    },
  ];
}

export function stanceChanges(now: Stances, before: Stances): Change[] {
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
