import { ema } from "../indicators/ema";
import { lagged } from "../indicators/lagged";
import { sma } from "../indicators/sma";
import { medianInPlace } from "../stats/median";
import { trailingSd } from "../stats/trailing-sd";
import type { Sampling } from "./samples";

export interface RotationWindows {
  /** Samples of the average and of the standard deviations. */
  readonly n: number;
  /** Samples over which momentum is taken. */
  readonly k: number;
}

/** The windows of each sampling (method 6). */
export const ROTATION_WINDOWS: Readonly<Record<Sampling, RotationWindows>> = {
  daily: { n: 63, k: 5 },
  weekly: { n: 52, k: 4 },
  monthly: { n: 36, k: 3 },
};

export interface Rotation {
  /** Relative trend T of each series, in sigma. */
  readonly trend: readonly Float64Array[];
  /** Momentum M of each series, in sigma. */
  readonly momentum: readonly Float64Array[];
}

/**
 * Relative trend and momentum of the series of a set.
 * Formula: u = q - SMA_n(q); T = EMA(3) of u / U, U the median over the set's members of sd_n(q); d = T[s] - T[s-k];
 * M = EMA(3) of d / V, V the median of sd_n(d) (method 6, G01, Z10). T begins with sample n + 2, M with 2n + k + 3.
 * @param q ln(P / benchmark) of each series, a value a sample, all of one length
 * @param isMember whether series i belonged to the set at sample s: only then it counts in the medians
 * @param windows n and k
 * @returns T and M of every series, a value a sample; NaN before warm-up, where q is NaN, and where a median is 0
 */
export function rotation(
  q: readonly Float64Array[],
  isMember: (i: number, s: number) => boolean,
  { n, k }: RotationWindows,
): Rotation {
  const trend = q.map((own) => {
    const average = sma(own, n);
    return own.map((x, s) => x - average[s]!);
  });
  scale(
    trend,
    q.map((own) => trailingSd(own, n)),
    isMember,
  );
  const steps = trend.map((own) => {
    const before = lagged(own, k);
    return own.map((x, s) => x - before[s]!);
  });
  const spreads = steps.map((own) => trailingSd(own, n));
  scale(steps, spreads, isMember);
  return { trend, momentum: steps };
}

/** Divides each column by the median of the members' spreads and smooths it with EMA(3), in place. */
function scale(
  columns: readonly Float64Array[],
  spreads: readonly Float64Array[],
  isMember: (i: number, s: number) => boolean,
): void {
  const samples = columns[0]?.length ?? 0;
  const unit = new Float64Array(samples).fill(NaN);
  // Some samples at a time, so that each series is read in runs.
  const there = Array.from({ length: Math.min(BLOCK, samples) }, () => new Float64Array(columns.length));
  const count = new Int32Array(BLOCK);
  for (let start = 0; start < samples; start += BLOCK) {
    const end = Math.min(samples, start + BLOCK);
    count.fill(0);
    for (let i = 0; i < columns.length; i++) {
      const spread = spreads[i]!;
      for (let s = start; s < end; s++) {
        const sd = spread[s]!;
        if (sd === sd && isMember(i, s)) there[s - start]![count[s - start]!++] = sd;
      }
    }
    for (let s = start; s < end; s++) unit[s] = medianInPlace(there[s - start]!, count[s - start]!);
  }
  for (const column of columns) {
    for (let s = 0; s < samples; s++) column[s] = unit[s]! > 0 ? column[s]! / unit[s]! : NaN;
    ema(column, 3, column);
  }
}

const BLOCK = 64;
