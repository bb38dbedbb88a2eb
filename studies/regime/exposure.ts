import { isAbove, sma } from "@core";
import { z } from "zod";
import { onSessionsOf, type Located } from "@studies/market/own-calendar";
import { defineStudy } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { list, percent } from "@studies/words/words";
import { tableOf, type Column } from "@studies/table";

export interface ExposureMember {
  readonly ticker: string;
  readonly name: string;
  readonly close: number;
  readonly average: number;
  /** C / SMA(84) - 1, a fraction. */
  readonly distance: number;
  /** Undefined when the average is not defined. */
  readonly above: boolean | undefined;
}

const AVERAGE = 84;
const HISTORY = 252;

/** The members of the chosen set: the group `exposure` where nothing is chosen. */
function chosenSet(market: Market, set: readonly string[]): Located[] {
  return market.parts.flatMap((part) => {
    const listed = new Set(set.length > 0 ? [] : part.groups.membersAt("exposure", part.t));
    const chosen = part.instruments.filter((i) => (set.length > 0 ? set.includes(i.ticker) : listed.has(i.index)));
    return chosen.map((instrument) => ({ part, instrument }));
  });
}

/** Share of a set of style and regional indexes above their 84-session average. */
export const exposure = defineStudy({
  name: "exposure",
  about: "Suggested exposure: the share of a chosen set of indexes that closes above its 84-session simple average.",
  params: z.object({
    set: z.array(z.string().min(1)).max(60).default([]).describe("tickers; none for the list named exposure"),
  }),
  cost: "heavy",
  examples: [{}, { set: ["$index", "WORLD"] }],
  ask(market, { set }) {
    const rows = chosenSet(market, set).map((located) => {
      const own = located.part.bars("close", located.instrument.index);
      const onto = (column: Float64Array) => onSessionsOf(market, located, column);
      return { row: located.instrument, close: onto(own), average: onto(sma(own, AVERAGE)) };
    });
    const { t, sessions } = market;
    const start = Math.max(0, t + 1 - HISTORY);
    const shareAt = (s: number) => {
      const counted = rows.filter((r) => !Number.isNaN(r.close[s]) && !Number.isNaN(r.average[s]));
      return { n: counted.length, above: counted.filter((r) => isAbove(r.close[s]!, r.average[s]!)).length };
    };
    const share = Float64Array.from({ length: t + 1 - start }, (_, k) => {
      const { n, above } = shareAt(start + k);
      return n > 0 ? above / n : NaN;
    });
    return {
      asOf: market.asOf,
      ...shareAt(t),
      share: share[share.length - 1]!,
      weekAgo: share[share.length - 6] ?? NaN,
      days: sessions.slice(start),
      history: share,
      members: rows
        .map(({ row, close, average }): ExposureMember => {
          const isKnown = !Number.isNaN(close[t]) && !Number.isNaN(average[t]);
          return {
            ticker: row.ticker,
            name: row.name,
            close: close[t]!,
            average: average[t]!,
            distance: close[t]! / average[t]! - 1,
            above: isKnown ? isAbove(close[t]!, average[t]!) : undefined,
          };
        })
        .sort((a, b) => (Number.isNaN(a.distance) ? 1 : Number.isNaN(b.distance) ? -1 : b.distance - a.distance)),
      missing: set.filter((ticker) => !rows.some((r) => r.row.ticker === ticker)),
    };
  },
  reading(r) {
    if (r.n === 0) return [["No index of the set has an 84-session average yet."]];
    const below = r.members.filter((m) => m.above === false).map((m) => m.name);
    return [
      [
        "Suggested exposure is ",
        { figure: percent(r.share, 0) },
        `: ${aboveWords(r.above, r.n)} 84-session average`,
        ...(Number.isNaN(r.weekAgo) || r.weekAgo === r.share ? [] : [`, after ${percent(r.weekAgo, 0)} a week ago`]),
        r.above > 0 && below.length > 0 && below.length <= 4
          ? `; ${list(below)} ${below.length === 1 ? "does" : "do"} not.`
          : ".",
      ],
    ];
  },
  table: (r) => tableOf(EXPOSURE_COLUMNS, r.members),
});

const EXPOSURE_COLUMNS: Column<ExposureMember>[] = [
  { key: "ticker", label: "ticker", unit: "text", value: (m) => m.ticker },
  { key: "name", label: "index", unit: "text", value: (m) => m.name },
  { key: "close", label: "close", unit: "price", value: (m) => m.close },
  { key: "average", label: "84-session average", unit: "price", value: (m) => m.average },
  { key: "distance", label: "distance", unit: "change", value: (m) => m.distance },
  { key: "above", label: "above", unit: "count", value: (m) => (m.above === undefined ? null : m.above ? 1 : 0) },
];

/** "4 of the 9 indexes close above their": how many of the set, with what goes with the number. */
function aboveWords(above: number, n: number): string {
  if (n === 1) return `its only index ${above === 1 ? "closes" : "does not close"} above its`;
  const ends = above < 2 ? "closes above its" : "close above their";
  if (above === n) return `${n === 2 ? "both" : `all ${n}`} indexes ${ends}`;
  const some = above > 0 ? String(above) : n === 2 ? "neither" : "none";
  return `${some} of the ${n} indexes ${ends}`;
}
