import { ENTRIES, planProblem, type TradePlan } from "@core";
import { z } from "zod";
import { ruleText } from "@studies/conditions/rule-schema";
import { dayParam } from "@studies/day-param";
import { count } from "@studies/words/words";

/** What is done at each occurrence, and over which dates. */
const planParams = {
  entry: z.enum(ENTRIES).default("next open").describe("bought at the open or close of the session, or at the next open"),
  hold: z.coerce.number().int().min(0).max(252).default(5).describe("sessions from that of the entry to that of the exit"),
  exit: z.enum(["close", "open"]).default("close").describe("sold at the open or the close of its session"),
  side: z.enum(["long", "short"]).default("long").describe("bought and sold, or sold short and covered"),
  cost: z.coerce.number().min(0).max(500).default(0).describe("cost a side, in basis points"),
  overlaps: z
    .enum(["thinned", "kept"])
    .optional()
    .describe("occurrences that overlap [thinned when held longer than one session]"),
  from: dayParam.optional().describe("first session that can be an occurrence"),
  to: dayParam.optional().describe("last one"),
};

/** A question to history: the situation, for whom, and what is done. */
export const questionParams = {
  when: ruleText.default({ all: [] }).describe("the situation, a rule as JSON"),
  for: z.string().max(4000).default("").describe("tickers with commas between, or the key of a group [the broad index]"),
  ...planParams,
};

/** Refuses a plan that cannot be carried out. */
export function refuseImpossible(params: PlanAsked, context: z.RefinementCtx): void {
  const problem = planProblem(params);
  if (problem) context.addIssue({ code: "custom", path: ["hold"], message: problem });
}

export interface PlanAsked {
  readonly entry: TradePlan["entry"];
  readonly hold: number;
  readonly exit: "open" | "close";
  readonly side: "long" | "short";
  readonly cost: number;
  readonly overlaps?: "thinned" | "kept" | undefined;
}

export function planOf({ entry, hold, exit, side, cost }: PlanAsked): TradePlan {
  return { entry, hold, exit, side: side === "long" ? 1 : -1, costBp: cost };
}

export const isThinned = ({ overlaps, hold }: PlanAsked) => (overlaps ?? (hold > 1 ? "thinned" : "kept")) === "thinned";

const ENTRY_WORDS = { open: "at the open", close: "at the close", "next open": "at the next open" } as const;

/** What is done, in words: "bought at the next open and sold at the close 5 sessions later". */
export function planWords({ entry, hold, exit, side }: PlanAsked): string {
  const [began, ended] = side === "long" ? ["bought", "sold"] : ["sold short", "covered"];
  const when = hold === 0 ? "the same close" : `the ${exit} ${count(hold, "session")} later`;
  return `${began} ${ENTRY_WORDS[entry]} and ${ended} at ${when}`;
}
