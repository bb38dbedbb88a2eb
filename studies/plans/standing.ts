import { atr } from "@core";
import type { PlannedInstrument } from "./followed-plan";

/** Where an instrument stands at a session: the close of its last bar, and its ATR(14) there. */
export interface Standing {
  readonly close: number;
  readonly range: number;
}

/**
 * @param until row of the session [the last]
 * @returns NaN for both before its first bar, for the ATR while it has none
 */
export function standing({ bars }: Pick<PlannedInstrument, "bars">, until = bars.close.length - 1): Standing {
  let s = until;
  while (s >= 0 && Number.isNaN(bars.close[s])) s--;
  const upTo = (column: Float64Array) => column.subarray(0, s + 1);
  const range = atr({ high: upTo(bars.high), low: upTo(bars.low), close: upTo(bars.close) }, 14).at(-1) ?? NaN;
  return { close: bars.close[s] ?? NaN, range };
}
