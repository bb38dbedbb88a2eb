import {
  isoDate,
  findEpochDay,
  finishedLegs,
  heldAbove,
  median,
  periodReturn,
  presentLeg,
  swings,
  volumeRise,
  type Leg,
} from "@core";
import { z } from "zod";
import { defineStudy, type Figure, type Sentence } from "@studies/define-study";
import { groupsTitle } from "@studies/sets/group-members";
import { groupKeySchema } from "@studies/sets/group-key-schema";
import type { Market } from "@studies/market/market";
import { PEER_SET_NAMES, PEER_SETS } from "@studies/sets/peer-names";
import { groupsOf, groupsSentence } from "./period-groups";
import { levelsOn, peersOf } from "@studies/sets/peer-set";
import { marketValue } from "@studies/cross-section/market-values";
import { count, date, none, signedPercent } from "@studies/words/words";
import { averageColumn } from "@studies/columns/averages";
import { referenceColumns } from "@studies/columns/composites";
import { tableOf, type Column } from "@studies/table";
import { PERIOD_COLUMNS, EXCESS } from "./period-columns";
import { endsOf, plainNumber } from "@studies/pictures/picture-parts";

export interface PeriodRow {
  /** Ticker of an instrument, key of a group. */
  readonly key: string;
  readonly name: string;
  readonly ticker: string;
  readonly family: string;
  readonly industry: string;
  /** Market value at the start, NaN where unknown. */
  readonly value: number;
  /** Return over the period, a fraction. */
  readonly change: number;
  /** Whether it had no bar on the last session, so that its last close counts. */
  readonly ended: boolean;
  /** Whether every close of the period was above the 50- and the 200-session average; of stocks. */
  readonly held50: boolean;
  readonly held200: boolean;
  /** Mean volume of the period against the 50 sessions before, a fraction. */
  readonly volumeRise: number;
}

/** A swing of the index, offered as the dates of a period. */
export interface SwingOffered {
  readonly from: number;
  readonly to: number;
  /** In words: "decline of 12 sessions to 14 Mar 2025". */
  readonly words: string;
  readonly size: number;
  readonly direction: "up" | "down";
}

const OFFERED = 8;
const EMA50 = averageColumn("ema", 50);
const EMA200 = averageColumn("ema", 200);
const isoText = z.string().refine((text) => !Number.isNaN(findEpochDay(text)), { error: "needs a date such as 2026-03-14" });

export const periodMap = defineStudy({
  name: "period-map",
  about: "What every member of a universe made between two sessions, who held above its averages, and the rise of volume.",
  params: z.object({
    set: z.enum(PEER_SET_NAMES).default("stock").describe("which set"),
    in: groupKeySchema.optional().describe("the group that the stocks are members of on the first day [the market]"),
    from: isoText.optional().describe("first day; its close is where the period begins [the last decline of the index]"),
    to: isoText.optional().describe("last day"),
  }),
  cost: "heavy",
  examples: [
    {},
    { in: "sector:$sector" },
    { set: "sector" },
    { set: "world" },
    { in: "group:$group", from: "2024-01-05", to: "2024-03-08" },
  ],
  ask(market, wanted) {
    const { close, high, low } = market.perSession(referenceColumns);
    const found = swings({ close, high, low });
    const finished = finishedLegs(found, close);
    const present = presentLeg(found, close);
    const offered = [...finished, ...(present ? [present] : [])].slice(-OFFERED).reverse();
    const decline = finished.findLast((leg) => leg.direction === "down");
    const first = decline?.from ?? Math.max(0, market.t - 21);
    const a = wanted.from === undefined ? first : sessionBy(market, wanted.from);
    const b =
      wanted.to === undefined
        ? Math.max(a, wanted.from === undefined ? (decline?.to ?? market.t) : market.t)
        : sessionBy(market, wanted.to);
    const [start, end] = [Math.min(a, b), Math.max(a, b)];
    const rows = rowsOf(market, wanted, start, end);
    const known = rows.filter((r) => !Number.isNaN(r.change));
    const level: "industry" | "family" = wanted.set === "stock" && wanted.in?.startsWith("sector:") ? "industry" : "family";
    return {
      asOf: market.asOf,
      set: wanted.set,
      in: wanted.in ?? "",
      inName: wanted.in === undefined ? "" : groupsTitle([wanted.in], market),
      from: market.sessions[start]!,
      to: market.sessions[end]!,
      sessions: end - start,
      referenceName: market.referenceName,
      reference: periodReturn(close, start, end).change,
      median: median(known.map((r) => r.change)),
      rose: known.filter((r) => r.change > 0).length,
      rows: known.sort((x, y) => y.change - x.change || (x.key < y.key ? -1 : 1)),
      /** Which property of a member is its row of the picture, and the rows from the best mean down. */
      level,
      groups: groupsOf(known, level, wanted.set),
      /** Members without a close to begin with. */
      unknown: rows.length - known.length,
      swings: offered.map((leg) => offer(market, leg, leg === present)),
    };
  },
  reading(r): Sentence[] {
    const { one, many } = PEER_SETS[r.set];
    if (r.rows.length === 0) return [[`No ${one} has a close at the beginning of this period.`]];
    if (r.sessions === 0)
      return [[`The period begins and ends on ${date(r.from)}, so that nothing has moved in it: choose an earlier first day.`]];
    const [first, last] = [r.rows[0]!, r.rows[r.rows.length - 1]!];
    const leads = (row: PeriodRow): Figure => ({
      figure: row.name,
      to: row.ticker === "" ? { screen: "groups", params: { in: row.key } } : { screen: "chart", params: { ticker: row.ticker } },
    });
    const held = r.rows.filter((row) => row.held50);
    const sentences: Sentence[] = [
      [
        `In the ${count(r.sessions, "session")} to ${date(r.to)} ${r.referenceName} made `,
        { figure: signedPercent(r.reference) },
        `, the median of ${count(r.rows.length, one, many)} `,
        { figure: signedPercent(r.median) },
        `; `,
        { figure: none(r.rose) },
        ` rose.`,
      ],
      ...(groupsSentence(r) ?? [
        [
          leads(first),
          ` did best with ${signedPercent(first.change)}, `,
          leads(last),
          ` worst with ${signedPercent(last.change)}.`,
        ] satisfies Sentence,
      ]),
    ];
    if (r.set === "stock")
      sentences.push([
        { figure: held.length === 0 ? "None" : `${held.length}` },
        held.length === 0
          ? " held above its 50-session average throughout."
          : ` held above ${held.length === 1 ? "its" : "their"} 50-session average${held.length === 1 ? "" : "s"} throughout${leadersOf(held)}.`,
      ]);
    return sentences;
  },
  table(r) {
    const [ofMember, ofPeriod] = [PERIOD_COLUMNS.slice(0, 4), PERIOD_COLUMNS.slice(4)];
    const period: Column<PeriodRow>[] = [
      { key: "from", label: "from", unit: "text", value: () => isoDate(r.from) },
      { key: "to", label: "to", unit: "text", value: () => isoDate(r.to) },
      { key: "excess", ...EXCESS, value: (m) => m.change - r.reference },
    ];
    return tableOf([...ofMember, ...period, ...ofPeriod], r.rows);
  },
  pictures: {
    ranked: {
      name: "What each made over the period, from the best down",
      draw: (r) => ({
        ...{ kind: "bars", unit: "change" },
        rows: endsOf(r.rows).map((row) => ({ name: row.name, value: plainNumber(row.change) })),
      }),
    },
  },
  states: (r) => ({ best: r.rows[0]?.name ?? "none", worst: r.rows.at(-1)?.name ?? "none" }),
});

