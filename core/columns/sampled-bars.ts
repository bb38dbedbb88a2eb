import type { BarColumn } from "./panel";
import { requireSameLength } from "../core-error";
import { periodEnd } from "../seasons/session-calendar";

export interface SampledBars {
  /** One bar a week or month, those without any left as NaN. */
  readonly bars: Record<BarColumn, Float64Array>;
  /** Epoch day of the last session of each. */
  readonly days: Int32Array;
  /** For each session the last sample that is over at its close, -1 before the first. */
  readonly over: Int32Array;
}

/**
 * Weekly or monthly bars of one instrument.
 * Formula: open of the first bar, highest high, lowest low, close of the last bar, sum of volume; a week (Saturday to
 * Friday) or month is over at t when no Monday to Friday of it lies after t (method 0, A07, A08).
 * @param bars columns of one instrument, NaN where it has no bar
 * @param days epoch days of the sessions, ascending
 * @param sampling weekly or monthly
 * @returns the samples, and for each session the last one that is over
 * @throws CoreError `bad-length`
 */
export function sampledBars(
  bars: Readonly<Record<BarColumn, Float64Array>>,
  days: Int32Array,
  sampling: "weekly" | "monthly",
): SampledBars {
  requireSameLength("sampledBars", bars.close, days);
  const period = sampling === "weekly" ? "week" : "month";
  const over = new Int32Array(days.length);
  const ends: number[] = [];
  let end = -1;
  let samples = -1;
  const sampleOf = new Int32Array(days.length);
  for (let t = 0; t < days.length; t++) {
    const own = periodEnd(days[t]!, period);
    if (own !== end) {
      samples++;
      end = own;
      ends.push(t);
    } else ends[samples] = t;
    sampleOf[t] = samples;
    over[t] = days[t]! >= end ? samples : samples - 1;
  }
  const column = () => new Float64Array(ends.length).fill(NaN);
  const out = { open: column(), high: column(), low: column(), close: column(), volume: column() };
  for (let t = 0; t < days.length; t++) {
    if (Number.isNaN(bars.close[t])) continue;
    const k = sampleOf[t]!;
    const fresh = Number.isNaN(out.close[k]);
    out.open[k] = fresh ? bars.open[t]! : out.open[k]!;
    out.high[k] = fresh ? bars.high[t]! : Math.max(out.high[k]!, bars.high[t]!);
    out.low[k] = fresh ? bars.low[t]! : Math.min(out.low[k]!, bars.low[t]!);
    out.close[k] = bars.close[t]!;
    out.volume[k] = fresh ? bars.volume[t]! : out.volume[k]! + bars.volume[t]!;
  }
  return { bars: out, days: Int32Array.from(ends, (t) => days[t]!), over };
}
