/** What a trial is held against, on the sessions of its market. */
export interface BenchmarkBars {
  /** NaN where it does not open. */
  readonly open: Float64Array;
  /** Carried over sessions without one. */
  readonly close: Float64Array;
}

/** A column in which the last value stands on every session without one. */
export function carriedOn(values: Float64Array): Float64Array {
  const out = values.slice();
  for (let s = 1; s < out.length; s++) if (out[s] !== out[s]) out[s] = out[s - 1]!;
  return out;
}

/** What is paid for a benchmark where something is bought at the open after session t: that open, else the close of t (method 12, M03). */
export function benchmarkEntry({ open, close }: BenchmarkBars, t: number): number {
  const own = open[t + 1] ?? NaN;
  return own === own ? own : close[t]!;
}

/**
 * What a benchmark made while a trial ran.
 * Formula: from the open after t, else the close of t, to the close of the exit session, without cost (method 12, M03, R36).
 * @param bars of the benchmark
 * @param t session of the selection
 * @param exit session of the exit
 * @returns a fraction; NaN where it has no price then
 */
export function benchmarkReturn(bars: BenchmarkBars, t: number, exit: number): number {
  return bars.close[exit]! / benchmarkEntry(bars, t) - 1;
}
