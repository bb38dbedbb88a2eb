import { clausesOf, measuresOfRanking, rankedBy, ruleSentence, switchedOn, withoutOff, type MeasureUse, type Rule } from "@core";
import { z } from "zod";
import { holdsNow } from "@studies/conditions/holds-now";
import { measureNow } from "@studies/conditions/measure-now";
import { measureParam, rankingParam } from "@studies/conditions/measure-param";
import { measureOfText, measureText, rankingOfText } from "@studies/conditions/measure-text";
import { ruleText } from "@studies/conditions/rule-schema";
import { defineStudy, type Sentence } from "@studies/define-study";
import { tableOf, type Column } from "@studies/table";
import { none } from "@studies/words/words";
import { rankingWords, scanColumn, USUAL_COLUMNS, type ScanColumn } from "./scan-columns";
import { cellOf } from "./scan-cell";
import { universeOf, type Scanned, type UniverseOf } from "./universe";

/** In which of two scans that are laid over each other an instrument passes. */
export type Side = "both" | "first" | "second";

export interface ScanRow {
  readonly ticker: string;
  readonly name: string;
  readonly sector: string;
  readonly industry: string;
  /** Of a scan alone `first`. */
  readonly side: Side;
  /** What it is ranked by; NaN where it is not known. */
  readonly rankedBy: number;
  /** In the order of the columns. */
  readonly values: readonly number[];
}

const MOST_COLUMNS = 16;

