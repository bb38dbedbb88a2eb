import { simpleReturnAt } from "@core";
import { z } from "zod";
import { averageVolume } from "@studies/cross-section/day-facts";
import { byRank } from "@studies/cross-section/by-rank";
import { defineStudy, type Sentence } from "@studies/define-study";
import type { KnownInstrument, Market } from "@studies/market/market";
import { groupKeyText } from "@studies/sets/group-key";
import { everBelonging } from "@studies/sets/peer-set";
import { marketValue } from "@studies/cross-section/market-values";
import { strengthOfSeries, type SeriesStrength } from "@studies/cross-section/strength-of-series";
import { count, fixed, percent, signedPercent } from "@studies/words/words";
import { tableOf } from "@studies/table";
import { HOLDING_COLUMNS } from "./holding-columns";

/** One thing that a fund holds, with its strength among the fund's holdings. */
export interface HoldingRow extends SeriesStrength {
  readonly ticker: string;
  readonly name: string;
  readonly kind: string;
  readonly sector: string;
  readonly industry: string;
  /** A fraction, as it was published. */
  readonly weight: number;
  /** Weight x three-month return: what it gave the fund had its weight stood still. */
  readonly gave: number;
}

interface Held {
  readonly part: Market;
  readonly instrument: KnownInstrument;
  readonly weight: number;
}

export const fund = defineStudy({
  name: "fund",
  about: "What a fund holds and with which weights: strength of the holdings, overlap with sectors and with other funds.",
  params: z.object({
    ticker: z.string().min(1).describe("of the fund"),
    other: z.string().optional().describe("ticker of a fund to compare the holdings with [the one that shares most]"),
  }),
  cost: "heavy",
  examples: [{ ticker: "$fund" }],
  ask(market, { ticker, other }) {
    const row = market.find(ticker);
    if (row?.kind !== "fund") return undefined;
    const held = holdingsOf(market, ticker);
    const strengthOf = strengthOfHoldings(market, ticker);
    const holdings = held.flatMap(({ part, instrument, weight }): HoldingRow[] => {
      const strength = strengthOf(part, instrument);
      if (!strength) return [];
      return [
        {
          ...strength,
          ticker: instrument.ticker,
          name: instrument.name,
          kind: instrument.kind,
          sector: instrument.sector ?? "",
          industry: instrument.industry ?? "",
          weight,
          gave: weight * strength.returns[2],
        },
      ];
    });
    const close = market.bars("close", row.index);
    const overlaps = market.instruments
      .filter((i) => i.kind === "fund" && i.ticker !== ticker && (i.leverage ?? 1) === 1)
      .map((i) => ({ ticker: i.ticker, name: i.name, ...overlap(held, holdingsOf(market, i.ticker)) }))
      .filter((o) => o.shared > 0)
      .sort((a, b) => b.weight - a.weight || (a.ticker < b.ticker ? -1 : 1));
    return {
      asOf: market.asOf,
      ticker,
      name: row.name,
      leverage: row.leverage ?? 1,
      value: marketValue(market, row),
      volume: averageVolume(market, row.index),
      returns: [1, 5, 21, 63, 126].map((n) => simpleReturnAt(close, market.t, n)),
      holdings: holdings.sort((a, b) => byRank({ rank: a.rank, name: a.ticker }, { rank: b.rank, name: b.ticker })),
      total: held.reduce((sum, h) => sum + h.weight, 0),
      /** Holdings that have no bar yet, and are in none of the figures. */
      unlisted: unlisted(market, ticker),
      sectors: sectorWeights(market, held),
      overlaps: overlaps.slice(0, 8),
      compared: overlaps.find((o) => o.ticker === other) ?? overlaps[0],
    };
  },
  reading(r): Sentence[] {
    if (!r) return [["There is no such fund at this date."]];
    const first = r.holdings.find((h) => !Number.isNaN(h.rank));
    const last = r.holdings.findLast((h) => !Number.isNaN(h.rank));
    const top = [...r.holdings].sort((a, b) => b.weight - a.weight).slice(0, 5);
    const sentences: Sentence[] = [
      [
        `${r.name} holds `,
        { figure: count(r.holdings.length, "instrument") },
        r.unlisted > 0 ? ` (and ${r.unlisted} without a bar yet)` : "",
        r.holdings.length > 5
          ? `, the five largest ${percent(
              top.reduce((sum, h) => sum + h.weight, 0),
              0,
            )} of it, and made `
          : " and made ",
        { figure: signedPercent(r.returns[3]!), to: { screen: "chart", params: { ticker: r.ticker } } },
        ` in three months`,
        r.leverage === 1 ? "." : `, at ${fixed(r.leverage)} times the daily return of what it holds.`,
      ],
    ];
    if (first && last && first !== last)
      sentences.push([
        { figure: first.name, to: { screen: "chart", params: { ticker: first.ticker, from: `group:${r.ticker}` } } },
        ` is its strongest holding (${signedPercent(first.returns[3])} in six months), `,
        { figure: last.name, to: { screen: "chart", params: { ticker: last.ticker, from: `group:${r.ticker}` } } },
        ` its weakest (${signedPercent(last.returns[3])})`,
        r.compared ? `; ${r.compared.name} shares ${percent(r.compared.weight, 0)} of its weight.` : ".",
      ]);
    return sentences;
  },
  table: (r) => tableOf(HOLDING_COLUMNS, r?.holdings ?? []),
});

