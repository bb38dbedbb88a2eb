import { measureOf, nounWords, subjectOf, type MeasureUse } from "@core";

const LACKS: Readonly<Record<ReturnType<typeof measureOf>["needs"], string>> = {
  closes: "has no closes long enough for",
  bars: "has no opens, highs and lows, or too few, for",
  volume: "has no volume for",
  market: "has none of the market's own",
  stock: "is no stock, and so has no",
  peers: "does not belong to the set of",
  calendar: "has nothing known yet of",
  members: "has no members for",
  reports: "has no report dates for",
};

/** Why a measure of an instrument's situation is never known, in words. */
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
          : `The ${of} of ${name}`;
  return `${who} ${LACKS[measureOf(use.measure).needs]} \u201c${nounWords(use)}\u201d, so that no session can be counted.`;
}
