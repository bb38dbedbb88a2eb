import { z } from "zod";
import { isTooDeep } from "@studies/conditions/rule-schema";
import { Invalid } from "./errors";

/**
 * What a text of JSON says, checked.
 * @param refusal what is said first of a text that is none of it: "This cannot be kept as a list."
 * @throws Invalid with what is wrong, and where
 */
export function parsedJson<S extends z.ZodType>(text: string, schema: S, refusal: string): z.output<S> {
  if (isTooDeep(text)) throw new Invalid(`${refusal} It is nested too deep.`);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new Invalid(`${refusal} It is not JSON.`);
  }
  const parsed = schema.safeParse(value);
  if (!parsed.success) throw new Invalid(refusal, z.prettifyError(parsed.error).split("\n"));
  return parsed.data;
}
