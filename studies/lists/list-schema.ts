import { z } from "zod";
import { ruleSchema } from "@studies/conditions/rule-schema";

const day = z.number().int().min(-40_000).max(100_000);
const MOST_MEMBERS = 2000;

const member = z.strictObject({
  ticker: z.string().min(1).max(20),
  /** The analyst's own words on it. */
  note: z.string().max(1000).default(""),
  /** Epoch day of the session on which it came; null where that is not known. */
  added: day.nullable(),
  /** Epoch day of the session on which it went [it is there]. */
  removed: day.nullable().default(null),
});

/** A scan that a live list is of. */
const listScan = z.strictObject({ when: ruleSchema, for: z.string().max(4000) });

/** A list of a market: picked by hand, or what a scan finds at each date. */
export const savedList = z.strictObject({
  version: z.literal(1),
  name: z.string().trim().min(1, "needs a name").max(60, "is longer than 60 letters"),
  market: z.string().min(1).max(20),
  /** Why it exists, and how it is to be used. */
  note: z.string().max(2000).default(""),
  /** Epoch day of the session on which it was made; null where that is not known. */
  made: day.nullable().default(null),
  scan: listScan.optional(),
  /** Of one picked by hand its members in their order, those that have gone too. */
  members: z.array(member).max(MOST_MEMBERS).default([]),
});

export type SavedList = z.output<typeof savedList>;
export type ListMember = SavedList["members"][number];

/** The members of a list that was picked by hand as of a day, in their order. */
export function membersOn({ members }: Pick<SavedList, "members">, asOf: number): ListMember[] {
  return members.filter((m) => (m.added === null || m.added <= asOf) && (m.removed === null || m.removed > asOf));
}
