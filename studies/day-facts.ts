import { dayPosition, mean } from "@core";
import type { Market } from "./market";

/** Where in its own range the last session closed, 0 to 100, and mean volume over 50 sessions; NaN without a bar. */
export interface DayFacts {
  readonly dayPosition: number;
  readonly volume: number;
}

export function dayFacts(part: Market, index: number): DayFacts {
  const last = (column: "high" | "low" | "close") => part.bars(column, index).subarray(part.t);
  return {
    dayPosition: dayPosition({ high: last("high"), low: last("low"), close: last("close") })[0]!,
    volume: mean(part.bars("volume", index).subarray(Math.max(0, part.t - 49))),
  };
}
