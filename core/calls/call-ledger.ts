import { mean } from "../stats/mean";
import { wilsonInterval } from "../stats/wilson-interval";
import type { CallScore } from "./call-score";

/** A call that was scored, with the confidence that was given. */
export interface ScoredCall extends Pick<CallScore, "isRight" | "brier" | "baseBrier" | "gain"> {
  /** Percent; NaN where none was given. */
  readonly confidence: number;
}

/** What calls have been worth. */
export interface CallRecord {
  readonly n: number;
  readonly right: number;
  /** Wilson interval of the share that was right. */
  readonly low: number;
  readonly high: number;
  /** Calls with a confidence and a base, by which the two Brier scores are compared. */
  readonly compared: number;
  readonly brier: number;
  readonly baseBrier: number;
  /** 1 less the ratio of the two; NaN where the base's is 0. */
  readonly skill: number;
  readonly meanGain: number;
}

/**
 * What scored calls have been worth.
 * Formula: right with the Wilson interval over all; mean Brier and the base's over the calls that have both; skill = 1 - ratio
 * (method 14, S41).
 * @example callRecord([{ isRight: true, confidence: 80, brier: 0.04, baseBrier: 0.25, gain: 0.1 }]).skill // => 0.84
 */
export function callRecord(calls: readonly ScoredCall[]): CallRecord {
  const right = calls.filter((call) => call.isRight).length;
  const [low, high] = wilsonInterval(right, calls.length);
  const both = calls.filter((call) => !Number.isNaN(call.brier + call.baseBrier));
  const meanOf = (values: readonly number[]) => (values.length === 0 ? NaN : mean(values));
  const brier = meanOf(both.map((call) => call.brier));
  const baseBrier = meanOf(both.map((call) => call.baseBrier));
  return {
    ...{ n: calls.length, right, low, high, compared: both.length, brier, baseBrier },
    skill: baseBrier > 0 ? 1 - brier / baseBrier : NaN,
    meanGain: meanOf(calls.map((call) => call.gain)),
  };
}

/** Where the bins of confidence begin, in percent; the last one reaches to 100. */
export const CONFIDENCE_BINS = [0, 50, 60, 70, 80, 90] as const;

/** Calls of like confidence. */
export interface CalibrationBin {
  readonly from: number;
  readonly to: number;
  readonly n: number;
  /** Percent. */
  readonly meanConfidence: number;
  /** Share that was right, with its Wilson interval. */
  readonly right: number;
  readonly low: number;
  readonly high: number;
}

/**
 * How often calls of like confidence were right, and how far that is from what was said.
 * Formula: bins [0, 50), [50, 60), [60, 70), [70, 80), [80, 90), [90, 100]; gap = sum n |mean confidence - share right| / sum n
 * (method 14, S42, S43).
 * @returns the bins that are not empty, and the gap as a fraction, NaN for none
 */
export function calibration(calls: readonly ScoredCall[]): { readonly bins: readonly CalibrationBin[]; readonly gap: number } {
  const known = calls.filter((call) => !Number.isNaN(call.confidence));
  const bins = CONFIDENCE_BINS.flatMap((from, k): CalibrationBin[] => {
    const to = CONFIDENCE_BINS[k + 1] ?? 100;
    const own = known.filter(({ confidence: c }) => c >= from && (c < to || (to === 100 && c <= 100)));
    if (own.length === 0) return [];
    const right = own.filter((call) => call.isRight).length;
    const [low, high] = wilsonInterval(right, own.length);
    const meanConfidence = mean(own.map((call) => call.confidence));
    return [{ from, to, n: own.length, meanConfidence, right: right / own.length, low, high }];
  });
  const total = bins.reduce((sum, bin) => sum + bin.n, 0);
  const apart = bins.reduce((sum, bin) => sum + bin.n * Math.abs(bin.meanConfidence / 100 - bin.right), 0);
  return { bins, gap: total === 0 ? NaN : apart / total };
}
