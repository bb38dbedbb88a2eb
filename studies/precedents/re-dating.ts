import { addShifted, reDatingP, shiftedSums, type ShiftedSums } from "@core";
import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { tableOf } from "@studies/table";
import { count, percent, probability } from "@studies/words/words";
import { askedInstruments } from "@studies/conditions/asked-instruments";
import { questionParams, refuseImpossible } from "./plan-params";
import { sampleAsked, sampleOf } from "./sample";
import { onMarket, reDatingOf } from "./statistics";

/** Share of the work that taking the samples is. */
const SAMPLING = 0.4;

/** How often an edge as large would come about by chance, for any number of instruments. */
export const reDating = defineStudy({
  name: "re-dating",
  about:
    "How often an edge as large as that of a situation would come about with all its occurrences moved together to other dates; of any number of instruments.",
  params: z.object(questionParams).superRefine(refuseImpossible),
  cost: "long",
  examples: [
    { when: "it has closed lower at least 3 times running", for: "market:" },
    { when: "it closes higher", for: "sector:$sector", entry: "open", hold: 0 },
  ],
  ask(market, params, tell) {
    const { instruments } = askedInstruments(market, params.for);
    const asked = sampleAsked(params);
    const samples = instruments.map((one, k) => {
      tell?.((SAMPLING * k) / instruments.length);
      return sampleOf(one, asked);
    });
    const about = { asOf: market.asOf, provisional: market.provisional, instruments: instruments.length };
    const n = samples.reduce((sum, s) => sum + s.counted.length, 0);
    if (samples.length === 1) return { ...about, n, p: reDatingOf(samples, asked.plan, market.sessions).all };
    const dated = onMarket(samples, market.sessions);
    let together: ShiftedSums | undefined;
    for (const [k, one] of dated.entries()) {
      tell?.(SAMPLING + ((1 - SAMPLING) * k) / dated.length);
      together = addShifted(together, shiftedSums(one));
    }
    return { ...about, n, p: together ? reDatingP(dated, asked.plan.hold, [together]) : NaN };
  },
  reading: (r) => [
    Number.isNaN(r.p)
      ? ["Too little came of it to be tested against other dates."]
      : [
          `With all ${count(r.n, "occurrence")} moved together to other dates an edge as large came about in `,
          { figure: percent(r.p, r.p < 0.1 ? 1 : 0) },
          ` of them (p ${probability(r.p)}).`,
        ],
  ],
  table: (r) =>
    tableOf(
      [
        { key: "instruments", label: "instruments", unit: "count", value: () => r.instruments },
        { key: "n", label: "occurrences", unit: "count", value: () => r.n },
        { key: "p", label: "p", unit: "number", value: () => r.p },
      ],
      [r],
    ),
});