/** Which members of a universe fit a rule at one session, what each clause took away, and how they rank. */
export const scan = defineStudy({
  name: "scan",
  about:
    "Which members of a universe pass a rule at this close, how many each clause took away, ranked by a measure, a ratio or a weighted mean of ranks.",
  params: z.object({
    when: ruleText.default({ all: [] }).describe("the rule, as JSON or its sentence"),
    for: z.string().max(4000).default("").describe("key of a group, funds or indexes [all members of the market]"),
    rank: rankingParam
      .default("strength")
      .describe("a measure, a ratio such as close/atr, or weighted ranks such as 2*strength+trend"),
    order: z.enum(["highest", "lowest"]).default("highest"),
    top: z.coerce.number().int().min(1).max(1000).default(30).describe("rows to give"),
    col: z.array(measureParam).max(MOST_COLUMNS).default(USUAL_COLUMNS).describe("measures to show"),
    taken: z.coerce.number().int().min(-1).max(40).default(-1).describe("show those that this clause took away, from 0"),
    vs: ruleText.optional().describe("a second rule that is laid over the first"),
  }),
  cost: "heavy",
  examples: [
    {},
    {
      when: "its return over 66 sessions is above 20% and its return over 22 sessions is above 10%",
      rank: "2*return_66+trend",
      col: ["close", "trend", "phase", "atr_14"],
    },
    {
      when: "its RSI(5) is below 40 within the last 5 sessions",
      for: "sector:$sector",
      rank: "close/atr",
      order: "lowest",
      vs: "it closes higher",
    },
    { when: "its close is above its 50-session simple average and it closes higher", for: "funds", taken: 0 },
  ],
  ask(market, params) {
    const universe = universeOf(market, params.for);
    const { present } = universe;
    const { counts, passing, taken } = thinned(present, params.when);
    const second = params.vs && passingOf(present, withoutOff(params.vs));
    const sideOf = sidesOf(passing, second);
    const isTaken = params.taken >= 0 && params.taken < taken.length;
    const shown = isTaken ? taken[params.taken]! : second ? present.filter((one) => sideOf(one) !== undefined) : passing;
    const ranking = rankingOfText(params.rank);
    // Ranks are those among all that went in, so that a clause does not change them.
    const among = "weighted" in ranking ? present : shown;
    const known = new Map<string, Float64Array>();
    const valuesOf = (use: MeasureUse) => {
      const text = measureText(use);
      const values = known.get(text) ?? Float64Array.from(among, (one) => measureNow(one.conditions.series, use));
      known.set(text, values);
      return values;
    };
    const ranks = rankedBy(ranking, valuesOf);
    const rankOf = new Map(among.map((one, k) => [one, ranks[k]!]));
    const sign = params.order === "highest" ? 1 : -1;
    const ranked = [...shown].sort((a, b) => byRank(sign * rankOf.get(a)!, sign * rankOf.get(b)!) || byTicker(a, b));
    const uses = params.col.map(measureOfText);
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      universe: universe.name,
      of: universe.of,
      size: present.length,
      sentence: ruleSentence(withoutOff(params.when)),
      counts,
      passing: passing.length,
      overlay: second && {
        sentence: ruleSentence(withoutOff(params.vs!)),
        both: passing.filter((one) => sideOf(one) === "both").length,
        first: passing.filter((one) => sideOf(one) === "first").length,
        second: second.size - passing.filter((one) => sideOf(one) === "both").length,
      },
      /** Clause that took away what is shown; -1 where those that pass are shown. */
      taken: isTaken ? params.taken : -1,
      ranking: rankingWords(ranking),
      rankMeasures: measuresOfRanking(ranking).map(measureText),
      columns: uses.map(scanColumn),
      all: ranked.length,
      rows: ranked.slice(0, params.top).map((one): ScanRow => {
        const { ticker, name, sector, industry } = one.instrument;
        const values = uses.map((use) => measureNow(one.conditions.series, use));
        const side = sideOf(one) ?? "first";
        return { ticker, name, sector: sector ?? "", industry: industry ?? "", side, rankedBy: rankOf.get(one)!, values };
      }),
      /** All that pass, for keeping them. */
      tickers: passing.map((one) => one.instrument.ticker),
      sectors: bySector(present, new Set(passing)),
    };
  },
  reading: (r): Sentence[] => readingOf(r),
  table: (r) => tableOf(columnsOfTable(r.columns, r.ranking), r.rows),
  pictures: {
    thinning: {
      name: "How many are left after each clause",
      draw: (r) => ({
        ...{ kind: "bars", unit: "count" },
        rows: [
          { name: "all that go in", value: r.size, ink: "soft" as const },
          ...r.counts.clauses.map((clause, k) => ({ name: `after clause ${k + 1}`, value: clause.left, ink: "indigo" as const })),
        ],
      }),
    },
  },
  states: (r) => ({ "those that pass": [...r.tickers].sort().join(", ") }),
});

const byRank = (a: number, b: number) => (Number.isNaN(a) ? 1 : 0) - (Number.isNaN(b) ? 1 : 0) || (Number.isNaN(a) ? 0 : b - a);
const byTicker = (a: Scanned, b: Scanned) => (a.instrument.ticker < b.instrument.ticker ? -1 : 1);

const passes = (one: Scanned, rule: Rule) => holdsNow(one.conditions, rule) === 1;

function passingOf(present: readonly Scanned[], rule: Rule): ReadonlySet<Scanned> {
  return new Set(present.filter((one) => passes(one, rule)));
}

function sidesOf(first: readonly Scanned[], second: ReadonlySet<Scanned> | undefined) {
  const own = new Set(first);
  return (one: Scanned): Side | undefined => {
    const isSecond = second?.has(one) === true;
    return own.has(one) ? (isSecond ? "both" : "first") : isSecond ? "second" : undefined;
  };
}

/** What each clause leaves of those that the ones before it left; those switched off are asked of those before, and of the last. */
function thinned(present: readonly Scanned[], rule: Rule) {
  let left = present;
  const taken: Scanned[][] = [];
  const clauses = clausesOf(rule).map((clause) => {
    const own = left.filter((one) => passes(one, switchedOn(clause)));
    const kept = new Set(own);
    taken.push(left.filter((one) => !kept.has(one)));
    if (!clause.off) left = own;
    return { clause, left: own.length, kept };
  });
  const counts = {
    all: present.length,
    clauses: clauses.map(({ clause, left: own, kept }) => ({
      left: own,
      atEnd: clause.off ? left.filter((one) => kept.has(one)).length : left.length,
      off: clause.off === true,
    })),
  };
  return { counts, passing: left, taken };
}

