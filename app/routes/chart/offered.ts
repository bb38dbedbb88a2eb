import { groupKeyText } from "@studies/sets/group-key";
import type { ChartResult } from "./facts";

/** What an instrument is worth comparing with: the broad index, its sector and its industry. */
export function offeredFor({ ticker, sector, industry, referenceName }: ChartResult, broadIndex: string | null | undefined) {
  return [
    ...(broadIndex && broadIndex !== ticker ? [{ ticker: broadIndex, name: referenceName }] : []),
    ...(sector === "" ? [] : [{ ticker: groupKeyText("sector", sector), name: `${sector} (sector)` }]),
    ...(industry === "" ? [] : [{ ticker: groupKeyText("industry", industry), name: `${industry} (industry)` }]),
  ];
}
