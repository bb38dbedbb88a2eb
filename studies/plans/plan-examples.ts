/* Plans that the studies of plans are proved with; names with a dollar stand for values of the data. */

const version = {
  ...{ made: "$made", written: "$made", oneCancelsOther: true, isOutBeforeReport: false, steps: [] },
  ...{ size: { by: "units", units: 100 }, lot: 1, costBp: 5, note: "" },
};
const own = { version: 1, market: "ALDANE", ticker: "$stock", origin: "" };
const above = { left: { measure: "close" }, comparator: "above", right: { measure: "sma", params: { n: 20 } } };

/** Both sides with add-ons and steps; one at the open with an option, an account and a report; and what cannot be planned. */
const PLANS = [
  {
    ...{ ...own, id: "exampleboth" },
    versions: [
      {
        ...version,
        long: {
          entry: { order: "limit", price: "$price" },
          stop: "$below",
          targets: [{ key: "lt1", price: "$above", share: 1 }],
          addOns: [{ key: "la1", order: "stop", price: "$above", share: 0.5, stop: "$price" }],
        },
        short: { entry: { order: "stop", price: "$below" }, stop: "$above", targets: [], addOns: [] },
        timeStop: 200,
        steps: [{ key: "s1", when: above, deed: { do: "reduce", share: 0.5 } }],
      },
    ],
  },
  {
    ...{ ...own, id: "exampleopen", origin: "compression, a setup" },
    accountsOnRecord: [{ version: 1, name: "Book", currency: "XYZ", percent: 1, values: [{ day: 0, value: 250000 }] }],
    versions: [
      {
        ...version,
        long: { entry: { order: "open" }, stop: "$below", targets: [{ key: "lt1", price: "$above", share: 0.5 }], addOns: [] },
        ...{ horizon: 400, isOutBeforeReport: true, size: { by: "percent", percent: 1 }, account: "Book", rate: 0.5, lot: 10 },
      },
    ],
  },
  { ...own, id: "examplenone", ticker: "NOBODY", versions: [version] },
];

/** Each as JSON, where prices and days stand without quotes. */
export const PLAN_EXAMPLES: readonly string[] = PLANS.map((one) =>
  JSON.stringify(one).replaceAll(/"(\$(?:made|price|above|below))"/g, "$1"),
);
