import { findEpochDay, type Rule, type TrialExit } from "@core";
import { z } from "zod";
import { rankingParam } from "@studies/conditions/measure-param";
import { ruleSchema } from "@studies/conditions/rule-schema";
import { dayParam } from "@studies/day-param";
import { jsonText } from "@studies/json-text";
import { FUNDS, INDEXES } from "@studies/scans/universe";
import { findGroup } from "@studies/sets/group-key";
import { count, date } from "@studies/words/words";

/** A scan that is tried: who passes among whom, and by what the best are taken. */
export interface TriedScan {
  readonly name: string;
  readonly when: Rule;
  /** Key of a group, `funds` or `indexes`; empty for all members of the market. */
  readonly for: string;
  readonly rank: string;
  readonly order: "highest" | "lowest";
}

/** Among whom: the key of a group, `funds` or `indexes`; empty for all members of the market. */
export const universeParam = z
  .string()
  .max(4000)
  .refine((key) => ["", FUNDS, INDEXES].includes(key) || findGroup(key) !== undefined, "is no key of a group")
  .default("");

/** A scan as it is saved within a trial. */
export const triedScan = z.strictObject({
  name: z.string().trim().min(1).max(80),
  when: ruleSchema.default({ all: [] }),
  for: universeParam,
  rank: rankingParam.default("strength"),
  order: z.enum(["highest", "lowest"]).default("highest"),
});

export const scanText = jsonText(triedScan, 20_000);

/** What is bought, for how long and at what cost, against what. */
export const purchaseParams = {
  top: z.coerce
    .number()
    .int()
    .min(0)
    .max(1000)
    .default(10)
    .describe("so many of those that pass, by their ranking; 0 for all of them"),
  hold: z.coerce
    .number()
    .int()
    .min(0)
    .max(252)
    .default(10)
    .describe("sessions from the entry at the next open to the exit at a close"),
  cost: z.coerce.number().min(0).max(500).default(10).describe("cost a side, in basis points"),
  bench: z.string().min(1).max(20).default("index").describe("ticker of what it is held against [the broad index]"),
};

export const weighParam = z
  .enum(["equal", "volatility"])
  .default("equal")
  .describe("equal weights, or by the inverse of the historical volatility over 63 sessions");

export const untilParam = dayParam.optional().describe("date of the exit, in place of sessions held");

/** When what was bought is sold. */
export function exitOf({ hold, until }: { readonly hold: number; readonly until?: string | undefined }): TrialExit {
  return until === undefined ? { hold } : { until: findEpochDay(until) };
}

/** The same in words: "held 10 sessions", "held to 5 May 2021". */
export function exitWords({ hold, until }: { readonly hold: number; readonly until?: string | undefined }): string {
  if (until !== undefined) return `held to ${date(findEpochDay(until))}`;
  return hold === 0 ? "held to the close of the day" : `held ${count(hold, "session")}`;
}
