import { z } from "zod";

/**
 * A parameter that is a list as JSON, such as what the analyst made.
 * @param schema of one of them
 * @param most that there may be, and letters of the whole text
 */
export function jsonList<S extends z.ZodType>(schema: S, { most, letters }: { readonly most: number; readonly letters: number }) {
  return z
    .string()
    .max(letters)
    .default("[]")
    .transform((text, context): z.output<S>[] => {
      try {
        const parsed = z.array(schema).max(most).safeParse(JSON.parse(text));
        if (parsed.success) return parsed.data;
        context.addIssue({ code: "custom", message: z.prettifyError(parsed.error) });
      } catch {
        context.addIssue({ code: "custom", message: "is not JSON" });
      }
      return z.NEVER;
    });
}
