import { CALL_DIRECTIONS } from "@core/calls/call-score";
import { z } from "zod";

const day = z.number().int().min(-40_000).max(100_000);
const key = z.string().min(1, "is missing").max(4000);

/** A call without what makes it one of many: what is asked about while it is written. */
export const draftCall = z
  .strictObject({
    /** A ticker, or the key of a group whose composite it is about. */
    subject: key,
    /** The same of what a relative one is held against. */
    benchmark: key.optional(),
    direction: z.enum(CALL_DIRECTIONS),
    /** Sessions of the subject's calendar. */
    horizon: z.number().int().min(1, "needs one session at least").max(504, "is longer than 504 sessions"),
    /** Percent. */
    confidence: z.number().min(0).max(100, "is more than 100 percent").optional(),
    /** Epoch day of the session at whose close it was made. */
    made: day,
  })
  .superRefine(({ subject, benchmark, direction }, context) => {
    const say = (message: string) => {
      context.addIssue({ code: "custom", path: ["benchmark"], message });
    };
    const isRelative = direction === "outperform" || direction === "underperform";
    if (isRelative && benchmark === undefined) say("is missing: what should it do better or worse than?");
    if (!isRelative && benchmark !== undefined) say("is not used by a call of a direction alone");
    if (benchmark === subject) say("is the subject itself");
  });
export type DraftCall = z.output<typeof draftCall>;

/** A call as it is saved. */
export const savedCall = draftCall.safeExtend({
  version: z.literal(1),
  id: z.string().regex(/^[a-z0-9]{8,40}$/),
  market: z.string().min(1).max(20),
  reason: z.string().max(2000),
  /** The latest session that there was when it was written: later than `made` where one looked back. */
  written: day,
  /** The latest session that there was when it was withdrawn; it is scored all the same. */
  withdrawn: day.optional(),
});
export type SavedCall = z.output<typeof savedCall>;
