import { COMPARATORS, type Rule } from "@core/conditions/condition";
import { MEASURES, paramsOf } from "@core/conditions/measures";
import { readSentence } from "@core/conditions/read-sentence";
import { CoreError } from "@core/core-error";
import { z } from "zod";

const subject = z.union([
  z.enum(["self", "market", "sector", "industry"]),
  z.strictObject({ ticker: z.string().min(1).max(20) }),
  z.strictObject({ group: z.string().min(1).max(2000) }),
]);

const use = z
  .strictObject({
    measure: z.enum(MEASURES.map((m) => m.name) as [string, ...string[]]),
    params: z.record(z.string(), z.union([z.number(), z.string()])).optional(),
    of: subject.optional(),
    ago: z.number().int().min(1).max(500).optional(),
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

const off = z.literal(true).optional();

const condition = z
  .strictObject({
    left: use,
    comparator: z.enum(COMPARATORS),
    right: z.union([z.number(), z.string().max(60), use]),
    running: bars,
    within: bars,
    firstIn: bars,
    ago: z.number().int().min(0).max(500).optional(),
    off,
  })
  .superRefine(({ left, right, running, within, firstIn }, context) => {
    const say = (message: string) => {
      context.addIssue({ code: "custom", message });
    };
    if ([running, within, firstIn].filter((x) => x !== undefined).length > 1)
      say("has more than one of running, within and firstIn");
    const labels = MEASURES.find((m) => m.name === left.measure)?.labels;
    if (typeof right === "string" && !(right in (labels ?? {})))
      say(
        labels
          ? `"${left.measure}" is one of ${Object.keys(labels).join(", ")}, got ${right}`
          : `"${left.measure}" has no labels`,
      );
    if (typeof right === "number" && labels) say(`"${left.measure}" is one of ${Object.keys(labels).join(", ")}, got ${right}`);
  });

const MOST_LEVELS = 20;

const nestedRule: z.ZodType<Rule> = z.lazy(() =>
  z.union([
    z.strictObject({ all: z.array(nestedRule).max(20), off }),
    z.strictObject({ any: z.array(nestedRule).max(20), off }),
    z.strictObject({ not: nestedRule, off }),
    condition,
  ]),
);

/** A rule as JSON gives it; at most 20 parts on a level, and 20 levels. */
export const ruleSchema: z.ZodType<Rule> = z
  .unknown()
  .refine((rule) => levelsOf(rule) <= MOST_LEVELS, { error: `is nested deeper than ${MOST_LEVELS} levels`, abort: true })
  .pipe(nestedRule);

/** How deep a rule is nested; looks no deeper than one level more than is taken. */
function levelsOf(rule: unknown, seen = 1): number {
  if (seen > MOST_LEVELS || typeof rule !== "object" || rule === null) return seen;
  const parts = "all" in rule ? rule.all : "any" in rule ? rule.any : "not" in rule ? [rule.not] : [];
  return Array.isArray(parts) ? parts.reduce<number>((most, part) => Math.max(most, levelsOf(part, seen + 1)), seen) : seen;
}

/** Whether a text of JSON is nested so deep that reading it could exhaust the stack: one walk, before it is parsed. */
export function isTooDeep(text: string, most = 100): boolean {
  let depth = 0;
  let quoted = false;
  for (let k = 0; k < text.length; k++) {
    const c = text[k];
    if (quoted) {
      if (c === "\\") k++;
      else if (c === '"') quoted = false;
    } else if (c === '"') quoted = true;
    else if (c === "{" || c === "[") {
      if (++depth > most) return true;
    } else if (c === "}" || c === "]") depth--;
  }
  return false;
}

/** The same as text, as it stands in an address: JSON, or the sentence that says it. */
export const ruleText = z.string().transform((text, context): Rule => {
  const refuse = (message: string) => {
    context.addIssue({ code: "custom", message });
    return z.NEVER;
  };
  if (!text.trimStart().startsWith("{")) return readSentence(text) ?? refuse("is neither JSON nor a sentence that can be read");
  if (isTooDeep(text)) return refuse("is nested too deep");
  try {
    const parsed = ruleSchema.safeParse(JSON.parse(text));
    return parsed.success ? parsed.data : refuse(z.prettifyError(parsed.error));
  } catch {
    return refuse("is not JSON");
  }
});
