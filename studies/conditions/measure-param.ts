import { CoreError } from "@core";
import { z } from "zod";
import { measureOfText, rankingOfText } from "./measure-text";

const readable = (read: (text: string) => unknown) =>
  z
    .string()
    .min(1)
    .max(400)
    .superRefine((text, context) => {
      try {
        read(text);
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        context.addIssue({ code: "custom", message: error.message.replace(/^\w+: /, "") });
      }
    });

/** A measure of an address, such as "return_63". */
export const measureParam = readable(measureOfText);

/** What is ranked by, of an address: a measure, a ratio such as "close/atr", or weighted ranks such as "2*strength+trend". */
export const rankingParam = readable(rankingOfText).refine(
  (text) => !text.includes("*") || rankingIsPositive(text),
  "needs weights above 0",
);

function rankingIsPositive(text: string): boolean {
  const ranking = rankingOfText(text);
  return !("weighted" in ranking) || ranking.weighted.every(({ weight }) => weight > 0);
}
