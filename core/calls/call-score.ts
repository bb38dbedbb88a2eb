import { isAbove, isBelow } from "../columns/compare";
import { requireSameLength, requireWindow } from "../core-error";

export const CALL_DIRECTIONS = ["up", "down", "outperform", "underperform"] as const;
export type CallDirection = (typeof CALL_DIRECTIONS)[number];

/** What is called: which way something goes over how many sessions, and how sure one is. */
export interface Call {
  /** Session at whose close it was made. */
  readonly made: number;
  readonly direction: CallDirection;
  /** Sessions of the subject's calendar. */
  readonly horizon: number;
  /** Percent; NaN where none was given. */
  readonly confidence: number;
}

/** Levels of the subject on its own calendar, and of a benchmark brought onto it; NaN where there is none. */
export interface CalledSeries {
  readonly close: Float64Array;
  readonly benchmark?: Float64Array | undefined;
}

/** How a call came out. */
export interface CallScore {
  /** Over the horizon, fractions; the benchmark's NaN without one. */
  readonly return: number;
  readonly benchmarkReturn: number;
  /** In the direction of the call. */
  readonly gain: number;
  readonly isRight: boolean;
  /** Share of earlier holds of the same length that went its way, and their number; NaN for none. */
  readonly base: number;
  readonly baseHolds: number;
  /** Squared distance of the confidence, and of the base, from what happened; NaN where there is none. */
  readonly brier: number;
  readonly baseBrier: number;
}

/** Two returns that are nearer than this are one. */
const SAME_RETURN = 1e-12;

/**
 * How a call came out, once its horizon is over.
 * Formula: return from the close of the made session to the last close on or before the h-th session after it; right when the price is
 * above (below) by the rule of prices, relative calls when the two returns differ by more than 1e-12; a move of nothing is wrong. Base:
 * the share of all earlier holds of h sessions, finished by the made session, that went its way. Brier = (confidence/100 - right)^2
 * (method 14, S36 to S41; Brier 1950).
 * @param series of the subject, and of the benchmark that a relative call needs
 * @param call what was called
 * @param last the last session that is over
 * @returns the score; undefined while its horizon is not over, and for a call without a level on its made session
 * @throws CoreError `bad-window`, `bad-length`
 * @example scoreCall({ close: Float64Array.of(10, 11, 12) }, { made: 1, direction: "up", horizon: 1, confidence: 70 }, 2)?.isRight // => true
 */
export function scoreCall(series: CalledSeries, call: Call, last: number): CallScore | undefined {
  requireWindow("scoreCall", call.horizon);
  const { close, benchmark } = series;
  if (benchmark) requireSameLength("scoreCall", benchmark, close);
  const { made, direction, horizon, confidence } = call;
  const due = made + horizon;
  if (due > last || due >= close.length || !isCallable(series, call)) return undefined;
  const outcome = outcomeOf(series, made, due, direction);
  if (!outcome) return undefined;
  const { rate, holds } = baseOf(series, call);
  const right = Number(outcome.isRight);
  return {
    return: outcome.own,
    benchmarkReturn: outcome.other,
    gain: gainOf(direction, outcome.own, outcome.other),
    isRight: outcome.isRight,
    base: rate,
    baseHolds: holds,
    brier: (confidence / 100 - right) ** 2,
    baseBrier: (rate - right) ** 2,
  };
}

/** Whether a call can be made: its subject, and for a relative one the benchmark, have a level on the session (S36). */
export function isCallable({ close, benchmark }: CalledSeries, { made, direction }: Pick<Call, "made" | "direction">): boolean {
  if (Number.isNaN(close[made] ?? NaN)) return false;
  return !isRelative(direction) || !Number.isNaN(benchmark?.[made] ?? NaN);
}

const isRelative = (direction: CallDirection) => direction === "outperform" || direction === "underperform";

/**
 * How often holds of the same length that were over when a call was made went its way (S39).
 * @returns share and number of holds; NaN for none
 */
export function baseOf(
  series: CalledSeries,
  { made, direction, horizon }: Omit<Call, "confidence">,
): { rate: number; holds: number } {
  let holds = 0;
  let right = 0;
  for (let s = 0; s + horizon <= made; s++) {
    const outcome = outcomeOf(series, s, s + horizon, direction);
    if (!outcome) continue;
    holds++;
    if (outcome.isRight) right++;
  }
  return { rate: holds === 0 ? NaN : right / holds, holds };
}

/** From the close of one session to the last close on or before another; undefined where either end has none. */
function outcomeOf(
  { close, benchmark }: CalledSeries,
  from: number,
  to: number,
  direction: CallDirection,
): { own: number; other: number; isRight: boolean } | undefined {
  const [a, b] = [close[from]!, lastBy(close, to, from)];
  if (Number.isNaN(a)) return undefined;
  const own = b / a - 1;
  const other = benchmark ? lastBy(benchmark, to, from) / benchmark[from]! - 1 : NaN;
  if (!isRelative(direction)) return { own, other, isRight: direction === "up" ? isAbove(b, a) : isBelow(b, a) };
  if (Number.isNaN(other)) return undefined;
  const apart = direction === "outperform" ? own - other : other - own;
  return { own, other, isRight: apart > SAME_RETURN };
}

/** The last level on or before a session, no earlier than another. */
function lastBy(column: Float64Array, to: number, from: number): number {
  for (let s = to; s > from; s--) if (!Number.isNaN(column[s])) return column[s]!;
  return column[from]!;
}

function gainOf(direction: CallDirection, own: number, other: number): number {
  switch (direction) {
    case "up":
      return own;
    case "down":
      return -own;
    case "outperform":
      return own - other;
    case "underperform":
      return other - own;
  }
}