function bySector(present: readonly Scanned[], passing: ReadonlySet<Scanned>) {
  const sectors = new Map<string, { passed: number; of: number }>();
  for (const one of present) {
    const { sector } = one.instrument;
    if (sector === null) continue;
    const own = sectors.get(sector) ?? { passed: 0, of: 0 };
    own.of++;
    if (passing.has(one)) own.passed++;
    sectors.set(sector, own);
  }
  return Array.from(sectors, ([name, own]) => ({ name, ...own }))
    .filter((s) => s.passed > 0)
    .sort((a, b) => b.passed - a.passed || (a.name < b.name ? -1 : 1));
}

/** So many times its share of the universe is worth telling. */
const GATHERED = 1.3;

interface Told {
  readonly counts: { readonly clauses: readonly unknown[] };
  readonly universe: string;
  readonly of: UniverseOf;
  readonly size: number;
  readonly passing: number;
  readonly sectors: readonly { readonly name: string; readonly passed: number; readonly of: number }[];
  readonly overlay: { readonly both: number; readonly first: number; readonly second: number } | undefined;
}

function readingOf({ universe, of, size, passing, sectors, overlay, counts }: Told): Sentence[] {
  const clauses = counts.clauses.length;
  const [what, several] = of === "indexes" ? ["index", of] : [of.slice(0, -1), of];
  if (size === 0) return [[`No ${what} belongs to ${universe} at this close.`]];
  if (clauses === 0)
    return [
      [
        "All ",
        { figure: String(size) },
        ` ${several} in ${universe} are there; each clause that is added takes away what does not fit.`,
      ],
    ];
  const most = sectors[0];
  // Where more of them are than its share of the universe.
  const where =
    most && most.passed > 1 && most.passed < passing && most.passed * size > GATHERED * passing * most.of
      ? [", ", { figure: String(most.passed) }, ` of them in ${most.name}`]
      : [];
  const first: Sentence = [
    { figure: `${none(passing)[0]!.toUpperCase()}${none(passing).slice(1)} of ${size}` },
    ` ${size === 1 ? what : several} in ${universe} ${passing === 1 ? "passes" : "pass"}`,
    ...where,
    ".",
  ];
  if (!overlay) return [first];
  const { both } = overlay;
  return [
    first,
    [
      `Both scans are passed by `,
      { figure: none(both) },
      `, only the first by ${none(overlay.first)}, only the second by ${none(overlay.second)}.`,
    ],
  ];
}

function columnsOfTable(columns: readonly ScanColumn[], ranking: string): readonly Column<ScanRow>[] {
  const own: Column<ScanRow>[] = [
    { key: "ticker", label: "ticker", unit: "text", value: (r) => r.ticker },
    { key: "name", label: "name", unit: "text", value: (r) => r.name },
    { key: "sector", label: "sector", unit: "text", value: (r) => r.sector },
    { key: "industry", label: "industry", unit: "text", value: (r) => r.industry },
    { key: "passes", label: "passes", unit: "text", value: (r) => r.side },
    { key: "ranked by", label: "ranked by", unit: "number", about: `Ranked by ${ranking}`, value: (r) => r.rankedBy },
  ];
  return [
    ...own,
    ...columns.map((column, k): Column<ScanRow> => ({ ...figureColumn(column), value: (r) => cellOf(column, r.values[k]!) })),
  ];
}

/** A column of figures without its values. */
export function figureColumn({ text, label, unit, about }: ScanColumn): Omit<Column<ScanRow>, "value"> {
  return { key: text, label, unit, about };
}
