import { z } from "zod";
import { readPlot, type ReadPlot } from "./read-plot";

/** So many that each can still be seen. */
export const MOST_PLOTS = 16;

/** An address has no other way to say that nothing is drawn. */
const NONE = "none";

/** Plots as parameters of a study, as their texts. */
export const plotsParam = z
  .array(
    z
      .string()
      .max(8000)
      .superRefine((text, context) => {
        const read = text === NONE ? undefined : readPlot(text);
        if (read && "error" in read) context.addIssue({ code: "custom", message: read.error });
      }),
  )
  .max(MOST_PLOTS);

/** The plots of texts that were checked. */
export function readPlots(texts: readonly string[]): ReadPlot[] {
  return texts.flatMap((text) => {
    const read = readPlot(text);
    return "error" in read ? [] : [read];
  });
}
