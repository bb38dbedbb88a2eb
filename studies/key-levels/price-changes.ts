import {
  atr,
  clausesOf,
  nextSession,
  priceChangesFrom,
  ruleSentence,
  tickBeyond,
  withoutOff,
  type MeasureUse,
  type PriceChange,
  type Rule,
} from "@core";
import { z } from "zod";
import { ruleText } from "@studies/conditions/rule-schema";
import { defineStudy, type Sentence } from "@studies/define-study";
import { catalogueFor } from "@studies/precedents/catalogue-for";
import { tableOf, type Column } from "@studies/table";
import { count, price, signed } from "@studies/words/words";
import { drawnToNext } from "@studies/conditions/measure-values";
import { askedBars } from "./asked-bars";
import { nearestPlace } from "./nearest-place";

/** Where a clause changes: the first price on the tick that changes it. */
export interface ClauseChange {
  readonly price: number;
  /** From the close, in ATRs and as a fraction. */
  readonly place: number;
  readonly percent: number;
  readonly becomes: boolean;
}

/** A clause on price, and the closes (opens) of the next session that change it. */
export interface ClauseAtNext {
  readonly sentence: string;
  readonly rule: Rule;
  /** Of the situation in hand, and not of the catalogue. */
  readonly isAsked: boolean;
  readonly moment: "close" | "open";
  readonly now: boolean | undefined;
  /** At the next session, were its price the present close. */
  readonly unchanged: boolean | undefined;
  readonly above: ClauseChange | undefined;
  readonly below: ClauseChange | undefined;
}

/** Where the next session's price would change each clause on price. */
export const priceChanges = defineStudy({
  name: "price-changes",
  about:
    "Beside each catalogued clause on price, the nearest close (or open) of the next session on either side at which it would become true or false.",
  params: z.object({
    for: z.string().max(4000).default("").describe("ticker of the instrument; of several the first [the broad index]"),
    when: ruleText.default({ all: [] }).describe("a situation whose clauses are told first"),
  }),
  cost: "heavy",
  examples: [
    {},
    { for: "$stock", when: '{"left":{"measure":"close"},"comparator":"above","right":{"measure":"sma","params":{"n":100}}}' },
  ],
  ask(market, params) {
    const found = askedBars(market, params.for);
    if (!found) return undefined;
    const { asked, bars, days } = found;
    const close = bars.close.at(-1) ?? NaN;
    const range = atr(bars, 14).at(-1) ?? NaN;
    const nextDay = nextSession(market.asOf, asked.conditions.series.part.holidays);
    const drawn = (use: MeasureUse) => drawnToNext(asked.conditions.series, use, nextDay);
    const changesOf = priceChangesFrom({ bars, days, nextDay, drawn });
    const situation = clausesOf(withoutOff(params.when)).map((rule) => ({ sentence: ruleSentence(rule), rule, isAsked: true }));
    const catalogued = catalogueFor(asked).filter((c) => situation.every((s) => s.sentence !== c.sentence));
    const all = [...situation, ...catalogued.map((c) => ({ ...c, isAsked: false }))];
    const clauses = all.flatMap((clause): ClauseAtNext[] => {
      const changes = changesOf(clause.rule);
      if (!changes) return [];
      const side = (change: PriceChange | undefined, sign: 1 | -1) => change && shown(change, sign, close, range);
      const { moment, now, unchanged } = changes;
      return [{ ...clause, moment, now, unchanged, above: side(changes.above, 1), below: side(changes.below, -1) }];
    });
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      ticker: asked.ticker,
      name: asked.name,
      nextDay,
      close,
      /** Those of the situation first, then the nearest to change. */
      clauses: clauses.sort(byNearest),
      /** Clauses that no close or open of the next session alone decides. */
      others: all.length - clauses.length,
    };
  },
  reading: (r) => (r && r.clauses.length > 0 ? readingOf(r.clauses, r.close) : []),
  table: (r) => tableOf(CLAUSE_COLUMNS, r?.clauses ?? []),
});

function shown({ price: level, becomes }: PriceChange, sign: 1 | -1, close: number, range: number): ClauseChange {
  const beyond = tickBeyond(level, sign, close);
  return { price: beyond, place: (beyond - close) / range, percent: beyond / close - 1, becomes };
}

const byNearest = (a: ClauseAtNext, b: ClauseAtNext) =>
  Number(b.isAsked) - Number(a.isAsked) || nearestPlace(a) - nearestPlace(b) || (a.sentence < b.sentence ? -1 : 1);

function readingOf(clauses: readonly ClauseAtNext[], close: number): Sentence[] {
  const changes = (side: "above" | "below") => clauses.flatMap((c) => (c[side] ? [{ ...c[side], sentence: c.sentence }] : []));
  const near = (side: "above" | "below") => changes(side).filter((c) => Math.abs(c.place) <= 1).length;
  // What any move changes, however small, is not worth telling.
  const next = [...changes("above"), ...changes("below")]
    .filter((c) => Math.abs(c.place) > 0.02)
    .sort((a, b) => Math.abs(a.place) - Math.abs(b.place))[0];
  return [
    [
      `Of ${count(clauses.length, "clause")} on price `,
      { figure: String(near("above")) },
      " would change at the next session with a price up to one ATR higher, ",
      { figure: String(near("below")) },
      " with one as much lower",
      next
        ? `; the next at ${price(next.price, close)} (${signed(next.place, 2)} ATR), where “${next.sentence}” ${next.becomes ? "begins to hold" : "no longer holds"}.`
        : ".",
    ],
  ];
}

const state = (truth: boolean | undefined) => (truth === undefined ? "unknown" : truth ? "holds" : "does not hold");
const becoming = (change: ClauseChange | undefined) => (change ? (change.becomes ? "holds" : "does not hold") : "");

function sideColumns(side: "below" | "above"): readonly Column<ClauseAtNext>[] {
  const about = `The first price on the tick ${side === "below" ? "down" : "up"} that changes it`;
  return [
    { key: side, label: side, unit: "price", about, value: (c) => c[side]?.price ?? NaN },
    { key: `${side} atrs`, label: "in ATRs", unit: "sigma", value: (c) => c[side]?.place ?? NaN },
    { key: `${side} becomes`, label: "there it", unit: "text", value: (c) => becoming(c[side]) },
  ];
}

const CLAUSE_COLUMNS: readonly Column<ClauseAtNext>[] = [
  { key: "clause", label: "clause", unit: "text", value: (c) => c.sentence },
  { key: "decided by", label: "decided by", unit: "text", value: (c) => c.moment },
  { key: "now", label: "now", unit: "text", value: (c) => state(c.now) },
  {
    key: "unchanged",
    label: "at an unchanged price",
    unit: "text",
    about: "At the next session, were its price the present close",
    value: (c) => state(c.unchanged),
  },
  ...sideColumns("below"),
  ...sideColumns("above"),
];
