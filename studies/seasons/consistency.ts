import {
  atLeast,
  calendarPeriods,
  MONTH_NAMES,
  monthOf,
  periodReturns,
  seasonRecord,
  yearOf,
  type CalendarPeriods,
  type PeriodReturns,
  type SeasonRecord,
} from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import { benchmarkOf } from "@studies/sets/benchmark";
import { groupKeySchema } from "@studies/sets/group-key-schema";
import { groupsTitle } from "@studies/sets/group-members";
import { PEER_SET_NAMES, PEER_SETS } from "@studies/sets/peer-names";
import { isNow, levelsOn, peersOf, type Peer } from "@studies/sets/peer-set";
import type { Inside } from "@studies/sets/set-below";
import { tableOf, type Column } from "@studies/table";
import { fixed, percent, signedPercent } from "@studies/words/words";
import { heldOut, type HeldOut } from "./held-out";
import { inYears, yearParams, yearsOf } from "./season-params";
import { endsOf, plainNumber } from "@studies/pictures/picture-parts";

/** One member of a set in one month of the year. */
export interface ConsistencyRow extends SeasonRecord {
  readonly key: string;
  readonly name: string;
  readonly ticker: string;
  readonly family: string;
  readonly down: Inside | undefined;
  /** Its return in the month of each year shown, NaN where it does not count. */
  readonly values: Float64Array;
  /** Mean of its return less that of the benchmark. */
  readonly excess: number;
  /** What the month in progress has made so far; NaN where it is not that month. */
  readonly soFar: number;
}

/** Which members of a set have been consistent in a month of the year. */
export const consistency = defineStudy({
  name: "consistency",
  about: "How often each member of a set rose (or fell) in one month of the year, by how much, and how many would by chance.",
  params: z.object({
    set: z.enum(PEER_SET_NAMES).default("sector").describe("which set"),
    in: groupKeySchema.optional().describe("only the members within this group"),
    month: z.coerce.number().int().min(1).max(12).optional().describe("1 for January to 12 [that of the session]"),
    ...yearParams,
    side: z.enum(["rose", "fell"]).default("rose").describe("which way counts as a win"),
    bench: z.string().min(1).default("index").describe('"index" for the index of the set, "flat", or a ticker'),
  }),
  cost: "heavy",
  examples: [
    {},
    { set: "industry", month: 3, years: 5, side: "fell" },
    { set: "stock", in: "sector:$sector", month: 12, years: "all", without: [2020] },
    { set: "world", years: 4 },
    { set: "currency", bench: "flat" },
  ],
  ask(market, params) {
    const month = params.month ?? (monthOf(market.asOf) % 12) + 1;
    const side = params.side === "rose" ? 1 : -1;
    const benchmark = benchmarkOf(market, params.set, params.bench);
    const periods = calendarPeriods(benchmark.days, "month");
    const present = yearOf(market.asOf);
    const isAsked = yearsOf(params, present);
    const peers = peersOf(market, { set: params.set, ...(params.in === undefined ? {} : { in: params.in }) }).filter(
      (peer) => isNow(peer) && peer.key !== benchmark.key,
    );
    const against = benchmark.kind === "index" ? periodReturns(benchmark.close, periods).returns : undefined;
    const counted = periods.isLastOver ? periods.ends.length : periods.ends.length - 1;
    const about: Asked = { periods, counted, month, side, isAsked, against };
    const made = peers.map((peer) => periodReturns(levelsOn(peer, benchmark.days), periods));
    const years = [...new Set(Array.from(periods.years).filter((year) => isAsked(year) || params.without.includes(year)))]
      .filter((year) => params.years === "all" || year > present - params.years)
      .sort((a, b) => a - b);
    const rows = peers.map((peer, i) => rowOf(peer, made[i]!, { ...about, years })).filter((row) => row.n > 0);
    rows.sort((a, b) => b.wins - a.wins || side * (b.median - a.median) || (a.name < b.name ? -1 : 1));
    const most = rows.reduce((n, row) => Math.max(n, row.n), 0);
    const pools = made.map((one) => poolOf(one, about)).filter((pool) => pool.n > 0);
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      set: params.set,
      inName: params.in === undefined ? "" : groupsTitle([params.in], market),
      month,
      side: params.side,
      benchmarkName: benchmark.name,
      years,
      without: params.without,
      rows,
      /** Occurrences of the month that most members have. */
      n: most,
      /** Members expected to have at least so many wins, by number of wins. */
      expected: Float64Array.from({ length: most + 1 }, (_, k) =>
        pools.reduce((sum, { n, of, won }) => sum + (n < k ? 0 : atLeast(k, n, of, won)), 0),
      ),
      heldOut: rows[0] ? heldOut(made, { periods, counted, side, n: rows[0].n, wins: rows[0].wins }) : undefined,
    };
  },
  reading: (r) => readingOf(r),
  table: (r) => tableOf(consistencyColumns(r.years), r.rows),
  pictures: {
    wins: {
      name: "The median return of each in this month, of the years counted",
      draw: (r) => ({
        ...{ kind: "bars", unit: "change" },
        rows: endsOf(r.rows).map((row) => ({ name: row.name, value: plainNumber(row.median), words: `${row.wins} of ${row.n}` })),
      }),
    },
  },
  states: (r) => ({ "most often": r.rows[0]?.name ?? "none" }),
});

