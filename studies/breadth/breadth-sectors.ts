import { HORIZONS, isAbove } from "@core";
import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { groupKeyText } from "@studies/sets/group-key";
import type { Market } from "@studies/market/market";
import { groupNames } from "@studies/cross-section/strength-of-groups";
import { share } from "@studies/words/words";
import { averageColumn } from "@studies/columns/averages";
import { tableOf } from "@studies/table";
import { SECTOR_COLUMNS } from "./sector-columns";

export interface SectorBreadth {
  readonly name: string;
  readonly key: string;
  readonly members: number;
  /** Percent above each of the five averages and above all five, NaN where none is counted. */
  readonly percents: readonly number[];
  /** The same five sessions ago. */
  readonly before: readonly number[];
}

/** Participation of every sector (or industry) at every horizon. */
export const breadthSectors = defineStudy({
  name: "breadth-sectors",
  about: "Share of members above each of the five averages and above all five, sector by sector, with the week's change.",
  params: z.object({
    average: z.enum(["ema", "sma"]).default("ema").describe("exponential or simple averages"),
    level: z.enum(["sector", "industry"]).default("sector").describe("rows of the matrix"),
  }),
  cost: "heavy",
  examples: [{}, { average: "sma", level: "industry" }],
  ask(market, { average, level }) {
    const now = participationAt(market, average, level, market.t);
    const before = market.t >= 5 ? participationAt(market, average, level, market.t - 5) : undefined;
    const none = { members: 0, percents: new Array<number>(HORIZONS.length + 1).fill(NaN) };
    const rows = groupNames(market, level)
      .map((name): SectorBreadth => {
        const { members, percents } = now.get(name) ?? none;
        return { name, key: groupKeyText(level, name), members, percents, before: (before?.get(name) ?? none).percents };
      })
      .filter((row) => row.members > 0)
      .sort((a, b) => b.percents[3]! - a.percents[3]! || a.name.localeCompare(b.name));
    return { asOf: market.asOf, average, level, rows };
  },
  reading(r) {
    const known = r.rows.filter((row) => !Number.isNaN(row.percents[3]));
    const [first, last] = [known[0], known[known.length - 1]];
    if (!first || !last || first === last) return [["No sector has a 50-session average yet."]];
    return [
      [
        { figure: first.name },
        ` is broadest with ${share(first.percents[3]!)} above the 50-session average, `,
        { figure: last.name },
        ` narrowest with ${share(last.percents[3]!)}.`,
      ],
    ];
  },
  table: (r) => tableOf(SECTOR_COLUMNS, r.rows),
});

function participationAt(market: Market, average: "ema" | "sma", level: "sector" | "industry", s: number) {
  const columns = HORIZONS.map((n) => averageColumn(average, n));
  const counts = new Map<string, { members: number; above: number[]; counted: number[] }>();
  for (const i of market.instruments) {
    const name = i[level];
    const close = market.bars("close", i.index)[s]!;
    if (i.kind !== "stock" || name === null || Number.isNaN(close) || !market.isInUniverse(i.index, s)) continue;
    let own = counts.get(name);
    if (!own) counts.set(name, (own = { members: 0, above: [0, 0, 0, 0, 0, 0], counted: [0, 0, 0, 0, 0, 0] }));
    own.members++;
    const levels = columns.map((column) => market.perInstrument(column, i.index)[s]!);
    const above = levels.map((a) => isAbove(close, a));
    levels.forEach((a, h) => {
      if (Number.isNaN(a)) return;
      own.counted[h]!++;
      if (above[h]) own.above[h]!++;
    });
    if (levels.some(Number.isNaN)) continue;
    own.counted[5]!++;
    if (above.every(Boolean)) own.above[5]!++;
  }
  return new Map(
    [...counts].map(([name, { members, above, counted }]) => [
      name,
      { members, percents: above.map((n, h) => (counted[h]! > 0 ? (100 * n) / counted[h]! : NaN)) },
    ]),
  );
}
