import { dayPosition, smaAt } from "@core";
import type { Market } from "@studies/market/market";

/** Where in its own range the last session closed, 0 to 100, and average volume(50); NaN without a bar on it. */
export interface DayFacts {
  readonly dayPosition: number;
  readonly volume: number;
}

/** Facts of an instrument's own last session (method 0, A01). */
export function dayFacts(part: Market, index: number): DayFacts {
  const t = part.lastSessionOf(index);
  if (t < 0) return { dayPosition: NaN, volume: NaN };
  const last = (column: "high" | "low" | "close") => part.bars(column, index).subarray(t, t + 1);
  return {
    dayPosition: dayPosition({ high: last("high"), low: last("low"), close: last("close") })[0]!,
    volume: averageVolume(part, index),
  };
}

/** Average volume(50): SMA over own bars; NaN before 50 of them or without a bar (method 1). */
export function averageVolume(part: Market, index: number): number {
  return smaAt(part.bars("volume", index), part.lastSessionOf(index), 50);
}
