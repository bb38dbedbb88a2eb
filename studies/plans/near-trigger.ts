import type { SideRow } from "./plan-row";

/** Nearer to its entry than so many ATRs a plan is near its trigger. */
const NEAR_TRIGGER = 1;

/** Whether a side waits near its entry, with something to be bought there. */
export function isNearTrigger({ status, units, away }: Pick<SideRow, "status" | "units" | "away">): boolean {
  return status === "waiting" && units > 0 && Math.abs(away) <= NEAR_TRIGGER;
}
