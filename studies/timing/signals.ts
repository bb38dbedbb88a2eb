import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { LANES } from "@core/timing/lane-names";
import { signalRecords } from "./signal-records";
import { SIGNAL_COLUMNS } from "./signal-columns";
import { laneColumns } from "@studies/columns/timing";
import { count } from "@studies/words/words";
import { compositeColumn } from "@studies/columns/composites";
import { tableOf } from "@studies/table";

/** Every signal of a lane. */
export const signals = defineStudy({
  name: "signals",
  about: "Every signal of a lane with its date, how long it lasted and what the composite did until the next.",
  params: z.object({ lane: z.enum(LANES).default("Checked").describe("which lane") }),
  cost: "heavy",
  examples: [{}, { lane: "Long" }],
  ask(market, { lane }) {
    const { level } = market.perSession(compositeColumn);
    return { lane, records: signalRecords(market.perSession(laneColumns)[lane], level, market.sessions) };
  },
  reading: (r) => [
    [
      r.records.length === 0
        ? `The lane ${r.lane} has given no signal yet.`
        : `The lane ${r.lane} has given ${count(r.records.length, "signal")}.`,
    ],
  ],
  table: (r) => tableOf(SIGNAL_COLUMNS, r.records),
});
