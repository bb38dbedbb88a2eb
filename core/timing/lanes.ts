import { isAbove, isBelow } from "../columns/compare";
import { weekday, weekEnd } from "../columns/epoch-day";
import { lagged } from "../indicators/lagged";
import { regressionSlope } from "../indicators/regression-slope";
import { sma } from "../indicators/sma";

/** States of a lane: 1 Up, -1 Down, 0 before its first signal. A lane keeps its state until the opposite condition holds. */
export type LaneStates = Int8Array;

/**
 * States from raw judgements: each is kept until the opposite comes.
 * @param raw 1 for up, -1 for down, 0 for neither, a session
 * @returns states of the same length
 * @example heldStates(Int8Array.of(0, 1, 0, -1, 0)) // => [0, 1, 1, -1, -1]
 */
export function heldStates(raw: Int8Array): LaneStates {
  let state = 0;
  return raw.map((now) => (state = now === 0 ? state : now));
}

/**
 * Quick lane.
 * Formula: up when the 5-session regression slope of the log level is above zero, down below; a slope within 1e-12 of
 * zero changes nothing (method 3, D03).
 * @param level the composite or an index
 * @returns states a session
 */
export function quickLane(level: Float64Array): LaneStates {
  const slope = regressionSlope(level.map(Math.log), 5);
  const raw = new Int8Array(slope.length);
  for (let s = 0; s < raw.length; s++) raw[s] = slope[s]! > 0 ? 1 : slope[s]! < 0 ? -1 : 0;
  return heldStates(raw);
}

/**
 * Checked lane.
 * Formula: up when, on one session, Quick is up, the level rose, and Pressure > SMA(3) of Pressure; down mirrored; without a
 * Pressure there is no signal (method 3, D04).
 * @param level the composite
 * @param quick states of the Quick lane
 * @param pressure of the same length
 * @returns states a session
 */
export function checkedLane(level: Float64Array, quick: LaneStates, pressure: Float64Array): LaneStates {
  const before = lagged(level, 1);
  const average = sma(pressure, 3);
  const raw = new Int8Array(level.length);
  for (let s = 0; s < raw.length; s++) {
    if (quick[s] === 1 && isAbove(level[s]!, before[s]!) && pressure[s]! > average[s]!) raw[s] = 1;
    else if (quick[s] === -1 && isBelow(level[s]!, before[s]!) && pressure[s]! < average[s]!) raw[s] = -1;
  }
  return heldStates(raw);
}

/** What the Steady lane judges on each session alone: 1 up, -1 down, 0 neither. */
function steadyRaw(level: Float64Array): Int8Array {
  const average = sma(level, 50);
  const before = lagged(average, 5);
  const raw = new Int8Array(level.length);
  for (let s = 0; s < raw.length; s++) {
    if (isAbove(level[s]!, average[s]!) && isAbove(average[s]!, before[s]!)) raw[s] = 1;
    else if (isBelow(level[s]!, average[s]!) && isBelow(average[s]!, before[s]!)) raw[s] = -1;
  }
  return raw;
}

/**
 * Steady lane.
 * Formula: up when the level is above its SMA(50) and that average above its value 5 sessions ago, on two sessions
 * running; down mirrored (method 3, D05).
 * @param level the composite
 * @returns states a session
 */
export function steadyLane(level: Float64Array): LaneStates {
  const raw = steadyRaw(level);
  return heldStates(raw.map((now, s) => (s > 0 && raw[s - 1] === now ? now : 0)));
}

/** A week that is over: the session on which one could know it, and its last session. */
export interface FinishedWeek {
  readonly judged: number;
  readonly last: number;
}

/**
 * The weeks of a calendar that are over.
 * Formula: weeks run Saturday to Friday; a week is over on its Friday, or if that had no session on the first session
 * after it (method 0, A07; 3, D06).
 * @param sessions epoch days, ascending
 * @returns the finished weeks in order
 * @example finishedWeeks(Int32Array.of(1, 4, 13)) // => [{ judged: 0, last: 0 }, { judged: 2, last: 1 }]
 */
