import { isAbove, isBelow, PLAN_SIDES, plannedRisk, shareOfUnits, type PlanSide, type SideOutcome } from "@core";
import { closeBy, entryPrice, unitsOf, type FollowedPlan } from "./followed-plan";
import { accountOf } from "./plan-schema";

export type RungRole = "entry" | "stop" | "target" | "add-on";

/** A level of a plan on its ladder. */
export interface PlanRung {
  readonly role: RungRole;
  /** Its own among the rungs of its side: "entry", "stop", or the key of the target or add-on. */
  readonly key: string;
  readonly price: number;
  /** What kind of order waits there; a target and a stop are none. */
  readonly order?: "stop" | "limit" | "open";
  /** From the planned entry, in planned risks and in money for all units; NaN where they are not known. */
  readonly r: number;
  readonly money: number;
  /** Bought or sold there. */
  readonly units: number;
  readonly share?: number;
  /** The stop that an add-on brings. */
  readonly stop?: number;
  /** The session on which it was done, and at what price. */
  readonly done?: number;
  readonly doneAt?: number;
}

/** One side of a plan as it is ordered now, with what has come of it. */
export interface PlannedSide {
  readonly side: PlanSide;
  readonly rungs: readonly PlanRung[];
  readonly units: number;
  readonly risk: number;
  /** Units x risk, and units x entry; in the instrument's currency. */
  readonly riskMoney: number;
  readonly exposure: number;
  readonly rewardToRisk: number;
  readonly outcome: Omit<SideOutcome, "changes" | "side">;
  /** Epoch days of its entry and its end; NaN while it has none. */
  readonly enteredOn: number;
  readonly leftOn: number;
  /** Its entry has been reached by the close of the session on which it was written (S33). */
  readonly isMet: boolean;
}

export function plannedSides(followed: FollowedPlan): PlannedSide[] {
  const { now, days, plan } = followed;
  return PLAN_SIDES.flatMap((side): PlannedSide[] => {
    const orders = now[side];
    const outcome = followed.sides.find((one) => one.side === side);
    if (!orders || !outcome) return [];
    const sign = side === "long" ? 1 : -1;
    const hasEntered = outcome.entered >= 0;
    const entry = entryPrice(now, side, followed);
    const risk = hasEntered ? outcome.risk : plannedRisk(orders, entry);
    const units = hasEntered ? outcome.plannedUnits : unitsOf(now, side, { own: followed, account: accountOf(plan, now) });
    const changeBy = (role: RungRole, key: string) =>
      role === "entry"
        ? outcome.changes.find((c) => c.what === "entered")
        : outcome.changes.find((c) => c.by === key && c.units !== 0);
    const rung = (role: RungRole, key: string, price: number): PlanRung => {
      const done = changeBy(role, key);
      const move = sign * (price - entry);
      return {
        role,
        key,
        price,
        r: risk > 0 ? move / risk : NaN,
        money: units * move,
        units: 0,
        ...(done ? { done: days[done.session]!, doneAt: done.price } : {}),
      };
    };
    const stop = outcome.held > 0 ? outcome.stop : orders.stop;
    const rungs: PlanRung[] = [
      { ...rung("entry", "entry", entry), order: orders.entry.order, units },
      { ...rung("stop", "stop", stop) },
      ...orders.targets.map((t) => ({ ...rung("target", t.key, t.price), share: t.share })),
      ...orders.addOns.map((a) => ({
        ...rung("add-on", a.key, a.price),
        ...{ order: a.order, share: a.share, units: shareOfUnits(units, a.share, now.lot) },
        ...(a.stop === undefined ? {} : { stop: a.stop }),
      })),
    ];
    const first = orders.targets.reduce<number>(
      (near, t) => (Number.isNaN(near) || sign * (t.price - near) < 0 ? t.price : near),
      NaN,
    );
    const { changes: _changes, side: _side, ...told } = outcome;
    const close = closeBy(followed, now.made);
    const isMet =
      (orders.entry.order === "stop" && !isBelow(sign * close, sign * entry)) ||
      (orders.entry.order === "limit" && !isAbove(sign * close, sign * entry));
    return [
      {
        ...{ side, units, risk, outcome: told, isMet },
        rungs: rungs.sort((a, b) => b.price - a.price),
        enteredOn: days[outcome.entered] ?? NaN,
        leftOn: days[outcome.left] ?? NaN,
        riskMoney: units * risk,
        exposure: units * entry,
        rewardToRisk: risk > 0 ? (sign * (first - entry)) / risk : NaN,
      },
    ];
  });
}
