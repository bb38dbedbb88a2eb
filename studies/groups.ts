import { mean, standing, type StrengthFlag } from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "./define-study";
import { groupKeyText } from "./group-key";
import { strengthOfGroups, type GroupStrength } from "./strength-of-groups";
import { trendOfStocks } from "./trend-of-stocks";
import { fixed, list, signed, signedPercent } from "./words";

export interface GroupRow extends GroupStrength {
  readonly key: string;
  /** The sector of an industry. */
  readonly sector: string;
  readonly members: number;
  /** Mean of the members' Trend. */
  readonly trend: number;
  readonly standing: string;
}

export const groups = defineStudy({
  name: "groups",
  about: "Sectors or industries by strength: returns, z-scores within the set, rank, staying power, flags.",
  params: z.object({
    peers: z.enum(["sector", "industry"]).default("sector").describe("the peer set"),
    within: z.string().optional().describe("show only the industries of this sector, still ranked among all"),
  }),
  cost: "heavy",
  examples: [{}, { peers: "industry" }, { peers: "industry", within: "$sector" }],
  ask(market, { peers, within }) {
    const industries = strengthOfGroups(market, "industry");
    const peerSet = peers === "industry" ? industries : strengthOfGroups(market, "sector");
    const trends = trendOfStocks(market, industries);
    const members = market.universeAt(market.t);
    const byIndex = new Map(market.instruments.map((i) => [i.index, i]));
    const rows = peerSet.map((group): GroupRow => {
      const own = members.map((i) => byIndex.get(i)!).filter((i) => i[peers] === group.name && trends.has(i.index));
      return {
        ...group,
        key: groupKeyText(peers, group.name),
        sector: own[0]?.sector ?? (peers === "sector" ? group.name : ""),
        members: own.length,
        trend: mean(own.map((i) => trends.get(i.index)!.trend)),
        standing: standing(group.strength, group.staying) ?? "",
      };
    });
    const shown = rows.filter((row) => within === undefined || row.sector === within);
    return { asOf: market.asOf, peers, within: within ?? "", peerCount: rows.length, rows: shown.sort(byRank) };
  },
  reading: (r) => groupSentences(r.rows, r.peers, r.within),
  table: (r) => ({
    columns: [
      { key: "name", label: r.peers },
      { key: "members", label: "members" },
      ...["r(1)", "r(5)", "r(21)", "r(63)", "r(126)"].map((label) => ({ key: label, label })),
      ...["z(5)", "z(21)", "z(63)", "z(126)"].map((label) => ({ key: label, label })),
      { key: "blend", label: "blend" },
      { key: "blendZ", label: "blend z" },
      { key: "rank", label: "rank" },
      { key: "rankBefore", label: "rank five sessions ago" },
      { key: "strength", label: "Strength" },
      { key: "staying", label: "staying power" },
      { key: "trend", label: "Trend" },
      { key: "standing", label: "standing" },
      { key: "flags", label: "flags" },
    ],
    rows: r.rows.map((g) => [
      g.name,
      g.members,
      g.r1,
      ...g.returns,
      ...g.z,
      g.blend,
      g.blendZ,
      g.rank,
      g.rankBefore,
      g.strength,
      g.staying,
      g.trend,
      g.standing,
      g.flags.join("; "),
    ]),
  }),
});

/** Strongest first; what has no rank last, by name. */
export function byRank(a: { rank: number; name: string }, b: { rank: number; name: string }): number {
  const rank = (x: number) => (Number.isNaN(x) ? Infinity : x);
  return rank(a.rank) === rank(b.rank) ? (a.name < b.name ? -1 : 1) : rank(a.rank) - rank(b.rank);
}

function groupSentences(rows: readonly GroupRow[], peers: "sector" | "industry", within: string): Sentence[] {
  const ranked = rows.filter((g) => !Number.isNaN(g.rank));
  const first = ranked[0];
  const last = ranked[ranked.length - 1];
  if (!first || !last) return [[`No ${peers} has the 126 sessions of history that strength needs at this date.`]];
  const plural = peers === "sector" ? "sectors" : "industries";
  const sentences: Sentence[] = [
    [
      within === "" ? "" : `In ${within}, `,
      { figure: first.name, to: { screen: "groups", params: { in: first.key } } },
      within === "" ? ` leads the ${ranked.length} ${plural}: ` : ` leads its ${ranked.length} industries: `,
      { figure: signedPercent(first.returns[2]) },
      " in three months and ",
      { figure: signedPercent(first.returns[3]) },
      ` in six (blend z ${signed(first.blendZ)}); `,
      { figure: last.name, to: { screen: "groups", params: { in: last.key } } },
      ` trails at ${signedPercent(last.returns[2])} and ${signedPercent(last.returns[3])}.`,
    ],
  ];
  const climbers = ranked.filter((g) => g.rankBefore - g.rank >= (peers === "sector" ? 3 : 6));
  const flagged = (flag: StrengthFlag) =>
    ranked
      .filter((g) => g.flags.includes(flag))
      .map((g) => g.name)
      .slice(0, 2);
  const verb = (names: readonly string[]) => `${list(names)} ${names.length > 1 ? "are" : "is"}`;
  const parts: string[] = [];
  if (climbers.length > 0) {
    parts.push(
      list(climbers.slice(0, 2).map((g) => `${g.name} climbed from ${fixed(g.rankBefore)} to ${fixed(g.rank)} in a week`)),
    );
  }
  if (flagged("cracking").length > 0) parts.push(`${verb(flagged("cracking"))} cracking`);
  if (flagged("turning up").length > 0) parts.push(`${verb(flagged("turning up"))} turning up from behind`);
  if (parts.length > 0) sentences.push([`${parts.join("; ")}.`]);
  return sentences;
}
