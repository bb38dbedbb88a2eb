import type { StrategyPlan } from "@core";
import { z } from "zod";
import { ruleText } from "@studies/conditions/rule-schema";
import { dayParam } from "@studies/day-param";
import { count, price } from "@studies/words/words";

/** A strategy: when it is entered and left, and how much of it. */
export const strategyParams = {
  enter: ruleText.describe("rule for entry at the next open, as JSON or a sentence"),
  leave: ruleText.default({ any: [] }).describe("rule for exit at the next open [none]"),
  side: z.enum(["long", "short"]).default("long").describe("bought and sold, or sold short and covered"),
  stop: z.coerce.number().min(0).max(100).default(0).describe("distance of the stop from the fill [none]"),
  stopIn: z.enum(["atrs", "percent"]).default("atrs").describe("whether it is in ATR(14) or in percent of the fill"),
  sessions: z.coerce.number().int().min(0).max(2520).default(0).describe("sessions after which it is left at the close [none]"),
  size: z.enum(["shares", "risk"]).default("shares").describe("a number of shares, or as many as the stop may lose an amount"),
  amount: z.coerce.number().positive().max(1e12).default(100).describe("how many shares, or how much money"),
  cost: z.coerce.number().min(0).max(500).default(10).describe("cost a side, in basis points"),
  from: dayParam.optional().describe("first session that can be a signal"),
};

export type StrategyAsked = Omit<z.output<z.ZodObject<typeof strategyParams>>, "enter" | "leave" | "from">;

export function strategyPlan({ side, stop, stopIn, sessions, size, amount, cost }: StrategyAsked): StrategyPlan {
  return {
    side: side === "long" ? 1 : -1,
    stop: stop === 0 ? undefined : stopIn === "atrs" ? { atrs: stop } : { fraction: stop / 100 },
    sessions: sessions === 0 ? undefined : sessions,
    size: size === "shares" ? { shares: amount } : { risk: amount },
    costBp: cost,
  };
}

/** What is done beside the rules: "a stop 2 ATR away, left after 20 sessions at the latest, 100 shares, 10 bp a side". */
export function planWords({ stop, stopIn, sessions, size, amount, cost }: StrategyAsked): string {
  return [
    stop === 0 ? "no stop" : `a stop ${stop}${stopIn === "atrs" ? " ATR" : "%"} away`,
    ...(sessions === 0 ? [] : [`left after ${count(sessions, "session")} at the latest`]),
    size === "shares" ? count(amount, "share") : `as many shares as risk ${price(amount)}`,
    `${cost} bp a side`,
  ].join(", ");
}
