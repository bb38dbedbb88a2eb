import { ruleSentence, withoutOff } from "@core";
import { rankingOfText } from "@studies/conditions/measure-text";
import { rankingWords } from "@studies/scans/scan-columns";
import { signedPercent } from "@studies/words/words";
import type { TriedScan } from "./trial-params";

/** A scan in words: who passes, and by what the best are taken. */
export function scanWords({ when, rank, order }: TriedScan, top: number): string {
  const rule = withoutOff(when);
  const isAll = "all" in rule && rule.all.length === 0;
  const ranked = top === 0 ? "all of them" : `the ${top} with the ${order} ${rankingWords(rankingOfText(rank))}`;
  return isAll ? ranked : `${ruleSentence(rule)}: ${ranked}`;
}

/** An interval in words, as it follows a figure. */
export function intervalWords([low, high]: readonly [number, number], decimals = 1): string {
  return Number.isNaN(low)
    ? "too few weeks for an interval"
    : `95% interval ${signedPercent(low, decimals)} to ${signedPercent(high, decimals)}`;
}

/** What an interval says of zero. */
export function againstZero([low, high]: readonly [number, number]): string {
  if (Number.isNaN(low)) return "";
  return low > 0 ? "more than chance explains" : high < 0 ? "less than chance explains" : "no more than chance explains";
}