interface Asked {
  readonly periods: CalendarPeriods;
  /** Periods that are over. */
  readonly counted: number;
  readonly month: number;
  readonly side: 1 | -1;
  readonly isAsked: (year: number) => boolean;
  /** Returns of the benchmark by period, where there is one to hold against. */
  readonly against: Float64Array | undefined;
}

function rowOf(
  peer: Peer,
  { returns, signs }: PeriodReturns,
  asked: Asked & { readonly years: readonly number[] },
): ConsistencyRow {
  const { periods, counted, month, side, isAsked, against, years } = asked;
  const values = new Float64Array(years.length).fill(NaN);
  const own: number[] = [];
  const excess: number[] = [];
  let wins = 0;
  let soFar = NaN;
  for (let k = 0; k < returns.length; k++) {
    if (periods.places[k] !== month || Number.isNaN(returns[k])) continue;
    if (k >= counted) {
      soFar = returns[k]!;
      continue;
    }
    const at = years.indexOf(periods.years[k]!);
    if (at >= 0) values[at] = returns[k]!;
    if (!isAsked(periods.years[k]!)) continue;
    own.push(returns[k]!);
    if (signs[k] === side) wins++;
    if (against && !Number.isNaN(against[k])) excess.push(returns[k]! - against[k]!);
  }
  const { key, name, ticker, family, down } = peer;
  return {
    ...{ key, name, ticker, family, down, values, soFar },
    ...seasonRecord(own, wins),
    excess: excess.length === 0 ? NaN : excess.reduce((a, b) => a + b, 0) / excess.length,
  };
}

/** How many months of the kind a member has, out of how many of all kinds, and how many of those went its way. */
function poolOf({ returns, signs }: PeriodReturns, { periods, counted, month, side, isAsked }: Asked) {
  let [n, of, won] = [0, 0, 0];
  for (let k = 0; k < counted; k++) {
    if (Number.isNaN(returns[k]) || !isAsked(periods.years[k]!)) continue;
    of++;
    if (signs[k] === side) won++;
    if (periods.places[k] === month) n++;
  }
  return { n, of, won };
}

interface Told {
  readonly set: keyof typeof PEER_SETS;
  readonly inName: string;
  readonly month: number;
  readonly side: "rose" | "fell";
  readonly rows: readonly ConsistencyRow[];
  readonly expected: Float64Array;
  readonly heldOut: HeldOut | undefined;
}

function readingOf({ set, inName, month, side, rows, expected, heldOut: held }: Told): Sentence[] {
  const { many } = PEER_SETS[set];
  const monthName = MONTH_NAMES[month - 1]!;
  const where = inName === "" ? many : `${many} in ${inName}`;
  const first = rows[0];
  if (!first) return [[`No ${monthName} of the ${where} counts yet.`]];
  const reach = rows.filter((row) => row.wins >= first.wins && row.n >= first.n).length;
  const sentences: Sentence[] = [
    [
      `In ${monthName} `,
      { figure: first.name },
      ` ${side} `,
      { figure: inYears(first.wins, first.n) },
      `, by ${signedPercent(first.median)} in the median`,
      reach > 1 ? `, and ${reach - 1} more of ${rows.length} ${where} as often` : "",
      "; by chance ",
      { figure: fixed(expected[first.wins]!, 1) },
      ` of ${rows.length} would do so.`,
    ],
  ];
  if (held && held.cases > 0)
    sentences.push([
      `Held out over three years, such calls were right in `,
      { figure: percent(held.hits / held.cases, 0) },
      ` of ${held.cases} cases against ${percent(held.base, 0)}.`,
    ]);
  if (!Number.isNaN(first.soFar)) sentences.push([`This ${monthName} so far ${signedPercent(first.soFar)}.`]);
  return sentences;
}

function consistencyColumns(years: readonly number[]): readonly Column<ConsistencyRow>[] {
  return [
    { key: "name", label: "name", unit: "text", value: (r) => r.name },
    { key: "ticker", label: "ticker", unit: "text", value: (r) => r.ticker },
    ...years.map((year, k): Column<ConsistencyRow> => ({
      key: String(year),
      label: String(year),
      unit: "change",
      value: (r) => r.values[k]!,
    })),
    { key: "wins", label: "wins", unit: "count", value: (r) => r.wins },
    { key: "n", label: "years", unit: "count", value: (r) => r.n },
    { key: "mean", label: "mean", unit: "change", value: (r) => r.mean },
    { key: "median", label: "median", unit: "change", value: (r) => r.median },
    { key: "worst", label: "worst", unit: "change", value: (r) => r.worst },
    { key: "best", label: "best", unit: "change", value: (r) => r.best },
    { key: "excess", label: "excess", unit: "change", about: "Mean return less that of the benchmark", value: (r) => r.excess },
    { key: "t", label: "t", unit: "sigma", value: (r) => r.t },
    { key: "so_far", label: "so far", unit: "change", value: (r) => r.soFar },
  ];
}
