import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { jsonList } from "@studies/json-text";
import { tableOf } from "@studies/table";
import { followedPlan } from "./followed-plan";
import { JOURNAL_COLUMNS } from "./journal-columns";
import { JOURNAL_PARTS } from "./journal-parts";
import { recordOf, recordsBy } from "./journal-record";
import { positionByHand, positionsOf } from "./journal-rows";
import { PLAN_EXAMPLES } from "./plan-examples";
import { planRow } from "./plan-row";
import { askedPlan, handTrade } from "./plan-schema";
import { plansReading } from "./plans-reading";
import { plainNumber } from "@studies/pictures/picture-parts";

const MOST_PLANS = 500;
const LETTERS = 8_000_000;

/** All plans as they stand, and what those that are over have been worth. */
export const plans = defineStudy({
  name: "plans",
  about:
    "All plans as they stand at the as-of session, the positions that they made, and what those that are over have been worth.",
  params: z.object({
    plans: jsonList(askedPlan, { most: MOST_PLANS, letters: LETTERS }).describe("the plans as JSON"),
    trades: jsonList(handTrade, { most: 5000, letters: LETTERS }).describe("trades made elsewhere as JSON"),
  }),
  cost: "heavy",
  drawings: true,
  examples: [
    {},
    {
      plans: `[${PLAN_EXAMPLES.join(",")}]`,
      trades:
        '[{"version":1,"id":"examplehand","market":"ALDANE","ticker":"$stock","side":"long","units":50,"entered":$made,"entry":$price,"stop":$below,"note":"elsewhere"},{"version":1,"id":"examplegone","market":"ALDANE","ticker":"NOBODY","side":"short","units":5,"entered":$made,"entry":$price,"left":$made,"exit":$below,"note":""}]',
    },
  ],
  ask(market, params) {
    const followed = params.plans.flatMap((plan) => followedPlan(market, plan) ?? []);
    const positions = [
      ...followed.flatMap((one) => positionsOf(market, one)),
      ...params.trades.flatMap((trade) => positionByHand(market, trade) ?? []),
    ];
    const open = positions.filter((one) => one.held > 0);
    const closed = positions.filter((one) => one.held === 0).sort((a, b) => b.left - a.left || b.entered - a.entered);
    // What an option would have made is simulated: it is listed, and counted apart.
    const counted = closed.filter((one) => one.way !== "option");
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      plans: followed.map((one) => planRow(market, one)),
      open,
      closed,
      record: recordOf(counted),
      /** Of those, planned on a later session than they were made for. */
      lookingBack: counted.filter((one) => one.isLookingBack).length,
      options: recordOf(closed.filter((one) => one.way === "option")),
      parts: JOURNAL_PARTS.flatMap((part) => recordsBy(part, counted)),
    };
  },
  reading: (r) => plansReading(r),
  table: (r) => tableOf(JOURNAL_COLUMNS, [...r.open, ...r.closed]),
  pictures: {
    risks: {
      name: "What those that are over made, in planned risks, the latest first",
      draw: (r) =>
        r.closed.length === 0
          ? undefined
          : {
              ...{ kind: "bars", unit: "number" },
              rows: r.closed.slice(0, 24).map((one) => ({ name: `${one.ticker} ${one.side}`, value: plainNumber(one.r) })),
            },
    },
  },
  states: (r) =>
    Object.fromEntries(r.plans.flatMap((row) => row.sides.map((side) => [`${row.ticker} ${side.side}`, side.status]))),
});
