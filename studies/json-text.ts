import { z } from "zod";
import { isTooDeep } from "@studies/conditions/rule-schema";

/**
 * A parameter that is JSON, such as something that the analyst made.
 * @param schema of what it says
 * @param letters of the text at most
 */
export function jsonText<S extends z.ZodType>(schema: S, letters: number) {
  return z
    .string()
    .max(letters)
    .transform((text, context): z.output<S> => {
      const refuse = (message: string) => {
        context.addIssue({ code: "custom", message });
        return z.NEVER;
      };
      if (isTooDeep(text)) return refuse("is nested too deep");
      try {
        const parsed = schema.safeParse(JSON.parse(text));
        return parsed.success ? parsed.data : refuse(z.prettifyError(parsed.error));
      } catch (error) {
        if (!(error instanceof SyntaxError)) throw error;
        return refuse("is not JSON");
      }
    });
}

/** The same of a list of at most so many; empty where nothing is said. */
export function jsonList<S extends z.ZodType>(schema: S, { most, letters }: { readonly most: number; readonly letters: number }) {
  return jsonText(z.array(schema).max(most), letters).prefault("[]");
}
