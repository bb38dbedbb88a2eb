import { HOLDS, START_DAYS, startDayOf } from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import { groupKeySchema } from "@studies/sets/group-key-schema";
import { groupsTitle } from "@studies/sets/group-members";
import { PEER_SET_NAMES, PEER_SETS, type PeerSet } from "@studies/sets/peer-names";
import { isNow, peersOf } from "@studies/sets/peer-set";
import { tableOf } from "@studies/table";
import { capital, count, daysOfYear, none, dayMonth } from "@studies/words/words";
import { WINDOW_COLUMNS } from "./window-columns";
import { findWindows, hitsOver } from "./find-windows";
import type { WindowRow } from "./window-row";
import { chanceSentences } from "./window-words";
import { HELD_YEARS } from "./search-series";
import { plainNumber } from "@studies/pictures/picture-parts";

const monthDay = z
  .string()
  .refine((text) => START_DAYS.includes(text), "is not a day of the year as MM-DD")
  .optional();

/** Days after the as-of one that are looked at where none are asked. */
const AHEAD = 14;

/** Date windows that have gone one way in nearly every year. */
export const windows = defineStudy({
  name: "windows",
  about:
    "Which members of a set have gone one way in nearly every year from a day of the year on, held so many sessions, and how many would by chance.",
  params: z
    .object({
      set: z.enum(PEER_SET_NAMES).default("stock").describe("which set"),
      in: groupKeySchema.optional().describe("only the members within this group"),
      wins: z.coerce.number().int().min(1).max(31).default(9).describe("years of those that went one way, at least"),
      years: z.coerce.number().int().min(3).max(31).default(10).describe("latest years that are looked at"),
      shortest: hold("shortest hold").default(HOLDS.shortest),
      longest: hold("longest hold").default(HOLDS.longest),
      least: z.coerce.number().min(0).max(100).default(2).describe("mean move, at least, in percent"),
      carried: z.enum(["refused", "taken"]).default("refused").describe("averages of which one year makes more than half"),
      way: z.enum(["either", "rose", "fell"]).default("either").describe("which way they went"),
      reports: z.enum(["any", "none"]).default("any").describe('"none" for windows without a report expected inside'),
      from: monthDay.describe("first day of the year on which a window starts [the day after that of the session]"),
      to: monthDay.describe("last one [two weeks on]"),
    })
    .superRefine(({ wins, years, shortest, longest }, context) => {
      if (wins > years) context.addIssue({ code: "custom", path: ["wins"], message: `are more than the ${years} years` });
      if (shortest > longest) context.addIssue({ code: "custom", path: ["shortest"], message: "is longer than the longest" });
    }),
  cost: "long",
  examples: [
    {},
    { set: "sector", years: 5, wins: 4, least: 0, from: "12-20", to: "01-10" },
    { set: "stock", in: "sector:$sector", years: 4, wins: 4, way: "rose", carried: "taken", reports: "none" },
    { set: "world", years: 6, wins: 5, way: "fell", shortest: 20, longest: 40, from: "02-29", to: "02-29" },
  ],
  ask(market, params, tell) {
    const span = spanOf(params, market.asOf);
    const asked = {
      years: params.years,
      wins: params.wins,
      holds: [params.shortest, params.longest] as const,
      filter: { leastMean: params.least / 100, carried: params.carried === "taken" },
    };
    const sides = params.way === "either" ? ([1, -1] as const) : params.way === "rose" ? ([1] as const) : ([-1] as const);
    const peers = peersOf(market, { set: params.set, ...(params.in === undefined ? {} : { in: params.in }) }).filter(isNow);
    const { strip, rows, held, searched } = findWindows(market, peers, { ...asked, sides, span, reports: params.reports }, tell);
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      set: params.set,
      inName: params.in === undefined ? "" : groupsTitle([params.in], market),
      way: params.way,
      wins: params.wins,
      years: params.years,
      from: START_DAYS[span[0]!]!,
      to: START_DAYS[span[span.length - 1]!]!,
      today: START_DAYS[startDayOf(market.asOf)]!,
      /** Members that have the years, of all. */
      searched,
      members: peers.length,
      /** Starts and holds that are hits, by start day: above and below, with what chance alone would give. */
      strip,
      /** The same over the days asked, both ways. */
      ...hitsOver(span, strip),
      rows,
      heldOut: {
        windows: held.windows,
        hits: held.hits,
        cases: HELD_YEARS * held.windows,
        base: held.windows === 0 ? NaN : held.base / held.windows,
      },
    };
  },
  reading: (r) => readingOf(r),
  table: (r) => tableOf(WINDOW_COLUMNS, r.rows),
  pictures: {
    windows: {
      name: "The median of each window over its years",
      draw: (r) => ({
        ...{ kind: "bars", unit: "change" },
        rows: r.rows.slice(0, 20).map((row) => ({
          name: `${row.name}, ${dayMonth(row.from)} to ${dayMonth(row.to)}`,
          value: plainNumber(row.median),
          words: `${row.wins} of ${row.years.length}`,
        })),
      }),
    },
  },
});

function hold(about: string) {
  return z.coerce.number().int().min(HOLDS.shortest).max(HOLDS.longest).describe(`${about}, in sessions`);
}

/** The start days asked, over the end of the year where they do. */
function spanOf({ from, to }: { readonly from?: string | undefined; readonly to?: string | undefined }, asOf: number): number[] {
  const first = from === undefined ? (startDayOf(asOf) + 1) % START_DAYS.length : START_DAYS.indexOf(from);
  const last = to === undefined ? (first + AHEAD - 1) % START_DAYS.length : START_DAYS.indexOf(to);
  const length = ((last - first + START_DAYS.length) % START_DAYS.length) + 1;
  return Array.from({ length }, (_, k) => (first + k) % START_DAYS.length);
}

interface Told {
  readonly set: PeerSet;
  readonly inName: string;
  readonly way: "either" | "rose" | "fell";
  readonly wins: number;
  readonly years: number;
  readonly from: string;
  readonly to: string;
  readonly searched: number;
  readonly hits: number;
  readonly expected: number;
  readonly rows: readonly WindowRow[];
  readonly heldOut: { readonly hits: number; readonly cases: number; readonly base: number };
}

function readingOf(r: Told): Sentence[] {
  const { many, one } = PEER_SETS[r.set];
  const where = r.inName === "" ? "" : ` in ${r.inName}`;
  if (r.searched === 0) return [[`None of the ${many}${where} has windows of ${r.years} years yet.`]];
  const when = capital(daysOfYear(r.from, r.to));
  const ups = r.rows.filter((row) => row.way === "rose").length;
  const went = r.way === "either" ? "went one way" : r.way;
  const often = r.wins === r.years ? `in all of the last ${r.years} years` : `in at least ${r.wins} of the last ${r.years} years`;
  return [
    r.rows.length === 0
      ? [`${when} no window of ${count(r.searched, one, many)}${where} starts that ${went} ${often}.`]
      : [
          `${when} `,
          { figure: count(r.rows.length, "window") },
          ` of ${count(r.searched, one, many)}${where} ${r.rows.length === 1 ? "starts" : "start"} that ${went} ${often}`,
          ...(r.way === "either" ? [", ", { figure: none(ups) }, " of them up."] : ["."]),
        ],
    ...chanceSentences(r),
  ];
}