export function finishedWeeks(sessions: Int32Array): FinishedWeek[] {
  const weeks: FinishedWeek[] = [];
  // The Friday of the week before, and whether that week was judged on it.
  let end = NaN;
  let judged = false;
  for (let s = 0; s < sessions.length; s++) {
    const own = weekEnd(sessions[s]!);
    if (own > end && !judged) weeks.push({ judged: s, last: s - 1 });
    judged = weekday(sessions[s]!) === 5;
    end = own;
    if (judged) weeks.push({ judged: s, last: s });
  }
  return weeks;
}

/**
 * Long lane.
 * Formula: judged once a week is over: up when at the last session of each of the last two weeks the level is above
 * its SMA(30) of weekly samples and more members are favoured than avoided; down mirrored; dated on the session on
 * which it was judged (method 3, D06).
 * @param sessions epoch days of the level
 * @param level the composite
 * @param balance favoured less avoided members at the last session of each finished week
 * @returns states a session
 */
export function longLane(sessions: Int32Array, level: Float64Array, balance: readonly number[]): LaneStates {
  const weeks = finishedWeeks(sessions);
  const samples = Float64Array.from(weeks, (w) => level[w.last]!);
  const average = sma(samples, 30);
  const verdict = weeks.map((_, k) => {
    if (isAbove(samples[k]!, average[k]!) && balance[k]! > 0) return 1;
    return isBelow(samples[k]!, average[k]!) && balance[k]! < 0 ? -1 : 0;
  });
  const raw = new Int8Array(level.length);
  weeks.forEach((week, k) => {
    if (k > 0 && verdict[k] === verdict[k - 1]) raw[week.judged] = verdict[k]!;
  });
  return heldStates(raw);
}

/** A change of state. */
export interface LaneSignal {
  readonly session: number;
  readonly state: 1 | -1;
}

/**
 * The signals of a lane: the sessions on which its state changed.
 * @param states a session
 * @returns signals in order
 * @example laneSignals(Int8Array.of(0, 1, 1, -1)) // => [{ session: 1, state: 1 }, { session: 3, state: -1 }]
 */
export function laneSignals(states: LaneStates): LaneSignal[] {
  const signals: LaneSignal[] = [];
  states.forEach((state, session) => {
    if (state !== 0 && state !== (session > 0 ? states[session - 1] : 0)) signals.push({ session, state: state as 1 | -1 });
  });
  return signals;
}

/**
 * The level at the next close beyond which the Quick lane turns.
 * Formula: exp of the value that makes the 5-session slope zero: (2 y0 + y1 - y3) / 2 over the last four logs (method
 * 3, D07).
 * @param level the composite, its last value the present one
 * @returns a level: an Up lane turns below it, a Down lane above; NaN with fewer than four values
 * @example quickFlip(Float64Array.of(1, 1, 1, 1)) // => 1
 */
export function quickFlip(level: Float64Array): number {
  const [y0, y1, , y3] = lastOwn(level, 4).map(Math.log);
  return y3 === undefined ? NaN : Math.exp((2 * y0! + y1! - y3) / 2);
}

/**
 * The level at the next close beyond which the Steady lane turns.
 * Formula: where the opposite condition already holds on t, the lower (for a turn up: the higher) of sum49 / 49 and
 * 50 SMA(50)[t-4] - sum49, sum49 the sum of the last 49 values; otherwise none (method 3, D07, Z30).
 * @param level the composite, its last value the present one
 * @param state of the lane at the last session
 * @returns a level; NaN where no next close alone would turn it
 */
export function steadyFlip(level: Float64Array, state: number): number {
  const own = Float64Array.from(lastOwn(level, level.length));
  const t = own.length - 1;
  if (state === 0 || t < 54 || steadyRaw(own)[t] !== -state) return NaN;
  let sum49 = 0;
  for (let s = t - 48; s <= t; s++) sum49 += own[s]!;
  const bounds = [sum49 / 49, 50 * sma(own, 50)[t - 4]! - sum49] as const;
  const flip = state === 1 ? Math.min(...bounds) : Math.max(...bounds);
  return flip > 0 ? flip : NaN;
}

/** The last n defined values, in order; fewer where there are not as many. */
function lastOwn(values: Float64Array, n: number): number[] {
  const own: number[] = [];
  for (let s = values.length - 1; s >= 0 && own.length < n; s--) if (!Number.isNaN(values[s])) own.push(values[s]!);
  return own.reverse();
}
