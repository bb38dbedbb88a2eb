import { isoDate, ruleSentence } from "@core";
import { z } from "zod";
import { onSessionsOf } from "@studies/market/own-calendar";
import { defineStudy } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { ruleText } from "@studies/conditions/rule-schema";
import type { Asked } from "@studies/conditions/subject-series";
import { COMPOSITE, ownStates } from "./own-states";
import { signalRecords } from "./signal-records";
import { signalsOf } from "./signal-records";
import { count, percent, signedPercent } from "@studies/words/words";
import { compositeColumn } from "@studies/columns/composites";
import { tableOfColumns } from "@studies/table";

/** A timing system of the analyst's own: a rule for up and a rule for down, on the composite or an instrument. */
export const ownTiming = defineStudy({
  name: "own-timing",
  about: "States and signals of a timing system made of conditions, on the composite or any instrument, with what came of them.",
  params: z.object({
    on: z.string().min(1).default(COMPOSITE).describe("composite, or the ticker of an instrument"),
    up: ruleText.describe("rule for up, as JSON"),
    down: ruleText.describe("rule for down, as JSON"),
    history: z.coerce.number().int().min(20).max(20_000).default(504).describe("sessions of history to give"),
  }),
  cost: "heavy",
  examples: [
    {
      up: '{"all":[{"left":{"measure":"close"},"comparator":"above","right":{"measure":"sma","params":{"n":20}},"running":2},{"left":{"measure":"detrended price","params":{"n":20}},"comparator":"above","right":0}]}',
      down: '{"left":{"measure":"close"},"comparator":"below","right":{"measure":"sma","params":{"n":20}},"running":2}',
    },
    {
      on: "$index",
      up: '{"all":[{"left":{"measure":"pressure"},"comparator":"above","right":0},{"left":{"measure":"rsi","of":{"ticker":"WORLD"}},"comparator":"above","right":50}]}',
      down: '{"not":{"left":{"measure":"participation","params":{"n":50}},"comparator":"above","right":40}}',
      history: 60,
    },
  ],
  ask(market, { on, up, down, history }) {
    const own = ownStates(market, on, up, down);
    if (!own) return undefined;
    const { asked, states, contradictions } = own;
    const n = market.t + 1;
    const signals = signalRecords(states, closesOn(market, asked), market.sessions);
    const start = Math.max(0, n - history);
    const inUp = states.reduce((sum, s) => sum + (s === 1 ? 1 : 0), 0);
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      on,
      words: { up: ruleSentence(up), down: ruleSentence(down) },
      state: states[n - 1]!,
      age: signals.length > 0 ? n - 1 - market.sessions.indexOf(signals[signals.length - 1]!.day) : NaN,
      signals: signalsOf("own", signals),
      shareUp: inUp / n,
      days: market.sessions.slice(start),
      states: states.slice(start),
      contradictions,
    };
  },
  reading(r) {
    if (!r) return [];
    if (r.state === 0) return [["The system has given no signal yet."]];
    const since = r.signals.latest[r.signals.latest.length - 1]!;
    const { n, right: higher, worst } = r.signals.up;
    return [
      [
        "The system has been ",
        { figure: r.state === 1 ? "up" : "down" },
        ` for ${count(r.age, "session")}, ${signedPercent(since.outcome)} since its signal, and up on ${percent(r.shareUp, 0)} of all sessions; `,
        n === 0
          ? "no up signal has ended yet."
          : `${higher} of ${count(n, "finished up signal")} ended higher, the worst at ${signedPercent(worst)}.`,
      ],
    ];
  },
  table: (r) =>
    tableOfColumns([
      ["date", "date", "text", Array.from(r?.days ?? [], isoDate)],
      ["state", "state", "count", r?.states ?? []],
    ]),
});

function closesOn(market: Market, asked: Asked): Float64Array {
  if (asked === "composite") return market.perSession(compositeColumn).level;
  return onSessionsOf(market, asked, asked.part.bars("close", asked.instrument.index));
}
