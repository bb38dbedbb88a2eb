import { COMPARATORS, CoreError, MEASURES, paramsOf, type Rule } from "@core";
import { z } from "zod";

const subject = z.union([z.literal("self"), z.literal("market"), z.strictObject({ ticker: z.string().min(1).max(20) })]);

const use = z
  .strictObject({
    measure: z.enum(MEASURES.map((m) => m.name) as [string, ...string[]]),
    params: z.record(z.string(), z.number()).optional(),
    of: subject.optional(),
  })
  .superRefine((value, context) => {
    try {
      paramsOf(value);
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      context.addIssue({ code: "custom", message: error.message.replace("paramsOf: ", "") });
    }
  });

const bars = z.number().int().min(1).max(500).optional();

const condition = z.strictObject({
  left: use,
  comparator: z.enum(COMPARATORS),
  right: z.union([z.number(), use]),
  running: bars,
  within: bars,
  firstIn: bars,
  ago: z.number().int().min(0).max(500).optional(),
});

/** A rule as JSON gives it; at most 20 parts on a level. */
export const ruleSchema: z.ZodType<Rule> = z.lazy(() =>
  z.union([
    z.strictObject({ all: z.array(ruleSchema).max(20) }),
    z.strictObject({ any: z.array(ruleSchema).max(20) }),
    z.strictObject({ not: ruleSchema }),
    condition,
  ]),
);

/** The same as text, as it stands in an address. */
export const ruleText = z.string().transform((text, context): Rule => {
  try {
    const parsed = ruleSchema.safeParse(JSON.parse(text));
    if (parsed.success) return parsed.data;
    context.addIssue({ code: "custom", message: z.prettifyError(parsed.error) });
  } catch {
    context.addIssue({ code: "custom", message: "is not JSON" });
  }
  return z.NEVER;
});
