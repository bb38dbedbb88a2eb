import { measureOf, nounWords, subjectOf, type MeasureUse } from "@core";

/** Why a subject has no value of a measure, by what the measure needs. */
const WHY: Readonly<Record<ReturnType<typeof measureOf>["needs"], string>> = {
  closes: "as there are too few closes",
  bars: "as there are no opens, highs and lows, or too few",
  volume: "as there is no volume",
  market: "which only the market has",
  stock: "which only stocks have",
  peers: "as it is not in that set",
  calendar: "of which nothing is known yet",
  members: "as it has no members",
  drawing: "as nothing that has one is drawn on its chart under that name by then",
  reports: "as no report dates are known",
};

/** Why a clause can never be known for an instrument, in words. */
export function lackWords(name: string, use: MeasureUse): string {
  const of = subjectOf(use);
  const who =
    of === "self"
      ? name
      : of === "market"
        ? "The market"
        : typeof of === "object"
          ? "ticker" in of
            ? of.ticker
            : of.group
          : `The ${of} of ${name}, where it has one,`;
  return `${who} has no \u201c${nounWords(use)}\u201d, ${WHY[measureOf(use.measure).needs]}; no session can be counted.`;
}
