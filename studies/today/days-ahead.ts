import {
  chainExpiries,
  isoDate,
  PERIODS,
  periodEnd,
  periodEnds as periodsEnded,
  sessionAhead,
  sessionsAhead,
  weekday,
} from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { tableOf, type Column } from "@studies/table";
import { count, date, list } from "@studies/words/words";

export const DAY_KINDS = [
  "report",
  "holiday",
  "third-Friday expiry",
  "end of the week",
  "end of the month",
  "end of the quarter",
] as const;
export type DayKind = (typeof DAY_KINDS)[number];

/** A day to come on which something is known to be. */
export interface DayAhead {
  readonly day: number;
  /** Sessions to it as they are to be expected; of a holiday to the session before it. */
  readonly left: number;
  readonly kind: DayKind;
  /** Who reports, in the order of their tickers; empty for other kinds. */
  readonly tickers: readonly string[];
}

/** What is known at a close of the sessions to come: reports, holidays, expiries, the ends of periods. */
export const daysAhead = defineStudy({
  name: "days-ahead",
  about:
    "What is known at this close of the sessions to come: days without a session, third-Friday expiries, last sessions of weeks, months and quarters, and the reports of some stocks.",
  params: z.object({
    for: z.string().max(20_000).default("").describe("tickers with commas between, whose reports are told"),
    sessions: z.coerce.number().int().min(1).max(63).default(10).describe("how far ahead"),
  }),
  cost: "light",
  examples: [{}, { for: "$stock", sessions: 40 }],
  ask(market, params) {
    const last = sessionAhead(market.asOf, params.sessions, market.holidays);
    const rows = [
      ...reports(market, params.for.split(",").filter(Boolean), last),
      ...closedDays(market, last),
      ...expiries(market, last),
      ...periodEnds(market, params.sessions),
    ].sort((a, b) => a.day - b.day || DAY_KINDS.indexOf(a.kind) - DAY_KINDS.indexOf(b.kind));
    const { sessions, t } = market;
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      sessions: params.sessions,
      last,
      /** The periods that have ended with this session. */
      ended: PERIODS.filter((period) => periodsEnded(sessions, period).over.at(-1) === t),
      rows,
    };
  },
  reading: (r): Sentence[] => {
    const reporting = r.rows.filter((row) => row.kind === "report").flatMap((row) => row.tickers);
    const closed = r.rows.filter((row) => row.kind === "holiday");
    return [
      [
        `In the ${count(r.sessions, "session")} to ${date(r.last)} there will be `,
        { figure: reporting.length === 0 ? "no reports" : count(reporting.length, "report") },
        " of the stocks asked for",
        closed.length > 0 ? `; there is no session on ${list(closed.map((row) => date(row.day)))}.` : ".",
      ],
    ];
  },
  table: (r) => tableOf(COLUMNS, r.rows),
});

const COLUMNS: Column<DayAhead>[] = [
  { key: "day", label: "day", unit: "text", value: (row) => isoDate(row.day) },
  { key: "left", label: "sessions to it", unit: "count", value: (row) => row.left },
  { key: "kind", label: "what", unit: "text", value: (row) => row.kind },
  { key: "tickers", label: "who", unit: "text", value: (row) => row.tickers.join(" ") },
];

/** Sessions from the as-of session to a day, the day itself among them where it is one. */
function leftTo({ asOf, holidays }: Market, day: number): number {
  return sessionsAhead(holidays)(asOf, day, asOf);
}

function reports(market: Market, tickers: readonly string[], last: number): DayAhead[] {
  const byDay = new Map<number, string[]>();
  for (const ticker of [...new Set(tickers)].sort()) {
    const own = market.find(ticker);
    const day = own ? market.fundamentals(own.index).nextReport : NaN;
    if (!(day > market.asOf) || day > last) continue;
    byDay.set(day, [...(byDay.get(day) ?? []), ticker]);
  }
  return [...byDay].map(([day, own]) => ({ day, left: leftTo(market, day), kind: "report", tickers: own }));
}

function closedDays(market: Market, last: number): DayAhead[] {
  const days = new Set(market.holidays.map((h) => h.day));
  return [...days]
    .filter((day) => day > market.asOf && day <= last && weekday(day) <= 5)
    .map((day) => ({ day, left: leftTo(market, day), kind: "holiday", tickers: [] }));
}

function expiries(market: Market, last: number): DayAhead[] {
  return chainExpiries(market.asOf, new Set(market.holidays.map((h) => h.day)))
    .filter(({ day, isThirdFriday }) => isThirdFriday && day <= last)
    .map(({ day }) => ({ day, left: leftTo(market, day), kind: "third-Friday expiry", tickers: [] }));
}

/** The last sessions of periods; only the longest that ends with one. */
function periodEnds(market: Market, sessions: number): DayAhead[] {
  const found: DayAhead[] = [];
  for (let left = 1, day = sessionAhead(market.asOf, 1, market.holidays); left <= sessions; left++) {
    const next = sessionAhead(day, 1, market.holidays);
    const ended = (["quarter", "month", "week"] as const).find((period) => periodEnd(day, period) < next);
    if (ended) found.push({ day, left, kind: `end of the ${ended}`, tickers: [] });
    day = next;
  }
  return found;
}
