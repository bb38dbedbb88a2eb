import { bitCount, outcomes, truthAt, type Rule, type TradePlan } from "@core";
import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { tableOf, type Column } from "@studies/table";
import { isSmallSample } from "@studies/words/small-sample";
import { count, list, percent, probability, signedPercent } from "@studies/words/words";
import { askedInstruments, type AskedInstrument } from "@studies/conditions/asked-instruments";
import { catalogueFor } from "./catalogue-for";
import { sampleOf } from "./sample";
import { reDatingOf } from "./statistics";
import { plainNumber } from "@studies/pictures/picture-parts";

/** A clause that holds for an instrument at this close, and what has followed it. */
export interface HeldRecord {
  readonly ticker: string;
  readonly name: string;
  readonly sentence: string;
  readonly rule: Rule;
  /** How often it holds, a share of the sessions on which it is known. */
  readonly share: number;
  readonly n: number;
  readonly winRate: number;
  readonly baseWinRate: number;
  readonly mean: number;
  readonly edge: number;
  readonly worst: number;
  /** Of those whose edge is large enough to be looked at; NaN of the others. */
  readonly p: number;
}

/** Bought at the next open, sold at the close five sessions later. */
const PLAN: TradePlan = { entry: "next open", hold: 5, exit: "close", side: 1, costBp: 0 };
/** Standard errors of an edge from which its p is worked out: with less it is not small. */
const WORTH_A_P = 1.5;
const SMALL_P = 0.05;
const MOST_INSTRUMENTS = 8;

/** Which clauses of the catalogue hold at this close, those first whose record differs most from the base. */
export const heldRecords = defineStudy({
  name: "held-records",
  about:
    "The catalogued clauses that hold for the home indexes at this close with what followed each (next open to the close five sessions later), those first whose record differs most from all sessions.",
  params: z.object({ for: z.string().max(4000).default("").describe("tickers with commas between [the home indexes]") }),
  cost: "heavy",
  examples: [{}, { for: "$index" }],
  ask(market, params) {
    const { instruments } = askedInstruments(market, params.for === "" ? homeIndexes(market) : params.for);
    const looked = instruments.slice(0, MOST_INSTRUMENTS);
    const names = looked.map((i) => i.name);
    const records = looked.flatMap((asked) => recordsOf(asked, market.sessions));
    const rank = (r: HeldRecord) => (Number.isNaN(r.p) ? 2 - Math.min(1, Math.abs(r.edge)) : r.p);
    const tested = records.filter((r) => !isSmallSample(r.n));
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      names,
      /** The same in words. */
      whom: params.for === "" && names.length > 2 ? `the ${names.length} home indexes` : list(names),
      /** Those with enough cases, the farthest from the base first. */
      records: tested.sort((a, b) => rank(a) - rank(b) || (a.sentence < b.sentence ? -1 : 1)),
      few: records.length - tested.length,
      small: tested.filter((r) => r.p < SMALL_P).length,
      byChance: SMALL_P * tested.length,
    };
  },
  reading(r) {
    const first = r.records[0];
    if (!first) return [[`No catalogued clause with a record of its own holds for ${r.whom} at this close.`]];
    const each = r.names.length > 1 ? ", counted for each," : "";
    return [
      [
        `Of ${count(r.records.length, "clause")} that hold for ${r.whom} at this close${each} and have twenty cases or more, `,
        { figure: r.small === 0 ? "none" : String(r.small) },
        ` ${r.small === 1 ? "differs" : "differ"} from all sessions with p below 5%; ${r.byChance.toFixed(1)} would by chance.`,
      ],
      [
        `Farthest from them for ${first.name}: ${first.sentence}, after which ${percent(first.winRate, 0)} of ${count(first.n, "case")} rose over five sessions against ${percent(first.baseWinRate, 0)}, by ${signedPercent(first.mean)} on average`,
        Number.isNaN(first.p) ? "." : ` (p ${probability(first.p)}).`,
      ],
    ];
  },
  table: (r) => tableOf(HELD_RECORD_COLUMNS, r.records),
  pictures: {
    records: {
      name: "How often it rose over five sessions, with the base as a tick",
      draw: (r) => ({
        ...{ kind: "bars", unit: "fraction", tick: "all sessions" },
        rows: r.records.slice(0, 12).map((one) => ({
          name: one.sentence.slice(0, 120),
          value: plainNumber(one.winRate),
          tick: one.baseWinRate,
          words: `n ${one.n}`,
        })),
      }),
    },
  },
});

/** The market's own indexes, its broad one first; the broad index or a stock where there is none. */
function homeIndexes(market: Market): string {
  const broad = market.row.broadIndex;
  const own = market.instruments.filter((i) => i.kind === "index" && i.ticker !== broad).map((i) => i.ticker);
  return [...(broad === null ? [] : [broad]), ...own].join(",");
}

function recordsOf(asked: AskedInstrument, sessions: Int32Array): HeldRecord[] {
  const { conditions, ticker, name } = asked;
  const last = conditions.series.days.length - 1;
  const held = catalogueFor(asked).filter(({ rule }) => truthAt(conditions.truth(rule, "close"), last) === 1);
  return held.map(({ sentence, rule }): HeldRecord => {
    const sample = sampleOf(asked, { rule, plan: PLAN, thinned: true, from: -Infinity, to: Infinity });
    const { n, winRate, mean, sd, worst } = outcomes(Float64Array.from(sample.counted, (trade) => trade.result));
    const { mean: baseMean, winRate: baseWinRate } = sample.baseRecord;
    const edge = mean - baseMean;
    const isLarge = Math.abs(edge) > (WORTH_A_P * sd) / Math.sqrt(n);
    const p = isLarge ? reDatingOf([sample], PLAN, sessions).all : NaN;
    const truth = conditions.truth(rule, "close");
    const share = bitCount(truth.yes) / bitCount(truth.known);
    return { ticker, name, sentence, rule, share, n, winRate, baseWinRate, mean, edge, worst, p };
  });
}

const HELD_RECORD_COLUMNS: readonly Column<HeldRecord>[] = [
  { key: "clause", label: "clause", unit: "text", value: (h) => h.sentence },
  { key: "ticker", label: "ticker", unit: "text", value: (h) => h.ticker },
  { key: "name", label: "for", unit: "text", value: (h) => h.name },
  { key: "share", label: "how often", unit: "fraction", value: (h) => h.share },
  { key: "n", label: "cases", unit: "count", value: (h) => h.n },
  { key: "win_rate", label: "rose", unit: "fraction", value: (h) => h.winRate },
  { key: "base_win_rate", label: "all sessions", unit: "fraction", value: (h) => h.baseWinRate },
  { key: "mean", label: "mean", unit: "change", value: (h) => h.mean },
  { key: "edge", label: "edge", unit: "change", value: (h) => h.edge },
  { key: "worst", label: "worst", unit: "change", value: (h) => h.worst },
  { key: "p", label: "p", unit: "number", value: (h) => h.p },
];
