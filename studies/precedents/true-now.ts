import {
  bitCount,
  catalogue,
  evaluateRule,
  nextSession,
  truthAt,
  withoutOff,
  type MeasureUse,
  type Rule,
  type Truth,
} from "@core";
import { z } from "zod";
import { calendarValues } from "@studies/conditions/measure-values";
import { ruleText } from "@studies/conditions/rule-schema";
import { defineStudy } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { tableOf, type Column } from "@studies/table";
import { count, date } from "@studies/words/words";
import { catalogueFor } from "./catalogue-for";
import { askedInstruments } from "@studies/conditions/asked-instruments";

/** A clause of the catalogue that holds, or will hold. */
export interface HeldClause {
  readonly sentence: string;
  readonly rule: Rule;
  /** How often it has held, a share of the sessions on which it was known. */
  readonly share: number;
  readonly known: number;
  /** Sessions on which it has held without a break, this one included; 0 for one to come. */
  readonly running: number;
  /** Sessions of the situation in hand that are left with it. */
  readonly leaves: number;
}

/** Every clause of the catalogue that holds for an instrument at this close, and what the calendar brings next. */
export const trueNow = defineStudy({
  name: "true-now",
  about:
    "Which clauses of the catalogue hold for an instrument at this close, rarest first, and which will by calendar at the next session.",
  params: z.object({
    for: z.string().max(4000).default("").describe("ticker of the instrument; of several the first [the broad index]"),
    when: ruleText.default({ all: [] }).describe("a situation: how much of it each clause would leave"),
  }),
  cost: "heavy",
  examples: [
    {},
    { for: "$stock", when: '{"left":{"measure":"close"},"comparator":"above","right":{"measure":"sma","params":{"n":200}}}' },
  ],
  ask(market, params) {
    const asked = askedInstruments(market, params.for).instruments[0];
    if (!asked) return undefined;
    const { conditions } = asked;
    const last = conditions.series.days.length - 1;
    const situation = conditions.truth(withoutOff(params.when), "close");
    const held = (sentence: string, rule: Rule, running: number): HeldClause => {
      const truth = conditions.truth(rule, "close");
      const known = bitCount(truth.known);
      return {
        sentence,
        rule,
        known,
        running,
        share: known === 0 ? NaN : bitCount(truth.yes) / known,
        leaves: leftWith(situation, truth),
      };
    };
    const clauses = catalogueFor(asked);
    const holding = clauses.flatMap(({ sentence, rule }) => {
      const truth = conditions.truth(rule, "close");
      return truthAt(truth, last) === 1 ? [held(sentence, rule, runUpTo(truth, last))] : [];
    });
    const next = nextSession(market.asOf, market.holidays);
    const { calendar } = catalogue();
    const willHold = holdingOn(
      market,
      calendar.map(({ rule }) => rule),
      next,
    );
    const coming = calendar.filter((_, k) => willHold[k]).map(({ sentence, rule }) => held(sentence, rule, 0));
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      ticker: asked.ticker,
      name: asked.name,
      catalogued: clauses.length,
      holding: byRarity(holding),
      nextDay: next,
      next: byRarity(coming),
    };
  },
  reading: (r) =>
    r
      ? [
          [
            `Of ${r.catalogued} catalogued clauses `,
            { figure: String(r.holding.length) },
            ` hold for ${r.name} at this close${r.holding[0] ? `, the rarest: ${r.holding[0].sentence}` : ""}.`,
          ],
          [`By the calendar ${count(r.next.length, "clause")} will hold on ${date(r.nextDay)}.`],
        ]
      : [],
  table: (r) => tableOf(HELD_COLUMNS, r?.holding ?? []),
});

const HELD_COLUMNS: readonly Column<HeldClause>[] = [
  { key: "clause", label: "clause", unit: "text", value: (h) => h.sentence },
  {
    key: "share",
    label: "how often",
    unit: "fraction",
    about: "Share of the sessions on which it was known",
    value: (h) => h.share,
  },
  { key: "known", label: "sessions", unit: "count", value: (h) => h.known },
  {
    key: "running",
    label: "running",
    unit: "count",
    about: "Sessions on which it has held without a break",
    value: (h) => h.running,
  },
];

/** Far enough back for the start of any year. */
const SESSIONS_BACK = 300;

const byRarity = (clauses: readonly HeldClause[]) =>
  [...clauses].sort((a, b) => a.share - b.share || (a.sentence < b.sentence ? -1 : 1));

function leftWith(situation: Truth, truth: Truth): number {
  return bitCount(situation.yes.map((word, w) => word & truth.yes[w]!));
}

function runUpTo(truth: Truth, last: number): number {
  let run = 0;
  while (truthAt(truth, last - run) === 1) run++;
  return run;
}

/** Which clauses of the calendar hold on a session to come. */
function holdingOn(market: Market, rules: readonly Rule[], day: number): boolean[] {
  const days = Int32Array.of(...market.sessions.subarray(-SESSIONS_BACK), day);
  const kept = new Map<string, Float64Array>();
  const judged = {
    sessions: days.length,
    column(use: MeasureUse) {
      const key = JSON.stringify([use.measure, use.params]);
      const values = kept.get(key) ?? calendarValues({ part: market, days }, use);
      kept.set(key, values);
      return values;
    },
  };
  return rules.map(
    (rule) => truthAt(evaluateRule(rule, { sessions: days.length, subject: () => judged }), days.length - 1) === 1,
  );
}
