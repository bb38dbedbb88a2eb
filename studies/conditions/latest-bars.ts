import type { SubjectSeries } from "./subject-series";

/** From a share of all bars on there is nothing to be saved. */
const FEW = 0.6;

/**
 * So many of the latest bars of an instrument, those of sessions on which it has none left out, as windows count its own; undefined
 * without a bar on the last session, for fewer bars, or where most of them are asked for.
 */
export function latestBars({ days, bars }: Pick<SubjectSeries, "days" | "bars">, needed: number) {
  const { close } = bars;
  if (!(needed < FEW * days.length) || Number.isNaN(close[days.length - 1])) return undefined;
  const rows = new Int32Array(needed);
  let s = days.length;
  for (let k = needed - 1; k >= 0; k--) {
    do s--;
    while (s >= 0 && close[s] !== close[s]);
    if (s < 0) return undefined;
    rows[k] = s;
  }
  const isWhole = s === days.length - needed;
  const cut = (column: Float64Array) => (isWhole ? column.subarray(s) : Float64Array.from(rows, (row) => column[row]!));
  return {
    bars: { open: cut(bars.open), high: cut(bars.high), low: cut(bars.low), close: cut(close), volume: cut(bars.volume) },
    days: isWhole ? days.subarray(s) : Int32Array.from(rows, (row) => days[row]!),
  };
}
