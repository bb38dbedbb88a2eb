import { describe, expect, it } from "vitest";
import { randomBars } from "@core/testing";
import { Market } from "@studies/market/market";
import { plan } from "@studies/plans/plan";
import type { PlannedSide } from "@studies/plans/plan-rungs";
import type { PlanVersion } from "@studies/plans/plan-schema";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { freshKey, planShown, withoutRung, withRungAt, type PlanAnswer } from "./plan-shown";

/*
 * What the page shows of a change that is still on its way, against what the study answers once it has come.
 */

const N = 80;
const bars = randomBars(8, N);
const market = new Market(handMadeMarket([{ ticker: "S0", closes: Array.from(bars.close) }]), N - 1);
const close = bars.close[N - 1]!;
const made = market.asOf;

const long: NonNullable<PlanVersion["long"]> = {
  entry: { order: "stop", price: close * 1.05 },
  stop: close * 0.95,
  targets: [
    { key: "t1", price: close * 1.2, share: 0.5 },
    { key: "t2", price: close * 1.4, share: 1 },
  ],
  addOns: [{ key: "a1", order: "limit", price: close * 1.1, share: 0.4, stop: close }],
};
const short: NonNullable<PlanVersion["short"]> = {
  entry: { order: "open" },
  stop: close * 1.1,
  targets: [{ key: "t1", price: close * 0.8, share: 1 }],
  addOns: [],
};
const first: PlanVersion = {
  ...{ made, written: made, oneCancelsOther: true, isOutBeforeReport: false, steps: [], lot: 1, costBp: 0, note: "" },
  size: { by: "units", units: 100 },
  ...{ long, short },
};
function answerTo(version: PlanVersion): PlanAnswer {
  const own = { version: 1, id: "plan0001", market: "HAND", ticker: "S0", origin: "", versions: [version], accountsOnRecord: [] };
  return plan.ask(market, plan.params.parse({ plan: JSON.stringify(own) })) as unknown as PlanAnswer;
}
const answer = answerTo(first);
/** Prices and what follows from them; units of an add-on are the study's to say. */
const placesOf = (sides: readonly PlannedSide[]) =>
  sides.map(({ side, rungs }) => ({ side, rungs: rungs.map(({ units: _units, ...rung }) => rung) }));

describe("a plan that was changed and is not answered yet", () => {
  it("is the answer itself where nothing was changed", () => {
    expect(planShown(answer, answer.version).sides).toBe(answer.sides);
  });

  it.each([
    ["a target", withRungAt(first, "long", "t2", close * 1.3)],
    ["a target past the other", withRungAt(first, "long", "t2", close * 1.15)],
    ["an add-on", withRungAt(first, "long", "a1", close * 1.12)],
    ["the stop", withRungAt(first, "long", "stop", close * 0.9)],
    ["the entry", withRungAt(first, "long", "entry", close * 1.06)],
    ["the stop of the other side", withRungAt(first, "short", "stop", close * 1.2)],
    ["one rung less", withoutRung(first, "long", "t1")],
    ["one side less", { ...first, short: undefined }],
  ] as const)("with %s elsewhere shows what the study will answer", (_name, version) => {
    expect(placesOf(planShown(answer, version).sides)).toEqual(placesOf(answerTo(version).sides));
  });

  it("has a side that was added, whose size is to come", () => {
    const one = answerTo({ ...first, short: undefined });
    const shown = planShown(one, first).sides;
    expect(shown.map(({ side, units, outcome }) => [side, units, outcome.status])).toEqual([
      ["long", 100, "waiting"],
      ["short", 0, "waiting"],
    ]);
    const prices = (sides: readonly PlannedSide[]) => sides[1]!.rungs.map(({ key, price, r }) => [key, price, r]);
    expect(prices(shown)).toEqual(prices(answer.sides));
  });
});

describe("a version that is edited", () => {
  it("leaves an entry at the open and a side that it has not as they are", () => {
    expect(withRungAt(first, "short", "entry", 1)).toBe(first);
    const one = { ...first, short: undefined };
    expect([withRungAt(one, "short", "stop", 1), withoutRung(one, "short", "t1")]).toEqual([one, one]);
  });

  it("changes nothing but the rung", () => {
    const moved = withRungAt(first, "long", "t1", 7);
    expect(moved).toEqual({ ...first, long: { ...long, targets: [{ ...long.targets[0]!, price: 7 }, long.targets[1]] } });
    expect(withoutRung(first, "long", "a1")).toEqual({ ...first, long: { ...long, addOns: [] } });
  });

  it("names a new rung as none was named before", () => {
    expect([freshKey("t", []), freshKey("t", ["t1", "t3"]), freshKey("t", ["t1", "t2", "a3"])]).toEqual(["t1", "t2", "t3"]);
  });
});
