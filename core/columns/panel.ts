/** The five columns of a bar, in the order in which they are stored. */
export const BAR_COLUMNS = ["open", "high", "low", "close", "volume"] as const;
export type BarColumn = (typeof BAR_COLUMNS)[number];

/**
 * Bars of a market: instruments x sessions (x stride, of which the sessions are the first), one column an array, instrument-major, so that the series of one
 * instrument is one contiguous run. NaN where an instrument has no bar.
 */
export interface Panel extends Readonly<Record<BarColumn, Float64Array>> {
  /** Epoch day of each session, ascending. */
  readonly sessions: Int32Array;
  /** Number of instruments. */
  readonly count: number;
  /** Row of a column given to each instrument: at least as long as there are sessions; what lies beyond is room to grow. */
  readonly stride: number;
  /** First session index with a bar for each instrument; -1 when it has none. Which is its last would tell what comes later. */
  readonly first: Int32Array;
}

/**
 * The sessions on which an instrument may have a bar: from its first, as far as the columns go.
 * @param panel bars, instruments x sessions
 * @param i position of the instrument
 * @returns first index and the one after the last that has a bar; equal when it has none
 */
export function barsOf(panel: Panel, i: number): readonly [from: number, end: number] {
  const from = panel.first[i]!;
  if (from < 0) return [0, 0];
  const base = i * panel.stride;
  let end = panel.sessions.length;
  while (end > from && Number.isNaN(panel.close[base + end - 1])) end--;
  return [from, end];
}

/**
 * The series of one instrument in an instrument-major column, without copying.
 * @param column instruments x stride values
 * @param stride values given to each instrument
 * @param i position of the instrument
 * @param length how many of them, from the first [all]
 * @returns a view of `length` values
 * @example seriesOf(Float64Array.of(1, 2, 3, 4), 2, 1) // => [3, 4]
 */
export function seriesOf(column: Float64Array, stride: number, i: number, length = stride): Float64Array {
  return column.subarray(i * stride, i * stride + length);
}

/** Last session of a run of membership that has not ended: later than any session, so that it need not move with them. */
export const OPEN_END = 0x7ffffffe;

declare const belonging: unique symbol;

/** Dated membership as it is handed to calculations of whole columns: when a run will end cannot be read from it. */
export interface Belonging {
  readonly [belonging]: "dated membership";
}

/** The runs of a membership, for calculations in core that use each only up to the session they are at. */
export function runsOf(of: Belonging): MembershipRuns {
  return of as MembershipRuns;
}

/**
 * Dated membership of each instrument of a panel in one group, as runs of sessions.
 * The runs of instrument i stand at offset[i] to offset[i + 1] - 1, ascending and without overlap.
 */
export interface MembershipRuns extends Belonging {
  readonly offset: Int32Array;
  /** First and last session index of each run, inclusive; the last may lie beyond the sessions. */
  readonly from: Int32Array;
  readonly to: Int32Array;
}

/**
 * Whether an instrument is a member on a session.
 * @param of dated membership
 * @param i position of the instrument
 * @param t session index
 * @returns true inside one of its runs
 */
export function isMember(of: Belonging, i: number, t: number): boolean {
  const spans = runsOf(of);
  const end = spans.offset[i + 1] ?? 0;
  for (let k = spans.offset[i] ?? 0; k < end; k++) {
    if (t >= (spans.from[k] ?? 0) && t <= (spans.to[k] ?? -1)) return true;
  }
  return false;
}

/**
 * Spans from a list of runs an instrument; runs that touch or overlap become one (method 0, A11).
 * @param runs for each instrument its [from, to] session indices, in any order; empty runs are dropped
 * @returns the spans
 */
export function membershipRuns(runs: readonly (readonly (readonly [number, number])[])[]): MembershipRuns {
  const offset = new Int32Array(runs.length + 1);
  const from: number[] = [];
  const to: number[] = [];
  runs.forEach((list, i) => {
    let open = -2;
    for (const [a, b] of [...list].filter(([a, b]) => a <= b).sort((p, q) => p[0] - q[0])) {
      if (open >= 0 && a <= open + 1) to[to.length - 1] = open = Math.max(open, b);
      else {
        from.push(a);
        to.push(b);
        open = b;
      }
    }
    offset[i + 1] = from.length;
  });
  return { offset, from: Int32Array.from(from), to: Int32Array.from(to) } as MembershipRuns;
}
