import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { regimeNow } from "@studies/regime/regime-now";
import { LANE_COLUMNS, lanesNow, lanesSentence, pressureNow } from "./timing-now";
import { compositeColumn } from "@studies/columns/composites";
import { tableOf } from "@studies/table";

/** One line a market: its regime, Pressure and lanes. */
export const timingSummary = defineStudy({
  name: "timing-summary",
  about: "Regime, Pressure and the state of the four lanes, in one line.",
  params: z.object({}),
  cost: "heavy",
  examples: [{}],
  ask(market) {
    const { level } = market.perSession(compositeColumn);
    const { t } = market;
    const { direction, volatility, index } = regimeNow(market);
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      index,
      direction,
      volatility,
      pressure: pressureNow(market),
      lanes: lanesNow(market),
      r1: level[t]! / level[t - 1]! - 1,
      r5: level[t]! / level[t - 5]! - 1,
    };
  },
  reading: (r) => [lanesSentence(r.lanes)],
  table: (r) => tableOf(LANE_COLUMNS, r.lanes),
});
