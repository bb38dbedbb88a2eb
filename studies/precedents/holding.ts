import { ENTRIES, ruleSentence, withoutOff } from "@core";
import { z } from "zod";
import { holdsNow } from "@studies/conditions/holds-now";
import { ruleText } from "@studies/conditions/rule-schema";
import { defineStudy } from "@studies/define-study";
import { tableOf, type Column } from "@studies/table";
import { count } from "@studies/words/words";
import { askedInstruments } from "@studies/conditions/asked-instruments";
import { momentOf } from "./sample";

/** An instrument for which a situation holds. */
interface Holder {
  readonly ticker: string;
  readonly name: string;
}

/** For which instruments a situation holds at this close: nothing of its history is looked at. */
export const holding = defineStudy({
  name: "holding",
  about: "For which instruments a situation holds at this close; of a group, its members of the session.",
  params: z.object({
    when: ruleText.default({ all: [] }).describe("the situation, a rule as JSON or its sentence"),
    for: z.string().max(4000).default("").describe("tickers with commas between, or the key of a group [the broad index]"),
    entry: z.enum(ENTRIES).default("next open").describe("of an entry at the open it is judged with what is known then"),
  }),
  cost: "heavy",
  examples: [
    { when: "it closes higher" },
    { when: "its close is above its 20-session simple average", for: "market:", entry: "open" },
  ],
  ask(market, params) {
    const { instruments } = askedInstruments(market, params.for);
    const present = instruments.filter(({ runs }) => !runs || runs.some(([from, to]) => from <= market.t && market.t <= to));
    const rule = withoutOff(params.when);
    const holders = present.filter(({ conditions }) => holdsNow(conditions, rule, momentOf(params)) === 1);
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      sentence: ruleSentence(rule),
      instruments: present.length,
      holders: holders.map(({ ticker, name }): Holder => ({ ticker, name })),
    };
  },
  reading: (r) => [
    [
      `It holds for `,
      { figure: r.holders.length === 0 ? "none" : String(r.holders.length) },
      ` of ${count(r.instruments, "instrument")} at this close.`,
    ],
  ],
  table: (r) => tableOf(HOLDER_COLUMNS, r.holders),
});

const HOLDER_COLUMNS: readonly Column<Holder>[] = [
  { key: "ticker", label: "ticker", unit: "text", value: (h) => h.ticker },
  { key: "name", label: "instrument", unit: "text", value: (h) => h.name },
];
