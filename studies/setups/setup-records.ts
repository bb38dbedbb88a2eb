import {
  END_KINDS,
  groupClimaxes,
  kindRecord,
  RECORD_HOLD,
  resultsOf,
  SETUP_KINDS,
  universeBase,
  withoutOverlaps,
  type KindRecord,
  type TradePlan,
  type UniverseBase,
} from "@core";
import { z } from "zod";
import { groupSeries } from "@studies/columns/composites";
import { regimeColumns } from "@studies/columns/regime";
import { turnoverColumn, sessionsByKind, setupsColumn } from "@studies/columns/setups";
import { groupNames } from "@studies/cross-section/strength-of-groups";
import { defineStudy, type Sentence } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { universeOf } from "@studies/scans/universe";
import { groupKeyText } from "@studies/sets/group-key";
import { tableOf, type Column } from "@studies/table";
import { count, fitting, list, none, signedPercent } from "@studies/words/words";
import type { AnyKind } from "./setup-words";

export const SPANS = ["last year", "this regime", "all"] as const;
export type Span = (typeof SPANS)[number];

const YEAR = 252;
const PLAN: TradePlan = { entry: "next open", hold: RECORD_HOLD, exit: "close", side: 1, costBp: 0 };

/** What a kind of setup has been worth in a universe. */
export interface RecordRow {
  readonly kind: AnyKind;
  readonly spans: Readonly<Record<Span, KindRecord>>;
  /** Whose exit is not reached yet. */
  readonly open: number;
}

/** What each kind of setup has been worth against all members of the universe at the same moments. */
export const setupRecords = defineStudy({
  name: "setup-records",
  about:
    "What followed each kind of setup over five sessions, bought at the next open, against all members of the universe bought at the same moments: in the last year, in regimes like this one and over all history.",
  params: z.object({
    for: z.string().max(4000).default("").describe("key of a group, funds or indexes [all members of the market]"),
  }),
  cost: "heavy",
  examples: [{}, { for: "sector:$sector" }, { for: "funds" }],
  ask(market, params) {
    const universe = universeOf(market, params.for);
    const members = universe.ever().map(({ instrument, conditions, runs }) => ({
      index: instrument.index,
      runs,
      results: resultsOf(conditions.series.bars, PLAN),
      opens: conditions.series.bars.open,
    }));
    const spanOf = spansOf(market);
    const base = universeBase(members, market.t + 1);
    const ownKinds = casesByKind(market, members);
    const ownRows = [...ownKinds].map(([kind, cases]) => rowOf(kind, cases, base, spanOf));
    const groupKinds =
      universe.of === "stocks" ? (["sector", "industry"] as const).flatMap((level) => groupRows(market, level, spanOf)) : [];
    return {
      asOf: market.asOf,
      universe: universe.name,
      of: universe.of,
      hold: RECORD_HOLD,
      rows: [...ownRows, ...groupKinds].filter((row) => row.spans.all.n + row.open > 0),
    };
  },
  reading: (r): Sentence[] => readingOf(r.rows),
  table: (r) => tableOf(TABLE, r.rows),
});

interface Cases {
  readonly sessions: number[];
  readonly results: number[];
}

interface Member {
  readonly index: number;
  readonly runs: readonly (readonly [number, number])[];
  readonly results: Float64Array;
  readonly opens: Float64Array;
}

/** The occurrences of each kind while their instruments were members, those that overlap left out. */
function casesByKind(market: Market, members: readonly Member[]): ReadonlyMap<AnyKind, Cases> {
  const all = new Map<AnyKind, Cases>([...SETUP_KINDS, ...END_KINDS].map((kind) => [kind, { sessions: [], results: [] }]));
  for (const { index, runs, opens, results } of members) {
    for (const [kind, found] of sessionsByKind(market.perInstrument(setupsColumn, index))) {
      // Without an open at the next session there was nothing to enter.
      const isEntered = (s: number) => s === market.t || !Number.isNaN(opens[s + 1]);
      const entered = found.filter((s) => runs.some(([from, to]) => from <= s && s <= to) && isEntered(s));
      add(all.get(kind)!, withoutOverlaps(entered, PLAN), results);
    }
  }
  return all;
}

function add(cases: Cases, kept: readonly number[], results: Float64Array): void {
  for (const session of kept) {
    cases.sessions.push(session);
    cases.results.push(results[session]!);
  }
}

/** Whether a session belongs to a span. */
function spansOf(market: Market): Readonly<Record<Span, (s: number) => boolean>> {
  const { direction, volatility } = market.perSession(regimeColumns);
  const { t } = market;
  return {
    "last year": (s) => s > t - YEAR,
    "this regime": (s) => direction[t]! >= 0 && direction[s] === direction[t] && volatility[s] === volatility[t],
    all: () => true,
  };
}

