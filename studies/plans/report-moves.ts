import { firstFrom, median } from "@core";
import type { PlannedInstrument } from "./followed-plan";

/** What the reports of an instrument have done to its price. */
export interface ReportMoves {
  readonly n: number;
  /** Of their sizes, a fraction; NaN where there were none. */
  readonly median: number;
  /** The largest either way, with its sign. */
  readonly largest: number;
}

const MOST = 12;

/** The close of the session of a report from the one before it, of the latest reports that there were. */
export function reportMoves({ part, instrument, days, bars }: PlannedInstrument): ReportMoves {
  const known = part.fundamentalHistory(instrument.index, "nextReport");
  const reports = [...new Set(known)].filter((day) => day <= part.asOf).sort((a, b) => b - a);
  const moves: number[] = [];
  for (const report of reports) {
    const s = firstFrom(days, report);
    if (s < 1 || s >= days.length) continue;
    const before = bars.close.subarray(0, s).findLast((close) => !Number.isNaN(close)) ?? NaN;
    const move = bars.close[s]! / before - 1;
    if (!Number.isNaN(move)) moves.push(move);
    if (moves.length === MOST) break;
  }
  return {
    n: moves.length,
    median: median(moves.map(Math.abs)),
    largest: moves.reduce((a, b) => (Math.abs(b) > Math.abs(a) || Number.isNaN(a) ? b : a), NaN),
  };
}
