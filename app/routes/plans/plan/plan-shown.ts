import { PLAN_SIDES, plannedRisk, type PlanSide } from "@core/plans/plan-orders";
import type { plan } from "@studies/plans/plan";
import type { PlannedSide } from "@studies/plans/plan-rungs";
import type { PlanVersion } from "@studies/plans/plan-schema";
import type { ResultOf } from "~/wire";

export type PlanAnswer = ResultOf<typeof plan>;

/** A plan as it is on the screen: the last answer, with what was changed since and is not answered yet. */
export interface PlanShown {
  readonly plan: PlanAnswer;
  readonly version: PlanVersion;
  readonly sides: readonly PlannedSide[];
}

/** The answer with levels of a version that is still on its way: prices, and what follows from them at once. */
export function planShown(plan: PlanAnswer, version: PlanVersion): PlanShown {
  if (version === plan.version) return { plan, version, sides: plan.sides };
  const sides = PLAN_SIDES.flatMap((name): PlannedSide[] => {
    if (!version[name]) return [];
    const side = plan.sides.find((one) => one.side === name) ?? newSide(name);
    return [{ ...side, rungs: rungsOf(side, version, plan.close) }];
  });
  return { plan, version, sides };
}

/** A side that was added and is not answered yet: its size is to come. */
function newSide(side: PlanSide): PlannedSide {
  return {
    ...{
      side,
      rungs: [],
      units: 0,
      risk: NaN,
      riskMoney: NaN,
      exposure: NaN,
      rewardToRisk: NaN,
      isMet: false,
      enteredOn: NaN,
      leftOn: NaN,
    },
    outcome: {
      ...{ status: "waiting", entered: -1, left: -1, fill: NaN, plannedUnits: 0, risk: NaN },
      ...{ held: 0, stop: NaN, money: 0, r: NaN, carriedOut: [] },
    },
  };
}

function rungsOf(side: PlannedSide, version: PlanVersion, close: number): PlannedSide["rungs"] {
  const orders = version[side.side]!;
  const sign = side.side === "long" ? 1 : -1;
  const was = side.rungs.find((rung) => rung.role === "entry");
  const entry = orders.entry.order === "open" ? (was?.price ?? close) : orders.entry.price;
  const risk = plannedRisk(orders, entry);
  const base = (key: string) => side.rungs.find((rung) => rung.key === key);
  const placed = (rung: PlannedSide["rungs"][number], price: number) => {
    const move = sign * (price - entry);
    return { ...rung, price, r: risk > 0 ? move / risk : NaN, money: side.units * move };
  };
  const blank = { r: NaN, money: NaN, units: 0, price: NaN };
  return [
    { ...placed(was ?? { ...blank, role: "entry", key: "entry" }, entry), order: orders.entry.order },
    placed(base("stop") ?? { ...blank, role: "stop", key: "stop" }, orders.stop),
    ...orders.targets.map((t) => ({
      ...placed(base(t.key) ?? { ...blank, role: "target", key: t.key }, t.price),
      share: t.share,
    })),
    ...orders.addOns.map((a) => ({
      ...placed(base(a.key) ?? { ...blank, role: "add-on", key: a.key }, a.price),
      ...{ share: a.share, order: a.order },
      ...(a.stop === undefined ? {} : { stop: a.stop }),
    })),
  ].sort((a, b) => b.price - a.price);
}

/** A version with a rung at another price. */
export function withRungAt(version: PlanVersion, side: PlanSide, key: string, price: number): PlanVersion {
  const orders = version[side];
  if (!orders) return version;
  if (key === "entry")
    return orders.entry.order === "open" ? version : { ...version, [side]: { ...orders, entry: { ...orders.entry, price } } };
  if (key === "stop") return { ...version, [side]: { ...orders, stop: price } };
  return {
    ...version,
    [side]: {
      ...orders,
      targets: orders.targets.map((t) => (t.key === key ? { ...t, price } : t)),
      addOns: orders.addOns.map((a) => (a.key === key ? { ...a, price } : a)),
    },
  };
}

export function withoutRung(version: PlanVersion, side: PlanSide, key: string): PlanVersion {
  const orders = version[side];
  if (!orders) return version;
  return {
    ...version,
    [side]: {
      ...orders,
      targets: orders.targets.filter((t) => t.key !== key),
      addOns: orders.addOns.filter((a) => a.key !== key),
    },
  };
}

/** A key that no rung or step of any version has had. */
export function freshKey(prefix: string, taken: readonly string[]): string {
  for (let k = 1; ; k++) if (!taken.includes(`${prefix}${k}`)) return `${prefix}${k}`;
}