function rowOf(kind: AnyKind, cases: Cases, base: UniverseBase, spanOf: ReturnType<typeof spansOf>): RecordRow {
  const record = (span: Span) => kindRecord(cases, base, spanOf[span]);
  return {
    kind,
    spans: { "last year": record("last year"), "this regime": record("this regime"), all: record("all") },
    open: cases.results.filter(Number.isNaN).length,
  };
}

/** Volume climaxes of the groups of a level, from the close of the next session, against all of them (R18). */
function groupRows(market: Market, level: "sector" | "industry", spanOf: ReturnType<typeof spansOf>): RecordRow[] {
  const groups = groupNames(market, level).map((name) => {
    const key = groupKeyText(level, name);
    const levels = market.perSession(groupSeries(key)).level;
    return {
      climaxes: groupClimaxes(levels, market.perSession(turnoverColumn(key)).turnover),
      levels,
      results: resultsFrom(levels),
      runs: [[0, market.t]] as const,
    };
  });
  const base = universeBase(groups, market.t + 1);
  return (["low", "high"] as const).map((side) => {
    const cases: Cases = { sessions: [], results: [] };
    for (const { climaxes, results, levels } of groups) {
      const entered = climaxes[side].filter((s) => s === market.t || !Number.isNaN(levels[s + 1]));
      add(cases, withoutOverlaps(entered, { ...PLAN, entry: "close" }), results);
    }
    return rowOf(`${level} volume climax at a ${side}`, cases, base, spanOf);
  });
}

/** From the close of the next session to the close five sessions later, or the last one before it; NaN while that is to come. */
function resultsFrom(levels: Float64Array): Float64Array {
  let last = NaN;
  const carried = levels.map((level) => (last = Number.isNaN(level) ? last : level));
  return levels.map((_, s) => carried[s + 1 + RECORD_HOLD]! / levels[s + 1]! - 1);
}

/** Whether the interval of a record lies off nothing. */
export const isApart = ({ interval: [low, high] }: KindRecord): boolean => low > 0 || high < 0;

/** Fewer cases are not read. */
const FEW = 20;

function readingOf(rows: readonly RecordRow[]): Sentence[] {
  const judged = rows.filter(({ spans: { "last year": year } }) => year.n >= FEW && !Number.isNaN(year.interval[0]));
  if (judged.length === 0) return [[`No kind of setup has ${FEW} cases of the past year whose five sessions are over.`]];
  const paid = judged.filter((row) => isApart(row.spans["last year"]));
  const told = (up: boolean) =>
    paid
      .filter((row) => row.spans["last year"].edge > 0 === up)
      .sort((a, b) => Math.abs(b.spans["last year"].edge) - Math.abs(a.spans["last year"].edge));
  const named = (own: readonly RecordRow[]) =>
    list(
      own
        .slice(0, 2)
        .map(
          (row) => `${row.kind} (${signedPercent(row.spans["last year"].edge)} in ${count(row.spans["last year"].n, "case")})`,
        ),
    );
  const [more, less] = [told(true), told(false)];
  return fitting([
    [
      "Over the past year ",
      { figure: `${none(paid.length)} of ${count(judged.length, "kind")}` },
      ` made more or less over five sessions than all members at the same moments (95% intervals; by chance about ${Math.max(1, Math.round(0.05 * judged.length))} would).`,
    ],
    ...(more.length > 0 ? [["More: ", { figure: named(more) }, "."]] : []),
    ...(less.length > 0 ? [["Less: ", { figure: named(less) }, "."]] : []),
  ]);
}

const spanColumns = (span: Span): Column<RecordRow>[] => {
  const own = (of: (r: KindRecord) => number) => (row: RecordRow) => of(row.spans[span]);
  return [
    { key: `${span}: n`, label: "n", unit: "count", value: own((r) => r.n) },
    { key: `${span}: mean`, label: "mean", unit: "change", value: own((r) => r.mean) },
    { key: `${span}: edge`, label: "edge", unit: "change", value: own((r) => r.edge) },
    { key: `${span}: from`, label: "from", unit: "change", value: own((r) => r.interval[0]) },
    { key: `${span}: to`, label: "to", unit: "change", value: own((r) => r.interval[1]) },
    { key: `${span}: worst`, label: "worst", unit: "change", value: own((r) => r.worst) },
    { key: `${span}: won`, label: "won", unit: "fraction", value: own((r) => r.winRate) },
    { key: `${span}: all members won`, label: "all members won", unit: "fraction", value: own((r) => r.baseWinRate) },
    { key: `${span}: won beyond from`, label: "won beyond from", unit: "change", value: own((r) => r.winInterval[0]) },
    { key: `${span}: won beyond to`, label: "won beyond to", unit: "change", value: own((r) => r.winInterval[1]) },
  ];
};

const TABLE: readonly Column<RecordRow>[] = [
  { key: "kind", label: "kind", unit: "text", value: (r) => r.kind },
  ...SPANS.flatMap(spanColumns),
  { key: "open", label: "open", unit: "count", value: (r) => r.open },
];
