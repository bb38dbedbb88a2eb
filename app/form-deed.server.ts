import type { Foreseen } from "@server/errors";
import { formOf, statusOf } from "./ask.server";

/** What is answered where a deed was not done; nothing was changed then. */
export interface Refused {
  readonly error?: string;
  readonly details?: readonly string[];
}

/** The text of a field; empty for one that is not there, or is a file. */
export type TextOf = (name: string) => string;

/** Does what a form says. */
export async function formDeed<A extends Refused>(
  request: Request,
  deed: (text: TextOf, form: FormData) => Promise<A>,
): Promise<Partial<A> | Refused> {
  const form = await formOf(request);
  const text: TextOf = (name) => {
    const value = form.get(name);
    return typeof value === "string" ? value : "";
  };
  return deedOrRefusal(() => deed(text, form));
}

/**
 * The answer of a deed.
 * @param deed what it throws and was foreseen becomes words in the answer
 */
export async function deedOrRefusal<A extends Refused>(deed: () => Promise<A>): Promise<Partial<A> | Refused> {
  try {
    return await deed();
  } catch (error) {
    if (statusOf(error) === undefined) throw error;
    const { message, details } = error as Foreseen;
    return details.length > 0 ? { error: message, details } : { error: message };
  }
}
