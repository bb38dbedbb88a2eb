import { z } from "zod";
import { ruleSchema } from "@studies/conditions/rule-schema";
import { savedList } from "@studies/lists/list-schema";

const day = z.number().int().min(-40_000).max(100_000);

/** An instrument for which an alert came on a session. */
export const alertEvent = z.strictObject({ session: day, ticker: z.string().min(1).max(20), seen: z.boolean() });
export type AlertEvent = z.output<typeof alertEvent>;

/** What is watched from session to session: that a rule comes to hold, or who arrives in a list. */
export const savedAlert = z.strictObject({
  version: z.literal(1),
  name: z.string().trim().min(1, "needs a name").max(60, "is longer than 60 letters"),
  market: z.string().min(1).max(20),
  /** What must come to hold; without one arrivals are told. */
  rule: ruleSchema.optional(),
  /** Whom it is about: a ticker, the key of a group, funds, indexes, or `list:` with the name of one. */
  on: z.string().min(1, "needs somebody whom it is about").max(4000),
  /** Epoch day of the last session that was judged: later ones are still to be. */
  judged: day,
  events: z.array(alertEvent).max(100_000).default([]),
});
export type SavedAlert = z.output<typeof savedAlert>;

/** An alert as it is judged: with the list that it names, as it is kept now. */
export const askedAlert = savedAlert.pick({ name: true, rule: true, on: true }).extend({ list: savedList.optional() });
export type AskedAlert = z.output<typeof askedAlert>;

const LIST = "list:";

/** The name of the list that an alert is about; undefined where it is about something else. */
export function listNameOf(on: string): string | undefined {
  return on.startsWith(LIST) ? on.slice(LIST.length) : undefined;
}

export const onList = (name: string): string => `${LIST}${name}`;