/** Index of the last session on or before a date, the first one where there is none. */
function sessionBy(market: Market, iso: string): number {
  const day = findEpochDay(iso);
  return Math.max(
    0,
    market.sessions.findLastIndex((session) => session <= day),
  );
}

function rowsOf(
  market: Market,
  { set, in: inside }: { readonly set: (typeof PEER_SET_NAMES)[number]; readonly in?: string | undefined },
  a: number,
  b: number,
): PeriodRow[] {
  if (set !== "stock") {
    return peersOf(market, { set, ...(inside === undefined ? {} : { in: inside }) }).map((peer): PeriodRow => ({
      ...{ key: peer.key, name: peer.name, ticker: peer.ticker, family: peer.family, industry: "", value: peer.value },
      ...periodReturn(levelsOn(peer, market.sessions), a, b),
      ...{ held50: false, held200: false, volumeRise: NaN },
    }));
  }
  const key = inside ?? "market:";
  // As it was known on the first day: members and market values of then, those that have left since among them.
  const then = market.before(market.t - a);
  return then.groups
    .everIn(key)
    .filter((i) => then.groups.isIn(key, i.index, a))
    .map((i): PeriodRow => {
      const close = market.bars("close", i.index);
      const held = (column: typeof EMA50) => heldAbove(close, market.perInstrument(column, i.index), a, b);
      return {
        ...{ key: i.ticker, name: i.name, ticker: i.ticker, family: i.sector ?? "", industry: i.industry ?? "" },
        value: marketValue(then, i),
        ...periodReturn(close, a, b),
        ...{ held50: held(EMA50), held200: held(EMA200) },
        volumeRise: volumeRise(market.bars("volume", i.index), a, b),
      };
    });
}

function offer(market: Market, leg: Leg, isPresent: boolean): SwingOffered {
  const kind = leg.direction === "down" ? "decline" : "rise";
  const [from, to] = [market.sessions[leg.from]!, market.sessions[leg.to]!];
  const words = isPresent
    ? `the ${kind} since ${date(from)}, not confirmed as ended`
    : `${kind} of ${count(leg.sessions, "session")} to ${date(to)}`;
  return { from, to, words, size: leg.size, direction: leg.direction };
}

/** The sector from which most of those that held come. */
function leadersOf(held: readonly PeriodRow[]): string {
  const counts = new Map<string, number>();
  for (const { family } of held) if (family !== "") counts.set(family, (counts.get(family) ?? 0) + 1);
  const [most] = [...counts].sort((x, y) => y[1] - x[1] || (x[0] < y[0] ? -1 : 1));
  return !most || held.length < 4 || counts.size < 2 ? "" : `, ${most[1]} of them from ${most[0]}`;
}
