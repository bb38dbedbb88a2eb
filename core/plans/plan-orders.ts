/* What a plan orders: both sides, what is done with them step by step, and when all is over (method 13). */

export const PLAN_SIDES = ["long", "short"] as const;
export type PlanSide = (typeof PLAN_SIDES)[number];

/** Where one gets in: when the price trades through a level, back to a level, or at the next open whatever it is. */
export type EntryOrder = { readonly order: "stop" | "limit"; readonly price: number } | { readonly order: "open" };

/** Where a share of what was bought so far is sold; the farthest target sells the rest. */
export interface PlannedTarget {
  /** Its own within the plan, through all its versions. */
  readonly key: string;
  readonly price: number;
  readonly share: number;
}

/** Where a share of the planned units is bought in addition, and the stop that it brings. */
export interface PlannedAddOn {
  readonly key: string;
  readonly order: "stop" | "limit";
  readonly price: number;
  readonly share: number;
  readonly stop?: number | undefined;
}

export interface SideOrders {
  readonly entry: EntryOrder;
  readonly stop: number;
  readonly targets: readonly PlannedTarget[];
  readonly addOns: readonly PlannedAddOn[];
}

/** What a step does at the next open once its rule is true at a close. */
export type Deed =
  | { readonly do: "out" }
  | { readonly do: "reduce"; readonly share: number }
  | { readonly do: "add"; readonly share: number }
  | { readonly do: "move stop"; readonly to: number | "entry" }
  | { readonly do: "cancel" }
  | { readonly do: "enter" };

export interface StepDeed {
  readonly key: string;
  /** The side that it is for [both]. */
  readonly side?: PlanSide | undefined;
  readonly deed: Deed;
}

/** One version of a plan. */
export interface PlanOrders {
  readonly long?: SideOrders | undefined;
  readonly short?: SideOrders | undefined;
  /** Whether the entry of one side cancels the other. */
  readonly oneCancelsOther: boolean;
  /** Sessions after the plan was made at whose close all is over. */
  readonly horizon?: number | undefined;
  /** Sessions after that of the entry at whose close a side is sold. */
  readonly timeStop?: number | undefined;
  readonly isOutBeforeReport: boolean;
  readonly steps: readonly StepDeed[];
  /** Out at the next open, and what waits is cancelled. */
  readonly isClosed?: boolean | undefined;
}

/**
 * What a plan would risk a unit.
 * @param open the price of an entry at the open, where it is known [NaN]
 * @returns |entry - stop|
 * @example plannedRisk({ entry: { order: "open" }, stop: 98, targets: [], addOns: [] }, 101) // => 3
 */
export function plannedRisk({ entry, stop }: SideOrders, open = NaN): number {
  return Math.abs((entry.order === "open" ? open : entry.price) - stop);
}
