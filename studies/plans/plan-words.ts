import type { Deed, PlanSide } from "@core/plans/plan-orders";
import type { PlanChange, SideStatus } from "@core/plans/plan-change";
import { count, date, fixed, price, signed } from "@studies/words/words";

/* How what a plan orders, and what has come of it, reads. */

/** Money with its currency, whole: "2,494 ALD". */
export function money(x: number, currency: string): string {
  if (Number.isNaN(x)) return "–";
  if (!Number.isFinite(x)) return "without bound";
  const whole = Math.round(Math.abs(x)).toLocaleString("en-GB");
  return `${x < 0 && whole !== "0" ? "\u2212" : ""}${whole} ${currency}`;
}

/** The same with its sign. */
export function signedMoney(x: number, currency: string): string {
  return x > 0 && Math.round(x) !== 0 ? `+${money(x, currency)}` : money(x, currency);
}

/** In planned risks: "+2.3 R". */
export function inRisks(r: number): string {
  return Number.isNaN(r) ? "–" : `${signed(r)} R`;
}

/** A share as it is said: "half", "a third", "all", "35%". */
export function shareWords(share: number): string {
  const said: readonly (readonly [number, string])[] = [
    [1, "all"],
    [0.5, "half"],
    [0.25, "a quarter"],
    [0.75, "three quarters"],
    [1 / 3, "a third"],
    [2 / 3, "two thirds"],
    [2, "twice as many"],
  ];
  return said.find(([x]) => Math.abs(x - share) < 0.004)?.[1] ?? `${fixed(100 * share)}%`;
}

/** What a step does: "sell half at the next open". */
export function deedWords(deed: Deed, side?: PlanSide): string {
  const [buy, sell] = side === "short" ? ["sell", "buy back"] : ["buy", "sell"];
  switch (deed.do) {
    case "out":
      return "go out";
    case "cancel":
      return "cancel the order";
    case "enter":
      return "enter at once";
    case "reduce":
      return `${sell} ${shareWords(deed.share)}`;
    case "add":
      return deed.share === 1 ? `${buy} as many again` : `${buy} ${shareWords(deed.share)} more`;
    case "move stop":
      return deed.to === "entry" ? "move the stop to the entry" : `move the stop to ${price(deed.to)}`;
  }
}

export const STATUS_WORDS: Readonly<Record<SideStatus, string>> = {
  waiting: "waiting",
  entered: "entered",
  added: "added to",
  reduced: "reduced",
  stopped: "stopped",
  target: "at its target",
  closed: "closed",
  expired: "expired",
  cancelled: "cancelled",
};

/** What decided a change, where the change itself does not say. */
const REASONS: Readonly<Record<string, string>> = {
  "other side": "as the other side was entered",
  horizon: "as its horizon was over",
  time: "as its time was over",
  report: "before the report",
  delisted: "as it left its market",
  edit: "by a change of the plan",
  "by hand": "by hand",
  "add-on": "by an add-on",
};

/** A change of a side in words: "bought 2,900 at 40.35, in the session". */
export function changeWords(
  { what, units, price: at, at: when, by, isInDoubt }: PlanChange,
  side: PlanSide,
  noun = "share",
): string {
  const reason = REASONS[by] ?? (by.startsWith("s") && /^s\d/.test(by) ? "by a step" : "");
  const tail = [
    reason,
    units === 0 ? "" : when === "open" ? "at the open" : when === "close" ? "at the close" : "in the session",
    isInDoubt ? "(order unknown: the worse one is taken)" : "",
  ]
    .filter((part) => part !== "")
    .join(" ");
  if (what === "stop moved") return `stop moved to ${price(at)} ${reason}`.trim();
  if (units === 0) return `${what} ${reason}`.trim();
  const isBuy = units > 0 === (side === "long");
  const verb = units > 0 ? (isBuy ? "bought" : "sold short") : isBuy ? "bought back" : "sold";
  const why =
    what === "stopped" ? "stopped: " : what === "target" || (what === "reduced" && by.startsWith("t")) ? "target: " : "";
  return `${why}${verb} ${count(Math.abs(units), noun)} at ${price(at)} ${tail}`.trim();
}

/** How a plan was made: on the day, or looking back. */
export function madeWords({ made, written }: { readonly made: number; readonly written: number }): string {
  return made === written ? `made on ${date(made)}` : `made for ${date(made)} on ${date(written)}, looking back`;
}