/** What a fund holds at the as-of session, here and among what belongs to no market; of what has no bar yet nothing is known. */
function holdingsOf(market: Market, ticker: string): Held[] {
  return market.parts.flatMap((part) =>
    part.groups.holdingsAt(ticker, part.t).flatMap(({ index, weight }): Held[] => {
      const instrument = part.at(index);
      return instrument ? [{ part, instrument, weight }] : [];
    }),
  );
}

/** How many holdings have no bar yet. */
function unlisted(market: Market, ticker: string): number {
  return market.parts.flatMap((part) => part.groups.holdingsAt(ticker, part.t).filter(({ index }) => !part.at(index))).length;
}

/** Strength of each holding among what the fund held at each time. */
function strengthOfHoldings(market: Market, ticker: string) {
  const ever = market.parts.flatMap((part) =>
    everBelonging(part, groupKeyText("group", ticker)).map(({ row, belongsAt }) => ({
      part,
      index: row.index,
      levels: part.bars("close", row.index),
      belongsAt,
    })),
  );
  const rows = strengthOfSeries(market, ever);
  return (part: Market, { index }: KnownInstrument) => rows[ever.findIndex((e) => e.part === part && e.index === index)];
}

/** How many holdings two funds share, and how much weight: the sum of the smaller of both weights. */
function overlap(a: readonly Held[], b: readonly Held[]): { shared: number; weight: number } {
  const weights = new Map(b.map((h) => [h.instrument.ticker, h.weight]));
  const common = a.filter((h) => weights.has(h.instrument.ticker));
  return {
    shared: common.length,
    weight: common.reduce((sum, h) => sum + Math.min(h.weight, weights.get(h.instrument.ticker)!), 0),
  };
}

/** The fund's weight in each sector beside that of the market's members by market value, largest first. */
function sectorWeights(market: Market, held: readonly Held[]): { sector: string; weight: number; market: number }[] {
  const values = new Map<string, number>();
  for (const index of market.universeAt(market.t)) {
    const row = market.at(index)!;
    const value = marketValue(market, row);
    if (row.sector !== null && !Number.isNaN(value)) values.set(row.sector, (values.get(row.sector) ?? 0) + value);
  }
  const total = [...values.values()].reduce((sum, v) => sum + v, 0);
  const weights = new Map<string, number>();
  for (const { instrument, weight } of held)
    if (instrument.sector !== null) weights.set(instrument.sector, (weights.get(instrument.sector) ?? 0) + weight);
  return [...weights]
    .map(([sector, weight]) => ({ sector, weight, market: (values.get(sector) ?? 0) / total }))
    .sort((a, b) => b.weight - a.weight || (a.sector < b.sector ? -1 : 1));
}
