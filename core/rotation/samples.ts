import { monthOf, weekday, weekEnd } from "../columns/epoch-day";

export const SAMPLINGS = ["daily", "weekly", "monthly"] as const;
export type Sampling = (typeof SAMPLINGS)[number];

export interface Samples {
  /** Session index of each sample's last session, ascending. */
  readonly sessions: Int32Array;
  /** Whether the last sample's week or month is not over yet. */
  readonly inProgress: boolean;
}

/**
 * The samples of a calendar up to session t.
 * Formula: weeks run Saturday to Friday; one sample for each week (month) with a session, on its last session; that of
 * t is in progress while a Monday-to-Friday date of its week (month) lies after t (method 0, A07, A08).
 * @param days epoch days of the sessions, ascending
 * @param t session index
 * @param sampling how often
 * @returns the samples; none when t is before the first session
 * @example samplesOf(Int32Array.of(0, 1, 4), 2, "weekly").sessions // => [1, 2]
 */
export function samplesOf(days: Int32Array, t: number, sampling: Sampling): Samples {
  if (t < 0) return { sessions: new Int32Array(0), inProgress: false };
  if (sampling === "daily") return { sessions: Int32Array.from({ length: t + 1 }, (_, s) => s), inProgress: false };
  const periodOf = sampling === "weekly" ? weekEnd : monthOf;
  const last: number[] = [];
  let period = NaN;
  for (let s = 0; s <= t; s++) {
    const own = periodOf(days[s]!);
    if (own === period) last[last.length - 1] = s;
    else last.push(s);
    period = own;
  }
  let later = days[t]! + 1;
  while (weekday(later) > 5) later++;
  return { sessions: Int32Array.from(last), inProgress: periodOf(later) === period };
}

/**
 * A column at each sample: the last defined value within the sample's sessions.
 * @param values a value a session
 * @param samples the sessions on which samples end
 * @returns a value a sample; NaN where the sample has none (method 0, A08)
 * @example atSamples(Float64Array.of(1, 2, NaN, NaN), Int32Array.of(1, 2, 3)) // => [2, NaN, NaN]
 */
export function atSamples(values: Float64Array, samples: Int32Array): Float64Array {
  const out = new Float64Array(samples.length).fill(NaN);
  let before = -1;
  for (let k = 0; k < samples.length; k++) {
    const end = samples[k]!;
    let s = end;
    while (s > before && Number.isNaN(values[s])) s--;
    if (s > before) out[k] = values[s]!;
    before = end;
  }
  return out;
}
