import { standing } from "@core";
import { z } from "zod";
import { dayFacts, type DayFacts } from "@studies/cross-section/day-facts";
import { defineStudy, type Sentence } from "@studies/define-study";
import { anyOf, groupKeyText } from "@studies/sets/group-key";
import type { Market } from "@studies/market/market";
import { groupsTitle } from "@studies/sets/group-members";
import { groupKeySchema } from "@studies/sets/group-key-schema";
import { byRank } from "@studies/cross-section/by-rank";
import { everBelonging } from "@studies/sets/peer-set";
import { strengthOfSeries, type SeriesStrength } from "@studies/cross-section/strength-of-series";
import { trendOfStocks } from "@studies/cross-section/trend-of-stocks";
import { count, none, signed, signedPercent } from "@studies/words/words";
import { tableOf } from "@studies/table";
import { STOCK_COLUMNS } from "./stock-columns";
import { leadersOf } from "@studies/briefs/leaders";
import { strengthPicture } from "./strength-picture";

export interface StockRow extends SeriesStrength, DayFacts {
  readonly ticker: string;
  readonly name: string;
  readonly sector: string;
  readonly industry: string;
  readonly close: number;
  readonly trend: number;
  /** Empty where there is none. */
  readonly stance: string;
  readonly standing: string;
}

export const stocks = defineStudy({
  name: "stocks",
  about: "The stocks of a group, or of several, ranked by strength within that set, with Trend and stance.",
  params: z.object({ group: z.array(groupKeySchema).min(1).max(60).describe("one group or several") }),
  cost: "heavy",
  examples: [{ group: ["market:"] }, { group: ["sector:$sector"] }, { group: ["industry:$industry", "group:$group"] }],
  ask(market, { group }) {
    const { t } = market;
    const trends = trendOfStocks(market);
    const key = anyOf(group);
    const ever = everBelonging(market, key).map(({ row: instrument, belongsAt }) => ({
      instrument,
      part: market,
      levels: market.bars("close", instrument.index),
      belongsAt,
    }));
    const found = strengthOfSeries(market, ever);
    const rows = ever.flatMap(({ instrument, levels }, k): StockRow[] => {
      const row = found[k];
      if (!row) return [];
      const trend = trends.get(instrument.index);
      return [
        {
          ...row,
          ticker: instrument.ticker,
          name: instrument.name,
          sector: instrument.sector ?? "",
          industry: instrument.industry ?? "",
          close: levels[t]!,
          trend: trend?.trend ?? NaN,
          stance: trend?.stance ?? "",
          standing: standing(row.strength, row.staying) ?? "",
          ...dayFacts(market, instrument.index),
        },
      ];
    });
    return {
      asOf: market.asOf,
      title: groupsTitle(group, market),
      rows: rows.sort(byRankThenTicker),
      /** Funds that hold mostly these, by the share of their weight; of a group, not of picked stocks. */
      funds: fundsOf(market, group, rows),
    };
  },
  reading(r): Sentence[] {
    const ranked = r.rows.filter((s) => !Number.isNaN(s.rank));
    const first = ranked[0];
    const last = ranked[ranked.length - 1];
    if (r.rows.length === 0) return [[`${r.title} has no members at this date.`]];
    if (!first || !last)
      return [
        [`None of the ${count(r.rows.length, "stock")} of ${r.title} has the 126 sessions of history that strength needs.`],
      ];
    const favoured = r.rows.filter((s) => s.stance === "Favour").length;
    const avoided = r.rows.filter((s) => s.stance === "Avoid").length;
    return [
      [
        { figure: first.name, to: { screen: "chart", params: { ticker: first.ticker } } },
        ` is the strongest of the ${count(ranked.length, "stock")} of ${r.title}: `,
        { figure: signedPercent(first.returns[3]) },
        ` in six months, z\u00a0${signed(first.combinedZ)} for three and six months combined${Number.isNaN(first.trend) ? "" : `, Trend ${Math.round(first.trend)} of 100`}.`,
      ],
      [
        { figure: favoured === 0 ? "None" : String(favoured) },
        `${favoured < 2 ? " stands" : " stand"} at Favour and `,
        { figure: none(avoided) },
        ` at Avoid; ${last.name} is the weakest at ${signedPercent(last.returns[3])} in six months.`,
      ],
    ];
  },
  table: (r) => tableOf(STOCK_COLUMNS, r.rows),
  pictures: {
    strength: {
      name: "Strength over three and six months, in standard deviations of the group",
      draw: (r) => strengthPicture(r.rows),
    },
  },
  states: (r) => leadersOf(r.rows),
});

const LEAST_WEIGHT = 0.5;
const MOST_FUNDS = 6;

function fundsOf(market: Market, group: readonly string[], rows: readonly StockRow[]) {
  if (group.length > 1 || !/^(sector|industry|group):/.test(group[0] ?? "")) return [];
  const members = new Set(rows.map((row) => row.ticker));
  return market.instruments
    .filter((i) => i.kind === "fund" && (i.leverage ?? 1) === 1 && groupKeyText("group", i.ticker) !== group[0])
    .map((i) => {
      const held = market.groups
        .holdingsAt(i.ticker, market.t)
        .filter(({ index }) => members.has(market.at(index)?.ticker ?? ""));
      return { ticker: i.ticker, name: i.name, weight: held.reduce((sum, h) => sum + h.weight, 0) };
    })
    .filter((f) => f.weight >= LEAST_WEIGHT)
    .sort((a, b) => b.weight - a.weight || (a.ticker < b.ticker ? -1 : 1))
    .slice(0, MOST_FUNDS);
}

function byRankThenTicker(a: StockRow, b: StockRow): number {
  return byRank({ rank: a.rank, name: a.ticker }, { rank: b.rank, name: b.ticker });
}
