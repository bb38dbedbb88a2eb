import type { PlanSide } from "@core/plans/plan-orders";
import type { PlanRung } from "@studies/plans/plan-rungs";
import { inRisks } from "@studies/plans/plan-words";
import { price } from "@studies/words/words";

/** How a rung is called. */
export function rungName({ role, order }: Pick<PlanRung, "role" | "order">, side: PlanSide): string {
  if (role === "add-on") return side === "long" ? "buy more" : "sell more";
  if (role === "entry")
    return `${side === "long" ? "buy" : "sell short"}${order === "open" ? " at the open" : order === "limit" ? " at limit" : ""}`;
  return role;
}

/** A rung in words, for those who do not see it. */
export function rungWords(rung: PlanRung, side: PlanSide): string {
  return `${rungName(rung, side)} ${price(rung.price)}${rung.role === "entry" ? "" : ` (${inRisks(rung.r)})`}`;
}
