import { laneSignals, median } from "@core";

/** A signal of a lane or timing system and what came of it. */
export interface SignalRecord {
  /** Epoch day on whose close it was given. */
  readonly day: number;
  readonly state: 1 | -1;
  /** Sessions until the next signal, or until now. */
  readonly sessions: number;
  readonly open: boolean;
  /** Return of the series from the signal's close to the next signal's close (or to now), a fraction. */
  readonly outcome: number;
  /** Worst and best close on the way against the signal's close, fractions. */
  readonly lowest: number;
  readonly highest: number;
}

/** How the finished signals of one direction came out. */
export interface SignalSummary {
  readonly n: number;
  /** Those whose outcome went the signal's way; the median outcome and the worst for the signal, fractions of the series. */
  readonly right: number;
  readonly median: number;
  readonly worst: number;
}

/** The finished signals of one direction in short. */
export function signalSummary(records: readonly SignalRecord[], state: 1 | -1): SignalSummary {
  const outcomes = records.filter((r) => r.state === state && !r.open && !Number.isNaN(r.outcome)).map((r) => state * r.outcome);
  return {
    n: outcomes.length,
    right: outcomes.filter((r) => r > 0).length,
    median: state * median(outcomes),
    worst: outcomes.length > 0 ? state * outcomes.reduce((a, b) => Math.min(a, b)) : NaN,
  };
}

/** The signals of a lane in order, with what the series did until the next. */
export function signalRecords(states: Int8Array, level: Float64Array, sessions: Int32Array): SignalRecord[] {
  const signals = laneSignals(states);
  const t = states.length - 1;
  return signals.map(({ session, state }, k) => {
    const end = signals[k + 1]?.session ?? t;
    let lowest = 0;
    let highest = 0;
    let last = NaN;
    for (let s = session; s <= end; s++) {
      const move = level[s]! / level[session]! - 1;
      if (move !== move) continue;
      lowest = Math.min(lowest, move);
      highest = Math.max(highest, move);
      last = move;
    }
    return {
      day: sessions[session]!,
      state,
      sessions: end - session,
      open: signals[k + 1] === undefined,
      outcome: last,
      lowest,
      highest,
    };
  });
}

export interface LaneSignals {
  readonly lane: string;
  /** How many there have been; the latest of them, and how all finished ones came out. */
  readonly count: number;
  readonly latest: readonly SignalRecord[];
  readonly up: SignalSummary;
  readonly down: SignalSummary;
}

const LATEST = 12;

/** The signals of a lane or timing system: the latest, and all finished ones in short. */
export function signalsOf(lane: string, records: readonly SignalRecord[]): LaneSignals {
  const [up, down] = [signalSummary(records, 1), signalSummary(records, -1)];
  return { lane, count: records.length, latest: records.slice(-LATEST), up, down };
}
